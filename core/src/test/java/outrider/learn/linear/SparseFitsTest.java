package outrider.learn.linear;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.prepare.Design;
import outrider.prepare.Matrix;
import outrider.prepare.Preparation;
import outrider.prepare.Scaling;
import outrider.prepare.TrainingData;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.NumberColumn;
import outrider.table.Table;

/** Fits on levels, flags and numbers reach the optimum that they are defined by, whichever way they take there. */
class SparseFitsTest {
    private static final int N = 900;

    /** Ten numbers and some columns of levels; each level counts a little. */
    private static TrainingData data(int columns, int levels, long seed) {
        RandomStream random = new Seeds(seed).stream("sparse fits");
        double[] risk = new double[N];
        List<Column> made = new ArrayList<>();
        for (int c = 0; c < 10; c++) {
            double[] values = new double[N];
            for (int i = 0; i < N; i++) {
                values[i] = 100 * c + random.nextGaussian() * (c + 1);
                risk[i] += c < 3 ? (values[i] - 100 * c) / (c + 1) * 0.4 : 0;
            }
            made.add(new NumberColumn("number " + c, values));
        }
        List<String> names = IntStream.range(0, levels)
                .mapToObj(l -> "level " + (char) ('A' + l))
                .toList();
        for (int c = 0; c < columns; c++) {
            int[] codes = new int[N];
            double[] effect = IntStream.range(0, levels)
                    .mapToDouble(l -> 0.2 * random.nextGaussian())
                    .toArray();
            for (int i = 0; i < N; i++) {
                codes[i] = random.nextInt(levels);
                risk[i] += effect[codes[i]];
            }
            made.add(new CategoryColumn("levels " + c, codes, names));
        }
        byte[] y = new byte[N];
        for (int i = 0; i < N; i++) y[i] = (byte) (random.nextDouble() < 1 / (1 + Math.exp(1.2 - risk[i])) ? 1 : 0);
        Table table = new Table(made, null);
        return new TrainingData(
                table,
                made.stream().map(Column::name).toList(),
                IntStream.range(0, N).toArray(),
                y,
                null,
                1);
    }

    private static Design design(TrainingData data) {
        return Preparation.fit(data, Preparation.Options.PLAIN, Progress.NONE).applyTraining(data, data.rows());
    }

    /** What each input is divided by under a penalty. */
    private static double[] scale(TrainingData data) {
        Design x = design(data);
        return Scaling.fit(x, null).ofNumbers(x).deviation();
    }

    /** 3 columns of 5 levels are solved by factors, 30 of 12 by conjugate gradients. */
    @ParameterizedTest
    @CsvSource({"3, 5, 0", "3, 5, 2", "30, 12, 0.5", "30, 12, 100"})
    void aLogisticFitStandsWhereItsGradientIsNought(int columns, int levels, double lambda) {
        TrainingData data = data(columns, levels, 3);
        byte[] y = data.outcome();
        LogisticFit fit = LogisticRegression.fitInPlace(design(data), y, null, lambda, Workers.ALONE, Progress.NONE);
        Matrix x = design(data).matrix();
        double[] scale = scale(data);
        assertThat(fit.dropped()).isEmpty();
        assertThat(fit.converged()).isTrue();
        double[] beta = fit.coefficients();
        double[] off = new double[N];
        for (int i = 0; i < N; i++) {
            double eta = beta[0];
            for (int c = 0; c < x.columns(); c++) eta += beta[c + 1] * x.at(i, c);
            off[i] = 1 / (1 + Math.exp(-eta)) - y[i];
        }
        assertThat(Arrays.stream(off).sum()).isCloseTo(0, within(1e-3));
        for (int c = 0; c < x.columns(); c++) {
            double slope = 0;
            for (int i = 0; i < N; i++) slope += off[i] * x.at(i, c);
            double pull = lambda * beta[c + 1] * scale[c] * scale[c];
            assertThat((slope + pull) / scale[c]).as("input " + c).isCloseTo(0, within(0.02 * (1 + c / 10)));
        }
    }

    @Test
    void threadsChangeNoBitOfAFitByConjugateGradients() {
        TrainingData data = data(30, 12, 4);
        double[] one = LogisticRegression.fitInPlace(
                        design(data), data.outcome(), null, 3, Workers.ALONE, Progress.NONE)
                .coefficients();
        double[] two = LogisticRegression.fitInPlace(
                        design(data), data.outcome(), null, 3, new Workers(2), Progress.NONE)
                .coefficients();
        assertThat(two).containsExactly(one);
    }

    /** 400 inputs are solved by factors, 900 by conjugate gradients. */
    @ParameterizedTest
    @CsvSource({"16, 26", "36, 26"})
    void leastSquaresStandsWhereItsGradientIsNought(int columns, int levels) {
        TrainingData data = data(columns, levels, 5);
        byte[] y = data.outcome();
        double alpha = 4;
        Design scaled =
                design(data).scaledInPlace(Scaling.fit(design(data), null).ofNumbers(design(data)));
        Matrix x = scaled.matrix();
        LinearFit fit = LeastSquares.fit(scaled, y, null, alpha, Workers.ALONE, Progress.NONE);
        double[] off = new double[N];
        for (int i = 0; i < N; i++) {
            off[i] = fit.intercept() - (2 * y[i] - 1);
            for (int c = 0; c < x.columns(); c++) off[i] += fit.slopes()[c] * x.at(i, c);
        }
        assertThat(Arrays.stream(off).sum()).isCloseTo(0, within(1e-6));
        for (int c = 0; c < x.columns(); c++) {
            double slope = alpha * fit.slopes()[c];
            for (int i = 0; i < N; i++) slope += off[i] * x.at(i, c);
            assertThat(slope).as("input " + c).isCloseTo(0, within(1e-5));
        }
    }

    @Test
    void withoutAPenaltyManyInputsThatSayTheSameStillHaveAFiniteSolution() {
        int k = 200;
        RandomStream random = new Seeds(6).stream("same");
        double[] values = new double[N * k];
        byte[] y = new byte[N];
        for (int i = 0; i < N; i++) {
            double z = random.nextGaussian();
            y[i] = (byte) (z + random.nextGaussian() > 1 ? 1 : 0);
            for (int c = 0; c < k; c++) values[i * k + c] = c % 2 == 0 ? z : random.nextGaussian();
        }
        LinearFit fit = LeastSquares.fit(Design.of(new Matrix(values, N, k)), y, null, 0, Workers.ALONE, Progress.NONE);
        double[] same =
                IntStream.range(0, k / 2).mapToDouble(c -> fit.slopes()[2 * c]).toArray();
        assertThat(Arrays.stream(same).sum()).isBetween(0.1, 1.5);
        for (double slope : same) assertThat(slope).isCloseTo(same[0], within(1e-3));
    }

    /** A level whose records all have the event is seen after some steps, not after a hundred. */
    @Test
    void separationIsSeenEarlyAndNamed() {
        TrainingData data = data(3, 5, 7);
        byte[] y = data.outcome().clone();
        int[] codes = ((CategoryColumn) data.table().column("levels 1")).codes();
        for (int i = 0; i < N; i++) if (codes[i] == 2) y[i] = 1;
        Design x = design(data);
        LogisticFit fit = LogisticRegression.fitInPlace(x, y, null, 0, Workers.ALONE, Progress.NONE);
        List<String> names =
                Preparation.fit(data, Preparation.Options.PLAIN, Progress.NONE).inputs();
        assertThat(fit.separated()).extracting(names::get).contains("levels 1 = level C");
        assertThat(fit.standardErrors()).isNull();
        assertThat(fit.iterations()).isLessThan(30);
    }

    @ParameterizedTest
    @ValueSource(strings = {"hinge squares", "log squares", "hinge absolutes", "log absolutes"})
    void theMarginTakesTheStepsOfTheDenseLoop(String form) {
        TrainingData data = data(4, 6, 8);
        byte[] y = data.outcome();
        Design scaled =
                design(data).scaledInPlace(Scaling.fit(design(data), null).ofNumbers(design(data)));
        LinearMargin.Options way =
                new LinearMargin.Options(form.startsWith("hinge"), form.endsWith("absolutes"), 1e-3, 4);
        double[] weight = new double[N];
        for (int i = 0; i < N; i++) weight[i] = 1 + y[i];
        LinearFit fit = LinearMargin.fit(scaled, y, weight, way, new Seeds(1).stream("margin"), Progress.NONE);
        double[] plain = dense(scaled.matrix(), y, weight, way, new Seeds(1).stream("margin"));
        assertThat(fit.intercept()).isCloseTo(plain[0], within(1e-9));
        for (int c = 0; c < fit.slopes().length; c++) {
            assertThat(fit.slopes()[c]).as("slope " + c).isCloseTo(plain[c + 1], within(1e-9));
        }
    }

    /** Every slope moved and shrunk at every step, and averaged over the second half. */
    private static double[] dense(Matrix x, byte[] y, double[] weight, LinearMargin.Options way, RandomStream random) {
        int k = x.columns();
        double unit = N / Arrays.stream(weight).sum();
        double square = Arrays.stream(x.values()).map(v -> v * v).sum() / N;
        double first = 1 / (1 + square);
        int[] order = IntStream.range(0, N).toArray();
        double[] beta = new double[k + 1];
        double[] mean = new double[k + 1];
        long step = 0;
        long averaged = 0;
        for (int pass = 0; pass < way.passes(); pass++) {
            random.shuffle(order);
            for (int row : order) {
                double rate = first / Math.pow(1 + way.lambda() * first * step + step / (10.0 * N), 0.75);
                double margin = beta[0];
                for (int c = 0; c < k; c++) margin += beta[c + 1] * x.at(row, c);
                double label = 2 * y[row] - 1;
                double pull = way.hinge() ? (label * margin < 1 ? label : 0) : label / (1 + Math.exp(label * margin));
                double move = Math.min(rate * unit * weight[row], 1) * pull;
                double cut = rate * way.lambda();
                beta[0] += move;
                for (int c = 0; c < k; c++) {
                    double to = beta[c + 1] + move * x.at(row, c);
                    beta[c + 1] = !way.lasso() ? to / (1 + cut) : Math.signum(to) * Math.max(0, Math.abs(to) - cut);
                }
                if (2 * pass >= way.passes() - 1) {
                    averaged++;
                    for (int c = 0; c <= k; c++) mean[c] += (beta[c] - mean[c]) / averaged;
                }
                step++;
            }
        }
        return mean;
    }
}
