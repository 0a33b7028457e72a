package outrider.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.NumberColumn;

class ColumnAlarmsTest {
    private static final int RECORDS = 600;
    private static final int[] TRAINING = IntStream.range(0, 500).toArray();
    private static final byte[] OUTCOME = new byte[RECORDS];
    private static final RandomStream RANDOM = new Seeds(12).stream("columns");

    static {
        for (int i = 0; i < RECORDS; i++) OUTCOME[i] = (byte) (i % 5 == 0 ? 1 : 0);
    }

    private static double[] numbers(java.util.function.IntToDoubleFunction value) {
        double[] values = new double[RECORDS];
        Arrays.setAll(values, value);
        return values;
    }

    private static ColumnProfile profile(Column column) {
        return ColumnProfile.of(column, TRAINING, OUTCOME);
    }

    private static List<String> alarms(double[] values) {
        return ColumnAlarms.of(profile(new NumberColumn("x", values))).stream()
                .map(Alarm::name)
                .toList();
    }

    @Test
    void aCleanColumnRaisesNone() {
        assertThat(alarms(numbers(i -> RANDOM.nextGaussian() + OUTCOME[i]))).isEmpty();
        assertThat(alarms(numbers(i -> i % 3 == 0 ? Double.NaN : i % 7))).isEmpty();
    }

    @Test
    void eachLeakRings() {
        assertThat(alarms(numbers(i -> OUTCOME[i] == 1 ? -i : i))).contains("suspected leak");
        assertThat(alarms(numbers(i -> OUTCOME[i] == 1 ? Double.NaN : i % 4))).contains("suspected leak");
        int[] codes = new int[RECORDS];
        for (int i = 0; i < RECORDS; i++) codes[i] = i % 25 == 0 ? 1 : 0;
        ColumnProfile telling = profile(new CategoryColumn("c", codes, List.of("plain", "closed")));
        assertThat(telling.telling()).containsExactly("closed");
        assertThat(ColumnAlarms.of(telling).get(0).meaning()).contains("“closed”");
    }

    @Test
    void constantsAndIdentifiersRing() {
        assertThat(alarms(numbers(i -> 4))).containsExactly("constant");
        assertThat(alarms(numbers(i -> Double.NaN))).containsExactly("constant");
        assertThat(alarms(numbers(i -> (i * 37) % 601))).containsExactly("identifier-like");
    }

    @Test
    void onlyTrainingIsLookedAt() {
        double[] values = numbers(i -> i % 7);
        ColumnProfile before = profile(new NumberColumn("x", values));
        for (int i = 500; i < RECORDS; i++) values[i] = 1e6 * OUTCOME[i];
        assertThat(profile(new NumberColumn("x", values))).isEqualTo(before);
    }

    @Test
    void aucAndInformationValueFollowTheirDefinitions() {
        int[] codes = new int[RECORDS];
        for (int i = 0; i < RECORDS; i++)
            codes[i] = i % 5 == 0 ? (i % 10 == 0 ? 0 : 1) : (i % 2 == 0 ? 0 : 1) * (i % 3 == 0 ? 1 : 0);
        ColumnProfile profile = profile(new CategoryColumn("c", codes, List.of("a", "b")));
        double[][] cells = new double[2][2];
        for (int i : TRAINING) cells[codes[i]][OUTCOME[i]]++;
        double value = 0;
        for (double[] cell : cells) {
            double e = (cell[1] + 0.5) / (100 + 1);
            double n = (cell[0] + 0.5) / (400 + 1);
            value += (e - n) * Math.log(e / n);
        }
        assertThat(profile.informationValue()).isCloseTo(value, within(1e-12));
        double higher = Math.max(
                cells[1][1] / 100 * cells[0][0] / 400
                        + (cells[0][1] * cells[0][0] + cells[1][1] * cells[1][0]) / 80_000,
                1
                        - cells[1][1] / 100 * cells[0][0] / 400
                        - (cells[0][1] * cells[0][0] + cells[1][1] * cells[1][0]) / 80_000);
        assertThat(profile.auc()).isCloseTo(higher, within(1e-12));
    }
}
