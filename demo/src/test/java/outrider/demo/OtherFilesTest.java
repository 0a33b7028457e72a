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
import java.util.stream.IntStream;
import java.util.zip.GZIPInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.Progress;
import outrider.check.Alarm;
import outrider.check.Alarms;
import outrider.check.ColumnProfile;
import outrider.measure.RankingFigures;
import outrider.rank.Ranking;
import outrider.split.Split;
import outrider.split.Units;
import outrider.table.Column;
import outrider.table.ColumnType;
import outrider.table.CsvTableReader;
import outrider.table.Levels;
import outrider.table.NumberColumn;
import outrider.table.Table;

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
}
