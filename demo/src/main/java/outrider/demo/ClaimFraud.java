package outrider.demo;

import static outrider.demo.Texts.pick;
import static outrider.demo.Texts.spoilt;
import static outrider.demo.Texts.whole;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import outrider.base.RandomStream;
import outrider.base.Seeds;

/**
 * Theft and damage claims of Pedalwick Bike Care and the probability with which each is fraudulent. Members claim more than once;
 * some claims are withdrawn, which says nothing of fraud. The file is separated by semicolons and writes decimals with commas,
 * as the finance department's export does.
 */
public final class ClaimFraud {
    public static final int RECORDS = 90_000;
    public static final long SEED = 20_260_402;
    private static final double RATE = 0.0055;
    private static final double WITHDRAWN = 0.03;
    private static final double DOUBLED = 0.01;
    private static final int DAYS = 730;

    static final List<String> HEADER = List.of(
            "claim_no",
            "member_no",
            "claimed_on",
            "kind",
            "claimed_eur",
            "bike_value_eur",
            "days_since_joining",
            "earlier_claims",
            "hours_until_told",
            "police_report",
            "photos",
            "told_by",
            "storage",
            "repair_shop",
            "postal_area",
            "weekday",
            "letter_count",
            "bell_colour",
            "form_version",
            "weather_index",
            "investigator_days",
            "ruling");

    private ClaimFraud() {}

    private record Claim(
            int member,
            int day,
            boolean theft,
            double value,
            double claimed,
            int daysSinceJoining,
            int earlier,
            double hours,
            boolean police,
            int photos,
            String toldBy,
            String storage,
            int shop,
            int area) {
        static Claim draw(RandomStream r) {
            double value = Math.max(180, 900 + 600 * r.nextGaussian());
            boolean theft = r.nextDouble() < 0.4;
            double share = theft ? 0.75 + 0.25 * r.nextDouble() : 0.05 + 0.5 * r.nextDouble() * r.nextDouble();
            return new Claim(
                    r.nextInt(52_000),
                    r.nextInt(DAYS),
                    theft,
                    value,
                    value * share,
                    (int) (-400 * StrictMath.log(1 - r.nextDouble())),
                    r.nextPoisson(0.45),
                    -30 * StrictMath.log(1 - r.nextDouble()),
                    theft ? r.nextDouble() < 0.8 : r.nextDouble() < 0.1,
                    r.nextPoisson(2.2),
                    r.nextDouble() < 0.6 ? "web" : r.nextDouble() < 0.7 ? "phone" : "counter",
                    r.nextDouble() < 0.5 ? "indoors" : r.nextDouble() < 0.5 ? "rack" : "street",
                    r.nextInt(40),
                    r.nextInt(180));
        }

        /** Log-odds but for a constant. */
        double risk() {
            double risk = 1.6 * StrictMath.exp(-daysSinceJoining / 60.0);
            risk += 0.55 * Math.min(earlier, 4);
            risk += theft && !police ? 1.7 : 0;
            risk += claimed > 0.95 * value ? 0.8 : 0;
            risk += 0.9 * Math.max(0, StrictMath.log(claimed / 500));
            risk -= 0.35 * Math.min(photos, 4);
            risk += hours > 72 ? 0.9 : 0;
            risk += toldBy.equals("web") && earlier >= 2 ? 0.6 : 0;
            risk += shop == 7 || shop == 23 ? 1.3 : 0;
            return risk;
        }
    }

    /** Always the same claims for the same seed. */
    public static List<Row> generate(long seed) {
        Seeds seeds = new Seeds(seed);
        int distinct = (int) Math.round(RECORDS * (1 - DOUBLED));
        RandomStream traits = seeds.stream("claim-fraud/traits");
        List<Claim> claims = new ArrayList<>(distinct);
        for (int i = 0; i < distinct; i++) claims.add(Claim.draw(traits));
        double level = Texts.levelFor(claims.stream().mapToDouble(Claim::risk).toArray(), RATE / (1 - WITHDRAWN));
        RandomStream fate = seeds.stream("claim-fraud/fate");
        RandomStream dirt = seeds.stream("claim-fraud/dirt");
        List<Row> rows = new ArrayList<>(RECORDS);
        for (int i = 0; i < distinct; i++) {
            double truth = Texts.probability(level + claims.get(i).risk());
            boolean fraudulent = fate.nextDouble() < truth;
            boolean withdrawn = fate.nextDouble() < WITHDRAWN;
            rows.add(new Row(
                    values(i, claims.get(i), withdrawn ? "withdrawn" : fraudulent ? "fraudulent" : "genuine", dirt),
                    truth,
                    fraudulent && !withdrawn));
        }
        RandomStream doubling = seeds.stream("claim-fraud/doubled");
        while (rows.size() < RECORDS) rows.add(doubling.nextInt(rows.size()), rows.get(doubling.nextInt(distinct)));
        return rows;
    }

    private static List<String> values(int i, Claim c, String ruling, RandomStream dirt) {
        LocalDate day = LocalDate.of(2024, 1, 1).plusDays(c.day());
        List<String> row = new ArrayList<>(HEADER.size());
        row.add("C" + (1_000_000 + i * 11L % 8_999_993));
        row.add("M" + (400_000 + c.member()));
        row.add("%02d.%02d.%d".formatted(day.getDayOfMonth(), day.getMonthValue(), day.getYear()));
        row.add(c.theft() ? "theft" : "damage");
        row.add(comma(c.claimed()));
        row.add(spoilt(dirt, 0.05, comma(c.value())));
        row.add(whole(c.daysSinceJoining()));
        row.add(whole(c.earlier()));
        row.add(spoilt(dirt, 0.04, tenth(c.hours())));
        row.add(c.police() ? "yes" : "no");
        row.add(whole(c.photos()));
        row.add(c.toldBy());
        row.add(spoilt(dirt, 0.15, c.storage()));
        row.add("%03d".formatted(c.shop()));
        row.add("A-%03d".formatted(c.area()));
        row.add(day.getDayOfWeek().name().substring(0, 3).toLowerCase(java.util.Locale.ROOT));
        row.add(whole(200 + dirt.nextInt(900)));
        row.add(pick(dirt, "black", "silver", "red", "none"));
        row.add(pick(dirt, "F1", "F2"));
        row.add(tenth(50 + 12 * dirt.nextGaussian()));
        row.add(ruling.equals("fraudulent") ? whole(3 + dirt.nextInt(20)) : "");
        row.add(ruling);
        return row;
    }

    private static String comma(double value) {
        return String.format(java.util.Locale.ROOT, "%.2f", value).replace('.', ',');
    }

    private static String tenth(double value) {
        return String.format(java.util.Locale.ROOT, "%.1f", value).replace('.', ',');
    }
}
