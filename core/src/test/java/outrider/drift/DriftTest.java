package outrider.drift;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;

class DriftTest {
    private static final Workers WORKERS = new Workers(2);
    private static final int N = 4000;
    private static final int[] TRAINING = IntStream.range(0, 2500).toArray();
    private static final int[] VALIDATION = IntStream.range(2500, N).toArray();

    /** Numbers drawn alike in both parts, but for the columns that are named. */
    private static List<Column> columns(long seed, int count, int each, int moved) {
        List<Column> columns = new ArrayList<>();
        for (int c = 0; c < count; c++) {
            RandomStream random = new Seeds(seed).stream("column " + c);
            double[] values = new double[N];
            double kept = 0;
            for (int i = 0; i < N; i++) {
                if (i % each == 0) kept = random.nextGaussian();
                values[i] = kept + (c < moved && i >= 2500 ? 0.6 : 0);
            }
            columns.add(new NumberColumn("c" + c, values));
        }
        return columns;
    }

    private static int[] units(int each) {
        return IntStream.range(0, N).map(i -> i / each * each).toArray();
    }

    @Test
    void ofSoundTablesAtMostOneInTwentyNamesAMover() {
        int rings = 0;
        int ringsOfCustomers = 0;
        for (int run = 0; run < 100; run++) {
            rings += names(columns(run, 20, 1, 0), units(1));
            ringsOfCustomers += names(columns(run, 20, 50, 0), units(50));
        }
        assertThat(rings).isLessThanOrEqualTo(9);
        assertThat(ringsOfCustomers).isLessThanOrEqualTo(9);
    }

    private static int names(List<Column> columns, int[] unit) {
        return Mover.of(columns, TRAINING, VALIDATION, unit, WORKERS).stream().anyMatch(Mover::moved) ? 1 : 0;
    }

    @Test
    void whatMovedIsNamedFirst() {
        List<Mover> movers = Mover.of(columns(7, 30, 1, 2), TRAINING, VALIDATION, units(1), WORKERS);
        assertThat(movers).hasSize(30);
        assertThat(movers.subList(0, 2))
                .allMatch(Mover::moved)
                .allMatch(m -> m.stability().column().matches("c[01]"));
        assertThat(movers.subList(2, 30)).noneMatch(Mover::moved);
    }

    @Test
    void periodsHoldEveryDatedRecordOnceAndAsManyAsTheSpanAllows() {
        int from = (int) LocalDate.of(2024, 1, 15).toEpochDay();
        int[] days = IntStream.range(0, N).map(i -> from + i % 500).toArray();
        for (int i = 0; i < N; i += 100) days[i] = DateColumn.MISSING;
        DateColumn by = new DateColumn("seen", days);
        double[] values = new double[N];
        Arrays.setAll(values, i -> i % 7 == 0 ? Double.NaN : days[i] - from);
        Periods periods = Periods.of(
                new NumberColumn("x", values), by, IntStream.range(0, N).toArray());
        assertThat(periods.step()).isEqualTo(Periods.PeriodStep.MONTH);
        assertThat(periods.first()).hasSize(17).startsWith("2024-01-01").endsWith("2025-05-01");
        assertThat(periods.outside()).isEqualTo(N / 100);
        assertThat(periods.records().stream().mapToInt(k -> k).sum()).isEqualTo(N - N / 100);
        assertThat(periods.lines())
                .extracting(Periods.PeriodLine::name)
                .containsExactly("lower quartile", "median", "upper quartile", "missing");
        assertThat(periods.lines().get(1).value()).isSorted();
        assertThat(periods.lines().get(3).value())
                .allSatisfy(share -> assertThat(share).isCloseTo(1 / 7.0, within(0.05)));
    }

    @Test
    void ratesHaveTheirIntervalAndAnEmptyPeriodHasNone() {
        int[] days = IntStream.range(0, N)
                .map(i -> (int) LocalDate.of(2026, 1 + 2 * (i % 6), 5).toEpochDay())
                .toArray();
        byte[] outcome = new byte[N];
        for (int i = 0; i < N; i++) outcome[i] = (byte) (i % 6 == 5 && i % 4 == 3 ? 1 : 0);
        int[] all = IntStream.range(0, N).toArray();
        Periods periods = Periods.rate(outcome, new DateColumn("d", days), all);
        int last = periods.records().size() - 1;
        assertThat(periods.lines().get(0).value().get(last)).isCloseTo(0.5, within(0.01));
        assertThat(periods.lines().get(0).low().get(0)).isZero();
        assertThat(periods.lines().get(0).high().get(0)).isBetween(0.001, 0.02);
        int empty = periods.records().indexOf(0);
        assertThat(empty).isPositive();
        assertThat(periods.lines().get(0).value().get(empty)).isNull();
        DateColumn none = new DateColumn(
                "none", IntStream.range(0, N).map(i -> DateColumn.MISSING).toArray());
        assertThat(Periods.rate(outcome, none, all).records()).isEmpty();
        assertThat(Periods.rate(outcome, none, all).outside()).isEqualTo(N);
    }

    @Test
    void aCodeForNeverDoesNotStretchTheAxis() {
        int[] days = IntStream.range(0, N)
                .map(i -> (int)
                        (i % 500 == 0 ? LocalDate.of(9999, 12, 31) : LocalDate.of(2026, 1, 1 + i % 28)).toEpochDay())
                .toArray();
        CategoryColumn levels = new CategoryColumn(
                "k",
                IntStream.range(0, N).map(i -> i % 9).toArray(),
                IntStream.range(0, 9).mapToObj(k -> "l" + k).toList());
        Periods periods = Periods.of(
                levels, new DateColumn("d", days), IntStream.range(0, N).toArray());
        assertThat(periods.step()).isEqualTo(Periods.PeriodStep.WEEK);
        assertThat(periods.records()).hasSizeLessThan(7);
        assertThat(periods.outside()).isEqualTo(8);
        assertThat(periods.lines()).hasSize(5);
    }
}
