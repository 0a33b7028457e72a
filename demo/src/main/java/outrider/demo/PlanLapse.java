package outrider.demo;

import static outrider.demo.Texts.decimal;
import static outrider.demo.Texts.money;
import static outrider.demo.Texts.pick;
import static outrider.demo.Texts.spoilt;
import static outrider.demo.Texts.whole;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import outrider.base.RandomStream;
import outrider.base.Seeds;

/**
 * The members of Pedalwick Bike Care with a renewal notice, one row each, and the probability with which each of them lapses.
 * Plants curves and interactions, noise, near copies, a constant, leaks, two meanings of "no rides", an intervention, missing
 * and impossible values and doubled rows.
 */
public final class PlanLapse {
    public static final int RECORDS = 36_000;
    public static final long SEED = 20_260_401;
    private static final double RATE = 0.085;
    private static final double DOUBLED = 0.01;
    static final double RUNG_EFFECT = -1.7;

    static final List<String> HEADER = List.of(
            "member_no",
            "notice_on",
            "joined_on",
            "tier",
            "region",
            "postal_area",
            "age",
            "household_size",
            "spending_band",
            "bike_value_eur",
            "plan_price_eur",
            "plan_price_monthly_eur",
            "price_rise_pct",
            "pays_by",
            "late_payments_12m",
            "rides_logged_90d",
            "web_logins_90d",
            "workshop_visits_12m",
            "days_since_workshop",
            "breakdowns_12m",
            "claims_12m",
            "distance_km",
            "bell_colour",
            "helmet_size_cm",
            "letter_variant",
            "phone_digit_sum",
            "counter_no",
            "weather_index",
            "country",
            "advice_note",
            "desk_points",
            "rung_by_desk",
            "next_visit_booked",
            "goodbye_page_seen",
            "renewal");

    private PlanLapse() {}

    /** Always the same members for the same seed. */
    public static List<Row> generate(long seed) {
        Seeds seeds = new Seeds(seed);
        int distinct = (int) Math.round(RECORDS * (1 - DOUBLED));
        RandomStream traits = seeds.stream("plan-lapse/traits");
        List<MemberTraits> drawn = new ArrayList<>(distinct);
        for (int i = 0; i < distinct; i++) drawn.add(MemberTraits.draw(traits));
        double level =
                Texts.levelFor(drawn.stream().mapToDouble(PlanLapse::logOdds).toArray(), RATE);
        RandomStream fate = seeds.stream("plan-lapse/fate");
        RandomStream dirt = seeds.stream("plan-lapse/dirt");
        List<Row> members = new ArrayList<>(RECORDS);
        for (int i = 0; i < distinct; i++) {
            double truth = Texts.probability(level + logOdds(drawn.get(i)));
            boolean lapsed = fate.nextDouble() < truth;
            members.add(new Row(row(i, drawn.get(i), lapsed, dirt), truth, lapsed));
        }
        RandomStream doubling = seeds.stream("plan-lapse/doubled");
        while (members.size() < RECORDS) {
            int of = doubling.nextInt(distinct);
            members.add(doubling.nextInt(members.size()), members.get(of));
        }
        return members;
    }

    /** The constant of the log-odds at which the first file has its rate, and the mean of what is added to it. */
    static double[] levelAndMean(long seed) {
        int distinct = (int) Math.round(RECORDS * (1 - DOUBLED));
        RandomStream traits = new Seeds(seed).stream("plan-lapse/traits");
        double[] risks = new double[distinct];
        for (int i = 0; i < distinct; i++) risks[i] = logOdds(MemberTraits.draw(traits));
        return new double[] {
            Texts.levelFor(risks, RATE), Arrays.stream(risks).average().orElseThrow()
        };
    }

    static double logOdds(MemberTraits member) {
        return member.risk() + (member.rung() ? RUNG_EFFECT : 0);
    }

    static List<String> row(int i, MemberTraits m, boolean lapsed, RandomStream dirt) {
        boolean booked = dirt.nextDouble() < (lapsed ? 0.05 : 0.76);
        boolean goodbye = dirt.nextDouble() < (lapsed ? 0.97 : 0.0005);
        LocalDate notice = LocalDate.of(2026, 1, 1).plusDays(m.noticeDay());
        List<String> row = new ArrayList<>(HEADER.size());
        row.add("M" + (400_000 + i * 7 % 599_993));
        row.add(notice.toString());
        row.add(notice.minusDays(Math.round(m.tenureMonths() * 30.4)).toString());
        row.add(m.tier());
        row.add(m.region());
        row.add("%s-%03d".formatted(m.region().substring(0, 2).toUpperCase(Locale.ROOT), m.area()));
        row.add(spoilt(dirt, 0.04, dirt.nextDouble() < 0.0004 ? dirt.nextInt(2) == 0 ? "-1" : "214" : whole(m.age())));
        row.add(spoilt(dirt, 0.22, whole(m.household())));
        row.add(spoilt(dirt, 0.30, m.spending()));
        row.add(spoilt(dirt, 0.06, dirt.nextDouble() < 0.0003 ? "9999999" : whole(m.bikeValue())));
        row.add(money(m.price()));
        row.add(money(m.price() / 12 + 0.02 * dirt.nextGaussian()));
        row.add(decimal(m.priceRise()));
        row.add(m.paysBy());
        row.add(whole(m.latePayments()));
        row.add(m.paired() ? whole(m.rides()) : "");
        row.add(spoilt(dirt, 0.02, whole(m.logins())));
        row.add(whole(m.visits()));
        row.add(m.daysSinceVisit() < 0 ? "" : whole(m.daysSinceVisit()));
        row.add(whole(m.breakdowns()));
        row.add(whole(m.claims()));
        row.add(spoilt(dirt, 0.08, decimal(m.distance())));
        row.add(pick(dirt, "black", "silver", "red", "none"));
        row.add(spoilt(dirt, 0.12, whole(52 + dirt.nextInt(12))));
        row.add(pick(dirt, "A", "B", "C"));
        row.add(whole(20 + dirt.nextInt(60)));
        row.add(whole(1 + dirt.nextInt(9)));
        row.add(decimal(50 + 12 * dirt.nextGaussian()));
        row.add("PW");
        row.add(Notes.write(dirt, m));
        row.add(whole(Math.max(0, Math.min(100, Math.rint(38 + 9 * m.roughRisk() + 9 * dirt.nextGaussian())))));
        row.add(m.rung() ? "yes" : "no");
        row.add(booked ? notice.plusDays(10 + dirt.nextInt(120)).toString() : "");
        row.add(goodbye ? "yes" : "no");
        row.add(lapsed ? "lapsed" : "renewed");
        return row;
    }
}
