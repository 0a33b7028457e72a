package outrider.demo;

import static outrider.demo.Texts.spoilt;
import static outrider.demo.Texts.whole;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import outrider.base.RandomStream;
import outrider.base.Seeds;

/**
 * Members of Pedalwick Bike Care whose renewal came up later than those of {@link PlanLapse}: eleven weekly files in which what the
 * members do tells ever less, and a quarter's file with another mix of members and one column that changed its meaning. Of those whom the
 * desk would ring one in four is held out.
 */
public final class PlanLapseLater {
    public static final int WEEKS = 11;
    public static final int IN_WEEK = 1_200;
    public static final int IN_QUARTER = 9_000;
    static final String HELD_OUT = "held out";
    private static final double HELD = 0.25;
    /** Share of a file whose outcome has arrived. */
    private static final double ARRIVED = 2 / 3.0;
    /** How much of what the members do tells less, a week. */
    private static final double SLIDE = 0.055;
    /** Of members of two years and more so many are left in the quarter's mix. */
    private static final double STAYERS = 0.45;

    private static final int TWO_YEARS = 24;

    private PlanLapseLater() {}

    /** Which file: a week from 1 to 11, or 0 for the quarter. */
    public static List<Row> generate(int week, long seed) {
        Seeds seeds = new Seeds(seed);
        String name = name(week);
        RandomStream traits = seeds.stream(name + "/traits");
        RandomStream fate = seeds.stream(name + "/fate");
        RandomStream dirt = seeds.stream(name + "/dirt");
        double[] before = PlanLapse.levelAndMean(PlanLapse.SEED);
        double left = 1 - SLIDE * week;
        List<Row> rows = new ArrayList<>();
        for (int i = 0; i < (week == 0 ? IN_QUARTER : IN_WEEK); i++) {
            MemberTraits member = draw(traits, week == 0);
            boolean held = member.rung() && traits.nextDouble() < HELD;
            double risk = PlanLapse.logOdds(member) - (held ? PlanLapse.RUNG_EFFECT : 0);
            double truth = Texts.probability(before[0] + left * risk + (1 - left) * before[1]);
            boolean lapsed = fate.nextDouble() < truth;
            rows.add(new Row(row(i, week, member, held, lapsed, dirt), truth, lapsed));
        }
        return rows;
    }

    static String name(int week) {
        return week == 0 ? "plan-lapse-next" : String.format(Locale.ROOT, "plan-lapse-week-%02d", week);
    }

    private static MemberTraits draw(RandomStream random, boolean moved) {
        MemberTraits member = MemberTraits.draw(random);
        while (moved && member.tenureMonths() > TWO_YEARS && random.nextDouble() > STAYERS)
            member = MemberTraits.draw(random);
        return member;
    }

    private static List<String> row(
            int i, int week, MemberTraits member, boolean held, boolean lapsed, RandomStream dirt) {
        List<String> row = PlanLapse.row(i, member, lapsed, dirt);
        set(row, "member_no", "M" + (1_000_000 + 10_000 * week + i));
        LocalDate notice = week == 0
                ? LocalDate.of(2026, 7, 1).plusDays(member.noticeDay())
                : LocalDate.of(2026, 4, 6).plusWeeks(week - 1);
        set(row, "notice_on", notice.toString());
        set(
                row,
                "joined_on",
                notice.minusDays(Math.round(member.tenureMonths() * 30.4)).toString());
        // since the summer the web counts the app's sign-ins too
        if (week == 0) set(row, "web_logins_90d", spoilt(dirt, 0.02, whole(2 * member.logins() + dirt.nextPoisson(4))));
        if (held) set(row, "rung_by_desk", HELD_OUT);
        if (dirt.nextDouble() >= ARRIVED) set(row, "renewal", "");
        return row;
    }

    private static void set(List<String> row, String column, String value) {
        row.set(PlanLapse.HEADER.indexOf(column), value);
    }
}
