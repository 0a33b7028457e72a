package outrider.prepare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.table.CategoryColumn;
import outrider.table.NumberColumn;
import outrider.table.Table;

/** A design says the same as its values written out, however it holds them. */
class DesignTest {
    private static final int N = 60;

    private static TrainingData data(long seed) {
        RandomStream random = new Seeds(seed).stream("design");
        double[] full = new double[N];
        double[] rare = new double[N];
        double[] gaps = new double[N];
        int[] level = new int[N];
        byte[] y = new byte[N];
        for (int i = 0; i < N; i++) {
            full[i] = 5 + random.nextGaussian();
            rare[i] = random.nextDouble() < 0.1 ? random.nextGaussian() : 0;
            gaps[i] = random.nextDouble() < 0.3 ? Double.NaN : random.nextGaussian();
            level[i] = random.nextInt(5) - 1;
            y[i] = (byte) (i % 3 == 0 ? 1 : 0);
        }
        Table table = new Table(
                List.of(
                        new NumberColumn("full", full),
                        new NumberColumn("rare", rare),
                        new NumberColumn("gaps", gaps),
                        new CategoryColumn("level", level, List.of("1 low", "2 mid", "3 high", "4 top"))),
                null);
        return new TrainingData(
                table,
                List.of("level", "rare", "full", "gaps"),
                IntStream.range(0, N).toArray(),
                y,
                null,
                1);
    }

    private static Preparation preparation(TrainingData data) {
        return Preparation.fit(data, new Preparation.Options(true, 30, true), Progress.NONE);
    }

    private static double[] vector(int size, long seed) {
        RandomStream random = new Seeds(seed).stream("vector");
        return IntStream.range(0, size).mapToDouble(i -> random.nextGaussian()).toArray();
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3})
    void itsValuesAreThoseOfTheSteps(long seed) {
        TrainingData data = data(seed);
        Preparation preparation = preparation(data);
        Design design = preparation.apply(data.table(), data.rows());
        Matrix matrix = design.matrix();
        assertThat(design.dense()).as("some are listed").isBetween(1, design.columns() - 1);
        double[] row = new double[design.columns()];
        for (int i = 0; i < N; i++) {
            int at = 0;
            design.write(i, row);
            for (Step step : preparation.steps()) {
                for (double value : step.values(data.table().column(step.column()), i)) {
                    assertThat(matrix.at(i, at)).as(step.column()).isEqualTo(value);
                    assertThat(row[at++]).isEqualTo(value);
                }
            }
            assertThat(at).isEqualTo(preparation.inputs().size());
        }
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3})
    void marginsAndSumsAreThoseOfTheMatrix(long seed) {
        TrainingData data = data(seed);
        Preparation preparation = preparation(data);
        Design design = preparation.apply(data.table(), data.rows());
        int k = design.columns();
        double[] slopes = vector(k, seed);
        double[] byPlace = new double[k + 1];
        byPlace[0] = 0.7;
        for (int p = 0; p < k; p++) byPlace[p + 1] = slopes[design.inputs()[p]];
        double[] margins = preparation.margins(data.table(), data.rows(), 0.7, slopes);
        double[] added = new double[k + 1];
        double[] plain = new double[k + 1];
        for (int i = 0; i < N; i++) {
            double expected = 0.7;
            for (int c = 0; c < k; c++) expected += slopes[c] * design.matrix().at(i, c);
            assertThat(margins[i]).isCloseTo(expected, within(1e-12));
            assertThat(design.margin(byPlace, i)).isCloseTo(expected, within(1e-12));
            design.addTo(added, i + 1, i);
            plain[0] += i + 1;
            for (int p = 0; p < k; p++)
                plain[p + 1] += (i + 1) * design.matrix().at(i, design.inputs()[p]);
        }
        for (int p = 0; p <= k; p++) assertThat(added[p]).isCloseTo(plain[p], within(1e-9));
    }

    @Test
    void aRecordsSumsDoNotDependOnThoseBesideIt() {
        TrainingData data = data(4);
        Preparation preparation = preparation(data);
        double[] slopes = vector(2 * preparation.inputs().size(), 4);
        double[] base = {0.1, -0.2};
        double[] all = preparation.sums(data.table(), data.rows(), base, slopes);
        for (int i = 0; i < N; i++) {
            assertThat(preparation.sums(data.table(), new int[] {i}, base, slopes))
                    .containsExactly(all[2 * i], all[2 * i + 1]);
        }
    }

    @Test
    void placesAndRowsCanBeLeftOut() {
        TrainingData data = data(5);
        Design design = preparation(data).apply(data.table(), data.rows());
        int k = design.columns();
        boolean[] out = new boolean[k];
        for (int p = 0; p < k; p += 2) out[p] = true;
        Design fewer = design.without(out);
        Design anew = fewer.renumbered();
        assertThat(anew.inputs())
                .containsExactlyInAnyOrder(IntStream.range(0, k / 2).toArray());
        int[] rows = {7, 3, 50};
        Design some = fewer.of(rows);
        for (int p = 0; p < fewer.columns(); p++) {
            double[] one = new double[fewer.columns() + 1];
            one[p + 1] = 1;
            for (int i = 0; i < rows.length; i++) {
                double value = design.matrix().at(rows[i], fewer.inputs()[p]);
                assertThat(fewer.margin(one, rows[i])).isEqualTo(value);
                assertThat(some.margin(one, i)).isEqualTo(value);
            }
            assertThat(fewer.level()[p])
                    .isEqualTo(design.level()[
                            Arrays.stream(design.inputs()).boxed().toList().indexOf(fewer.inputs()[p])]);
        }
    }

    @Test
    void scalingIsThatOfTheMatrixAndLeavesLevelsForAPenalty() {
        TrainingData data = data(6);
        Design design = preparation(data).apply(data.table(), data.rows());
        double[] weight = IntStream.range(0, N).mapToDouble(i -> 1 + i % 3).toArray();
        Scaling scaling = Scaling.fit(design, weight);
        Matrix plain = design.matrix();
        double total = Arrays.stream(weight).sum();
        for (int c = 0; c < design.columns(); c++) {
            double mean = 0;
            for (int i = 0; i < N; i++) mean += weight[i] * plain.at(i, c) / total;
            double square = 0;
            for (int i = 0; i < N; i++) square += weight[i] * Math.pow(plain.at(i, c) - mean, 2) / total;
            assertThat(scaling.mean()[c]).isCloseTo(mean, within(1e-12));
            assertThat(scaling.deviation()[c]).isCloseTo(Math.sqrt(square), within(1e-12));
        }
        Scaling numbers = scaling.ofNumbers(design);
        for (int p = 0; p < design.columns(); p++) {
            int input = design.inputs()[p];
            if (design.level()[p]) assertThat(numbers.deviation()[input]).isEqualTo(1);
            else assertThat(numbers.deviation()[input]).isEqualTo(scaling.deviation()[input]);
        }
        double[] slopes = vector(design.columns(), 9);
        double[] beta = new double[design.columns() + 1];
        beta[0] = 0.3;
        for (int p = 0; p < design.columns(); p++) beta[p + 1] = slopes[design.inputs()[p]];
        double[] unscaled = slopes.clone();
        double intercept = numbers.unscale(0.3, unscaled);
        double[] margins = preparation(data).margins(data.table(), data.rows(), intercept, unscaled);
        Design scaled = design.scaledInPlace(numbers);
        for (int i = 0; i < N; i++) assertThat(scaled.margin(beta, i)).isCloseTo(margins[i], within(1e-9));
    }

    @Test
    void manyColumnsGiveTheStepsThatFewWould() {
        RandomStream random = new Seeds(8).stream("many");
        List<NumberColumn> columns = IntStream.range(0, 450)
                .mapToObj(c -> new NumberColumn(
                        "c" + c,
                        IntStream.range(0, N)
                                .mapToDouble(i -> random.nextInt(4))
                                .toArray()))
                .toList();
        Table table = new Table(List.copyOf(columns), null);
        List<String> names = columns.stream().map(NumberColumn::name).toList();
        byte[] y = new byte[N];
        y[3] = 1;
        int[] rows = IntStream.range(0, N).toArray();
        List<Step> together = Preparation.fit(
                        new TrainingData(table, names, rows, y, null, 1), Preparation.Options.PLAIN, Progress.NONE)
                .steps();
        assertThat(together).extracting(Step::column).containsExactlyElementsOf(names);
        for (int c = 0; c < 450; c += 37) {
            TrainingData one = new TrainingData(table, List.of(names.get(c)), rows, y, null, 1);
            assertThat(Preparation.fit(one, Preparation.Options.PLAIN, Progress.NONE)
                            .steps())
                    .containsExactly(together.get(c));
        }
    }
}
