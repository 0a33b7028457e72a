package outrider.demo;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.IntStream;
import java.util.zip.GZIPInputStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import outrider.base.Progress;
import outrider.check.Alarm;
import outrider.check.Alarms;
import outrider.check.ColumnProfile;
import outrider.measure.RankingFigures;
import outrider.rank.Ranking;
import outrider.split.Parts;
import outrider.split.Split;
import outrider.table.Column;
import outrider.table.CsvTableReader;
import outrider.table.Levels;
import outrider.table.NumberColumn;
import outrider.table.Table;

/** What the scenario plants is really there. */
class PlanLapseTest {
    private static final Path FILE = Path.of("data", "plan-lapse.csv.gz");
    private static List<Row> members;
    private static Table table;
    private static byte[] lapsed;

    @BeforeAll
    static void read() throws IOException {
        members = PlanLapse.generate(PlanLapse.SEED);
        try (InputStream in = Files.newInputStream(FILE)) {
            table = CsvTableReader.read(in, Progress.NONE);
        }
        lapsed = Levels.outcome(table, "renewal", List.of("lapsed"));
    }

    @Test
    void theFileInTheRepositoryIsTheGenerators() throws IOException {
        ByteArrayOutputStream made = new ByteArrayOutputStream();
        Generate.write("plan-lapse", made);
        try (InputStream in = new GZIPInputStream(Files.newInputStream(FILE))) {
            assertThat(Arrays.equals(in.readAllBytes(), made.toByteArray())).isTrue();
        }
        assertThat(Files.size(FILE)).isLessThan(4_000_000);
    }

    @Test
    void sizeAndRateAreTheScenarios() {
        assertThat(table.size()).isEqualTo(36_000);
        assertThat(share("renewal", "lapsed")).isCloseTo(0.085, within(0.004));
    }

    @Test
    void theTruthRanksBetterThanThePoints() {
        Parts parts = Split.stratified(lapsed, new double[] {0.5, 0.25, 0.25}, 1);
        int[] rows = parts.validation();
        double truth =
                auc(IntStream.of(rows).mapToDouble(r -> members.get(r).truth()).toArray(), rows);
        double points = auc(
                IntStream.of(rows)
                        .mapToDouble(r -> ((NumberColumn) table.column("desk_points")).values()[r])
                        .toArray(),
                rows);
        assertThat(truth).isBetween(0.78, 0.87);
        assertThat(truth - points).isGreaterThan(0.06);
    }

    private static double auc(double[] score, int[] rows) {
        byte[] y = new byte[rows.length];
        for (int i = 0; i < rows.length; i++) y[i] = lapsed[rows[i]];
        return RankingFigures.of(Ranking.of(score, y)).auc();
    }

    @Test
    void alarmsRingOnWhatIsPlantedAndNowhereElse() {
        int[] training =
                Split.stratified(lapsed, new double[] {0.5, 0.25, 0.25}, 1).training();
        Map<String, List<String>> rung = new TreeMap<>();
        for (Column column : table.columns()) {
            if (column.name().equals("renewal")) continue;
            List<String> names = Alarms.of(ColumnProfile.of(column, training, lapsed)).stream()
                    .map(Alarm::name)
                    .toList();
            if (!names.isEmpty()) rung.put(column.name(), names);
        }
        assertThat(rung)
                .isEqualTo(Map.of(
                        "goodbye_page_seen", List.of("suspected leak"),
                        "next_visit_booked", List.of("suspected leak"),
                        "country", List.of("constant"),
                        "member_no", List.of("identifier-like"),
                        "rides_logged_90d", List.of("missing means something"),
                        "days_since_workshop", List.of("missing means something")));
    }

    @Test
    void zeroAndNeverMeanOppositeThings() {
        Column rides = table.column("rides_logged_90d");
        assertThat(rate(r -> "0".equals(rides.text(r)))).isGreaterThan(0.15);
        assertThat(rate(rides::isMissing)).isLessThan(0.08);
    }

    @Test
    void ringingLoweredTheLapseRateOfThoseAtRisk() {
        Column rung = table.column("rung_by_desk");
        NumberColumn points = (NumberColumn) table.column("desk_points");
        assertThat(rate(r -> "yes".equals(rung.text(r)) && points.values()[r] > 48))
                .isLessThan(rate(r -> "no".equals(rung.text(r)) && points.values()[r] > 48) - 0.03);
    }

    @Test
    void dirtIsPlanted() {
        Set<List<String>> distinct = new HashSet<>();
        members.forEach(member -> distinct.add(member.values()));
        assertThat(1 - distinct.size() / 36_000.0).isCloseTo(0.01, within(0.001));
        assertThat(Levels.of(table.column("postal_area")).levels()).hasSize(180);
        assertThat(Levels.of(table.column("country")).levels()).hasSize(1);
        assertThat(table.column("spending_band").missing() / 36_000.0).isCloseTo(0.30, within(0.02));
        NumberColumn age = (NumberColumn) table.column("age");
        assertThat(Arrays.stream(age.values()).filter(a -> a < 0 || a > 120).count())
                .isBetween(3L, 40L);
    }

    private static double share(String column, String level) {
        Column of = table.column(column);
        return IntStream.range(0, table.size())
                        .filter(r -> level.equals(of.text(r)))
                        .count()
                / (double) table.size();
    }

    private static double rate(java.util.function.IntPredicate chosen) {
        return IntStream.range(0, table.size())
                .filter(chosen)
                .map(r -> lapsed[r])
                .average()
                .orElseThrow();
    }
}
