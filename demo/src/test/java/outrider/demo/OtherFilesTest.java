package outrider.demo;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;
import java.util.zip.GZIPInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.Progress;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.check.Alarm;
import outrider.check.Alarms;
import outrider.check.ColumnProfile;
import outrider.follow.ActedGroups;
import outrider.follow.Judged;
import outrider.follow.Reference;
import outrider.follow.SignedFigures;
import outrider.measure.RankingFigures;
import outrider.rank.Ranking;
import outrider.split.Split;
import outrider.split.Units;
import outrider.stakes.Stakes;
import outrider.table.Column;
import outrider.table.ColumnType;
import outrider.table.CsvTableReader;
import outrider.table.Levels;
import outrider.table.NumberColumn;
import outrider.table.Table;
import outrider.uncertainty.Sample;

/** What the scenario plants in claim-fraud and winter-mailing is really there. */
class OtherFilesTest {
    private static Table read(String name) throws IOException {
        try (InputStream in = Files.newInputStream(Path.of("data", name + ".csv.gz"))) {
            return CsvTableReader.read(in, Progress.NONE);
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"claim-fraud", "winter-mailing"})
    void theFileInTheRepositoryIsTheGeneratorsAndEveryColumnIsDescribed(String name) throws IOException {
        ByteArrayOutputStream made = new ByteArrayOutputStream();
        Generate.write(name, made);
        try (InputStream in = new GZIPInputStream(Files.newInputStream(Path.of("data", name + ".csv.gz")))) {
            assertThat(Arrays.equals(in.readAllBytes(), made.toByteArray())).isTrue();
        }
        try (InputStream in = Files.newInputStream(Path.of("data", name + "-columns.csv"))) {
            Column known = CsvTableReader.read(in, Progress.NONE).column("column");
            assertThat(IntStream.range(0, known.size()).mapToObj(known::text))
                    .containsExactlyElementsOf(
                            read(name).columns().stream().map(Column::name).toList());
        }
    }

    @Test
    void claimsHaveDecimalCommasRareFraudsAndALeak() throws IOException {
        Table table = read("claim-fraud");
        assertThat(table.size()).isEqualTo(90_000);
        assertThat(table.column("claimed_eur").asWritten(0)).contains(",");
        assertThat(table.column("claimed_eur").type()).isEqualTo(ColumnType.NUMBER);
        assertThat(table.column("claimed_on").type()).isEqualTo(ColumnType.DATE);
        assertThat(table.column("repair_shop").text(0))
                .as("a code keeps its zeros")
                .hasSize(3);
        byte[] fraud = Levels.outcome(table, "ruling", List.of("fraudulent"), List.of("withdrawn"), false);
        int[] rows = IntStream.range(0, fraud.length).filter(i -> fraud[i] >= 0).toArray();
        double rate = IntStream.of(rows).map(i -> fraud[i]).average().orElseThrow();
        assertThat(rate).isCloseTo(0.0055, within(0.0006));
        assertThat(table.size() - rows.length).isBetween(2400, 3000);
        Map<String, List<String>> rung = new TreeMap<>();
        for (Column column : table.columns()) {
            List<String> names = Alarms.of(ColumnProfile.of(column, rows, fraud)).stream()
                    .map(Alarm::name)
                    .toList();
            if (!names.isEmpty() && !column.name().equals("ruling")) rung.put(column.name(), names);
        }
        assertThat(rung)
                .isEqualTo(Map.of(
                        "claim_no",
                        List.of("identifier-like"),
                        "investigator_days",
                        List.of("suspected leak"),
                        "member_no",
                        List.of("identifier-like")));
        int[] members = Units.of(table.column("member_no"));
        assertThat(Units.repeats(members)).as("members claim more than once").isGreaterThan(20_000);
    }

    @Test
    void theAgencyIsOverConfident() throws IOException {
        Table table = read("winter-mailing");
        List<Row> generated = WinterMailing.generate(WinterMailing.SEED);
        byte[] ordered = Levels.outcome(table, "ordered", List.of("1"));
        var parts = Split.stratified(ordered, new double[] {0.5, 0.4, 0.1}, 3);
        int[] rows = parts.validation();
        double truth = auc(
                IntStream.of(rows).mapToDouble(i -> generated.get(i).truth()).toArray(), rows, ordered);
        double[] agency = ((NumberColumn) table.column("agency_score")).values();
        double mean = Arrays.stream(agency).average().orElseThrow();
        double rate = IntStream.range(0, ordered.length)
                .map(i -> ordered[i])
                .average()
                .orElseThrow();
        assertThat(rate).isCloseTo(0.04, within(0.003));
        assertThat(mean).as("over-confident").isGreaterThan(1.5 * rate);
        assertThat(auc(IntStream.of(rows).mapToDouble(i -> agency[i]).toArray(), rows, ordered))
                .isBetween(0.55, truth);
    }

    private static double auc(double[] score, int[] rows, byte[] outcome) {
        byte[] y = new byte[rows.length];
        for (int i = 0; i < rows.length; i++) y[i] = outcome[rows[i]];
        return RankingFigures.of(Ranking.of(score, y)).auc();
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 11})
    void laterFilesAreTheGenerators(int week) throws IOException {
        String name = PlanLapseLater.name(week);
        ByteArrayOutputStream made = new ByteArrayOutputStream();
        Generate.write(name, made);
        try (InputStream in = new GZIPInputStream(Files.newInputStream(Path.of("data", name + ".csv.gz")))) {
            assertThat(Arrays.equals(in.readAllBytes(), made.toByteArray())).isTrue();
        }
        Table table = read(name);
        assertThat(table.size()).isEqualTo(week == 0 ? 9_000 : 1_200);
        Column renewal = table.column("renewal");
        long arrived = IntStream.range(0, table.size())
                .filter(i -> !renewal.isMissing(i))
                .count();
        assertThat(arrived / (double) table.size()).isCloseTo(2 / 3.0, within(0.05));
    }

    @Test
    void theNextQuarterLapsesMoreCountsSignInsAnewAndHoldsSomeOut() throws IOException {
        List<Row> rows = PlanLapseLater.generate(0, PlanLapse.SEED);
        double rate = rows.stream().filter(Row::event).count() / (double) rows.size();
        assertThat(rate).isCloseTo(0.11, within(0.01));
        Table before = read("plan-lapse");
        Table after = read("plan-lapse-next");
        assertThat(mean(after, "web_logins_90d")).isGreaterThan(2 * mean(before, "web_logins_90d"));
        Column rung = after.column("rung_by_desk");
        Map<String, Double> truth = new TreeMap<>();
        Map<String, Integer> count = new TreeMap<>();
        for (int i = 0; i < rows.size(); i++) {
            truth.merge(rung.text(i), rows.get(i).truth(), Double::sum);
            count.merge(rung.text(i), 1, Integer::sum);
        }
        assertThat(count.get("held out")).isBetween(count.get("yes") / 5, count.get("yes") / 2);
        double saved = truth.get("held out") / count.get("held out") - truth.get("yes") / count.get("yes");
        assertThat(saved).isGreaterThan(0.1);
    }

    /** Chances of the records of a group whose outcome has arrived, from a score on. */
    private static double chance(List<Row> rows, byte[] outcome, IntPredicate in) {
        return IntStream.range(0, outcome.length)
                .filter(i -> outcome[i] >= 0 && in.test(i))
                .mapToDouble(i -> rows.get(i).truth())
                .average()
                .orElseThrow();
    }

    private static void holds(SignedFigures.Told told, double truth) {
        assertThat(truth).as(told.toString()).isBetween(told.low(), told.high());
    }

    @Test
    void figuresOfThoseActedOnAndOfThoseLeftAloneAreTheGeneratorsTruth() throws IOException {
        List<Row> rows = PlanLapseLater.generate(0, PlanLapse.SEED);
        Table after = read("plan-lapse-next");
        Column rung = after.column("rung_by_desk");
        Column renewal = after.column("renewal");
        double[] points = ((NumberColumn) after.column("desk_points")).values();
        double cut = Arrays.stream(points).sorted().toArray()[(int) (0.85 * points.length)];
        byte[] outcome = new byte[rows.size()];
        ActedGroups.Member[] member = new ActedGroups.Member[rows.size()];
        for (int i = 0; i < outcome.length; i++) {
            outcome[i] = (byte) (renewal.isMissing(i) ? -1 : "lapsed".equals(renewal.text(i)) ? 1 : 0);
            member[i] = "yes".equals(rung.text(i))
                    ? ActedGroups.Member.ACTED_ON
                    : "held out".equals(rung.text(i)) ? ActedGroups.Member.CONTROL : ActedGroups.Member.LEFT_ALONE;
        }
        SignedFigures.Told none = new SignedFigures.Told(null, null, null);
        SignedFigures signed = new SignedFigures(
                new SignedFigures.Measures(none, none, none, none, none, null),
                0.15,
                Reference.of("desk_points", points),
                List.of(),
                null);
        Judged.Money money = new Judged.Money(new Stakes(74, 4.5, 0, 0, 0, 1), Double.NaN);
        ActedGroups found = ActedGroups.of(
                signed, member, new Judged(points, cut, Sample.of(outcome), money, new Seeds(1), new Workers(2)));
        IntPredicate acted = i -> member[i] == ActedGroups.Member.ACTED_ON;
        IntPredicate control = i -> member[i] == ActedGroups.Member.CONTROL;
        IntPredicate above = i -> points[i] >= cut;
        holds(found.actedOn().rate(), chance(rows, outcome, acted));
        holds(found.leftAlone().rate(), chance(rows, outcome, acted.negate()));
        holds(found.control().rate(), chance(rows, outcome, control));
        double truth = chance(rows, outcome, acted.and(above)) - chance(rows, outcome, control.and(above));
        assertThat(truth).isLessThan(-0.1);
        holds(found.effect().difference(), truth);
        double all = 0;
        double caught = 0;
        for (int i = 0; i < outcome.length; i++) {
            if (outcome[i] < 0 || acted.test(i)) continue;
            all += rows.get(i).truth();
            if (above.test(i)) caught += rows.get(i).truth();
        }
        holds(found.leftAlone().figures().capture(), caught / all);
    }

    private static double mean(Table table, String column) {
        return Arrays.stream(((NumberColumn) table.column(column)).values())
                .filter(v -> !Double.isNaN(v))
                .average()
                .orElseThrow();
    }
}
