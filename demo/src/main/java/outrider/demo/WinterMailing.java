package outrider.demo;

import static outrider.demo.Texts.decimal;
import static outrider.demo.Texts.pick;
import static outrider.demo.Texts.spoilt;
import static outrider.demo.Texts.whole;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import outrider.base.RandomStream;
import outrider.base.Seeds;

/**
 * Addresses mailed last winter and the probability with which each orders. The truth is straight lines, so that nothing beats a
 * logistic regression by much. Two scores came from outside: an over-confident probability, and points.
 */
public final class WinterMailing {
    public static final int RECORDS = 24_000;
    public static final long SEED = 20_260_403;
    private static final double RATE = 0.04;
    private static final double DOUBLED = 0.01;

    static final List<String> HEADER = List.of(
            "address_no",
            "mailed_on",
            "last_order_on",
            "orders_24m",
            "spent_24m_eur",
            "mails_12m",
            "opened_12m",
            "age_band",
            "region",
            "postal_area",
            "bikes",
            "child_seat",
            "newsletter",
            "lamp_colour",
            "shelf_no",
            "paper_weight",
            "house_digit",
            "route_index",
            "agency_score",
            "house_points",
            "sample",
            "ordered");

    private WinterMailing() {}

    private record Address(
            int daysSinceOrder,
            int orders,
            double spent,
            int mails,
            int opened,
            int ageBand,
            int region,
            int area,
            int bikes,
            boolean seat,
            boolean newsletter) {
        static Address draw(RandomStream r) {
            int orders = r.nextPoisson(1.3);
            int mails = r.nextPoisson(4);
            int opened = 0;
            for (int i = 0; i < mails; i++) if (r.nextDouble() < 0.3) opened++;
            return new Address(
                    20 + (int) (-200 * StrictMath.log(1 - r.nextDouble())),
                    orders,
                    orders * (12 + 20 * r.nextDouble()),
                    mails,
                    opened,
                    r.nextInt(5),
                    r.nextInt(5),
                    r.nextInt(180),
                    1 + r.nextPoisson(0.8),
                    r.nextDouble() < 0.2,
                    r.nextDouble() < 0.45);
        }

        /** Log-odds but for a constant. */
        double risk() {
            return -0.0035 * Math.min(daysSinceOrder, 900)
                    + 0.38 * Math.min(orders, 6)
                    + 0.3 * Math.min(opened, 5)
                    - 0.08 * mails
                    + 0.14 * bikes
                    + (seat ? 0.35 : 0)
                    + (newsletter ? 0.45 : 0)
                    + 0.1 * ageBand;
        }
    }

    /** Always the same addresses for the same seed. */
    public static List<Row> generate(long seed) {
        Seeds seeds = new Seeds(seed);
        int distinct = (int) Math.round(RECORDS * (1 - DOUBLED));
        RandomStream traits = seeds.stream("winter-mailing/traits");
        List<Address> addresses = new ArrayList<>(distinct);
        for (int i = 0; i < distinct; i++) addresses.add(Address.draw(traits));
        double level =
                Texts.levelFor(addresses.stream().mapToDouble(Address::risk).toArray(), RATE);
        RandomStream fate = seeds.stream("winter-mailing/fate");
        RandomStream dirt = seeds.stream("winter-mailing/dirt");
        List<Row> rows = new ArrayList<>(RECORDS);
        for (int i = 0; i < distinct; i++) {
            double truth = Texts.probability(level + addresses.get(i).risk());
            boolean ordered = fate.nextDouble() < truth;
            rows.add(new Row(values(i, addresses.get(i), level, ordered, dirt), truth, ordered));
        }
        RandomStream doubling = seeds.stream("winter-mailing/doubled");
        while (rows.size() < RECORDS) rows.add(doubling.nextInt(rows.size()), rows.get(doubling.nextInt(distinct)));
        return rows;
    }

    private static List<String> values(int i, Address a, double level, boolean ordered, RandomStream dirt) {
        LocalDate mailed = LocalDate.of(2025, 11, 3).plusDays(dirt.nextInt(12));
        double logOdds = level + a.risk();
        List<String> row = new ArrayList<>(HEADER.size());
        row.add("A" + (70_000 + i * 13 % 23_761));
        row.add(mailed.toString());
        row.add(a.orders() == 0 ? "" : mailed.minusDays(a.daysSinceOrder()).toString());
        row.add(whole(a.orders()));
        row.add(Texts.money(a.spent()));
        row.add(whole(a.mails()));
        row.add(spoilt(dirt, 0.03, whole(a.opened())));
        row.add(spoilt(
                dirt,
                0.12,
                List.of("under 30", "30 to 44", "45 to 59", "60 to 74", "75 and over")
                        .get(a.ageBand())));
        row.add(List.of("north", "lakes", "coast", "hills", "south").get(a.region()));
        row.add("A-%03d".formatted(a.area()));
        row.add(whole(a.bikes()));
        row.add(a.seat() ? "yes" : "no");
        row.add(a.newsletter() ? "yes" : "no");
        row.add(pick(dirt, "amber", "white", "blue"));
        row.add(whole(1 + dirt.nextInt(60)));
        row.add(pick(dirt, "80", "90", "100"));
        row.add(whole(dirt.nextInt(10)));
        row.add(decimal(50 + 12 * dirt.nextGaussian()));
        double heard = logOdds + 0.7 * dirt.nextGaussian();
        row.add(String.format(java.util.Locale.ROOT, "%.4f", Texts.probability(1.7 * heard + 2.6)));
        row.add(whole(Math.max(0, Math.min(100, 50 + 11 * (a.risk() - 0.6) + 9 * dirt.nextGaussian()))));
        row.add(dirt.nextDouble() < 0.5 ? "build" : "check");
        row.add(ordered ? "1" : "0");
        return row;
    }
}
