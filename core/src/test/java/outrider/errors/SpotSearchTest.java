package outrider.errors;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import outrider.base.RandomStream;
import outrider.base.Seeds;

/** The search against a look at every record for every two columns. */
class SpotSearchTest {
    private static final int RECORDS = 3000;
    private static final int COLUMNS = 14;

    private final byte[] outcome = new byte[RECORDS];
    private final double[] probability = new double[RECORDS];
    private final List<GroupedColumn> columns = new ArrayList<>();
    private final int[] half =
            IntStream.range(0, RECORDS).filter(i -> i % 5 < 3).toArray();

    /** @param apart the share of records that are not in a column's commonest group; every third column is a copy */
    private void table(double apart, double off, long seed) {
        RandomStream random = new Seeds(seed).stream("spots");
        for (int i = 0; i < RECORDS; i++) {
            probability[i] = seed % 3 == 0 ? 0.2 : 0.02 + 0.3 * random.nextDouble();
            outcome[i] = (byte) (random.nextDouble() < off * probability[i] ? 1 : 0);
        }
        for (int c = 0; c < COLUMNS; c++) {
            int groups = 2 + c % 4;
            short[] group = new short[RECORDS];
            for (int i = 0; i < RECORDS; i++) {
                if (c % 3 == 2) group[i] = columns.get(c - 1).group()[i];
                else if (random.nextDouble() < apart) group[i] = (short) (random.nextInt(groups + 1) - 1);
            }
            int wide = c % 3 == 2 ? columns.get(c - 1).conditions().size() : groups;
            String name = "column " + c;
            columns.add(new GroupedColumn(
                    IntStream.range(0, wide)
                            .mapToObj(g -> Condition.level(name, "level " + g))
                            .toList(),
                    group));
        }
    }

    private List<SpotSearch.Cell> byAllRecords(double spread) {
        List<SpotSearch.Cell> cells = new ArrayList<>();
        for (int a = 0; a < COLUMNS; a++) strikes(a, -1, spread, cells);
        for (int a = 0; a < COLUMNS; a++) for (int b = a + 1; b < COLUMNS; b++) strikes(a, b, spread, cells);
        cells.sort(Comparator.comparingDouble(cell -> -Math.abs(cell.z())));
        return cells.subList(0, Math.min(20, cells.size()));
    }

    private void strikes(int a, int b, double spread, List<SpotSearch.Cell> cells) {
        int wide = b < 0 ? 1 : columns.get(b).conditions().size();
        for (int cell = 0; cell < columns.get(a).conditions().size() * wide; cell++) {
            int groupA = cell / wide;
            int groupB = cell % wide;
            SpotSums both = sums(a, groupA, b, groupB);
            if (!both.enough(0)) continue;
            double z = both.z(0, spread);
            double known = b < 0 ? 0 : Math.max(alone(a, groupA, spread), alone(b, groupB, spread));
            if (Math.abs(z) >= 1.96 && Math.abs(z) > known) cells.add(new SpotSearch.Cell(a, groupA, b, groupB, z));
        }
    }

    private double alone(int a, int group, double spread) {
        SpotSums sums = sums(a, group, -1, 0);
        return sums.enough(0) ? Math.abs(sums.z(0, spread)) : 0;
    }

    private SpotSums sums(int a, int groupA, int b, int groupB) {
        SpotSums sums = new SpotSums(1);
        for (int i : half) {
            boolean within = columns.get(a).group()[i] == groupA
                    && (b < 0 || columns.get(b).group()[i] == groupB);
            if (within) sums.add(0, outcome[i], probability[i]);
        }
        return sums;
    }

    @ParameterizedTest
    @CsvSource({"0.02, 1.6, 1", "0.1, 1.3, 1", "0.1, 1.6, 1", "0.3, 1, 1.5", "0.3, 0.5, 1", "0.9, 1, 1", "0.9, 1.6, 1"})
    void findsWhatALookAtEveryRecordFindsToTheBit(double apart, double off, double spread) {
        int all = 0;
        for (long seed = 0; seed < 12; seed++) {
            columns.clear();
            table(apart, off, seed);
            List<SpotSearch.Cell> expected = byAllRecords(spread);
            assertThat(SpotSearch.of(columns, half, outcome, probability, spread, 20))
                    .as("seed " + seed)
                    .isEqualTo(expected);
            all += expected.size();
        }
        assertThat(all).isPositive();
    }
}
