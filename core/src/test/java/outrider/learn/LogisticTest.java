package outrider.learn;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import outrider.Vectors;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.learn.linear.LogisticFit;
import outrider.learn.linear.LogisticModel;
import outrider.learn.linear.LogisticRegression;
import outrider.prepare.Matrix;
import outrider.prepare.TrainingData;
import outrider.split.Balance;
import outrider.table.NumberColumn;
import outrider.table.Table;

class LogisticTest {

    private static Matrix matrix(JsonNode rows) {
        int k = rows.get(0).size();
        double[] values = new double[rows.size() * k];
        for (int i = 0; i < values.length; i++)
            values[i] = rows.get(i / k).get(i % k).asDouble();
        return new Matrix(values, rows.size(), k);
    }

    private static LogisticFit fit(double lambda, byte[] y, double[]... columns) {
        double[] values = new double[y.length * columns.length];
        for (int i = 0; i < values.length; i++) values[i] = columns[i % columns.length][i / columns.length];
        return LogisticRegression.fit(new Matrix(values, y.length, columns.length), y, null, lambda, Progress.NONE);
    }

    @Test
    void coefficientsAndInferenceHoldTheWorkedCases() {
        JsonNode vector = Vectors.read("logistic");
        double tolerance = vector.get("tolerance").asDouble();
        Matrix x = matrix(vector.get("input").get("inputs"));
        byte[] y = Vectors.outcome(vector.get("input").get("outcome"));
        for (int i = 0; i < vector.get("expected").size(); i++) {
            JsonNode expected = vector.get("expected").get(i);
            double lambda = vector.get("input").get("lambdas").get(i).asDouble();
            LogisticFit fit = LogisticRegression.fit(x, y, null, lambda, Progress.NONE);
            Vectors.assertHolds(expected.get("coefficients"), fit.coefficients(), tolerance);
            assertThat(fit.standardErrors() == null).isEqualTo(lambda > 0);
            if (lambda > 0) continue;
            Vectors.assertHolds(expected.get("standardErrors"), fit.standardErrors(), tolerance);
            List<Coefficient> table = fit.table(List.of("a", "b", "c", "d"));
            Vectors.assertHolds(
                    expected.get("z"), table.stream().map(Coefficient::z).toList(), tolerance);
            Vectors.assertHolds(
                    expected.get("pValues"),
                    table.stream().map(Coefficient::pValue).toList(),
                    tolerance);
            List<Coefficient> inputs = table.subList(1, table.size());
            Vectors.assertHolds(
                    expected.get("oddsRatios"),
                    inputs.stream().map(Coefficient::oddsRatio).toList(),
                    tolerance);
            Vectors.assertHolds(
                    expected.get("oddsRatiosPerSd"),
                    inputs.stream().map(Coefficient::oddsRatioPerSd).toList(),
                    tolerance);
            Vectors.assertHolds(expected.get("logLikelihood"), fit.likelihood().log(), tolerance);
            Vectors.assertHolds(expected.get("aic"), fit.likelihood().aic(), tolerance);
            Vectors.assertHolds(expected.get("bic"), fit.likelihood().bic(), tolerance);
            Vectors.assertHolds(expected.get("mcfadden"), fit.likelihood().mcfadden(), tolerance);
        }
    }

    private static final byte[] Y = {0, 0, 1, 0, 1, 0, 1, 1};
    private static final double[] A = {1, 2, 3, 4, 5, 6, 7, 8};
    private static final double[] B = {3, 1, 4, 1, 5, 9, 2, 6};

    @Test
    void constantsAndCombinationsAreDroppedAndNamed() {
        double[] constant = {7, 7, 7, 7, 7, 7, 7, 7};
        double[] sum = new double[8];
        for (int i = 0; i < 8; i++) sum[i] = 2 * A[i] - B[i];
        LogisticFit fit = fit(0, Y, A, constant, B, sum);
        assertThat(fit.dropped()).containsExactly(1, 3);
        assertThat(fit.coefficients()[2]).isZero();
        assertThat(fit.likelihood().parameters()).isEqualTo(3);
        LogisticFit without = fit(0, Y, A, B);
        assertThat(fit.coefficients()[1]).isCloseTo(without.coefficients()[1], within(1e-9));
    }

    @Test
    void separationIsFoundAndNamedAndAPenaltyCuresIt() {
        double[] tells = {0, 0, 9, 0, 9, 0, 9, 9};
        LogisticFit fit = fit(0, Y, B, tells);
        assertThat(fit.separated()).containsExactly(1);
        assertThat(fit.standardErrors()).isNull();
        assertThat(fit(1, Y, B, tells).separated()).isEmpty();
        double[] rareFlag = {0, 0, 1, 0, 0, 0, 0, 0};
        assertThat(fit(0, Y, B, rareFlag).separated()).containsExactly(1);
        assertThat(fit(0, Y, A, B).separated()).isEmpty();
    }

    @Test
    void aWeightCountsAsThatManyRecords() {
        double[] twice = {2, 1, 1, 1, 1, 1, 1, 1};
        int[] rows = IntStream.concat(IntStream.of(0), IntStream.range(0, 8)).toArray();
        double[] repeated = IntStream.of(rows).mapToDouble(r -> B[r]).toArray();
        byte[] y = new byte[9];
        for (int i = 0; i < 9; i++) y[i] = Y[rows[i]];
        LogisticFit weighted = LogisticRegression.fit(new Matrix(B, 8, 1), Y, twice, 0, Progress.NONE);
        LogisticFit plain = fit(0, y, repeated);
        assertThat(weighted.coefficients()).containsExactly(plain.coefficients(), within(1e-9));
        assertThat(weighted.standardErrors()).containsExactly(plain.standardErrors(), within(1e-9));
    }

    @Test
    void badSettingsAreRefusedByName() {
        assertThatThrownBy(() -> fit(-1, Y, A)).isInstanceOf(BadInput.class).hasMessageContaining("penalty");
        assertThatThrownBy(() -> fit(0, new byte[8], A)).hasMessageContaining("only one outcome");
    }

    @Test
    void stopsWhenCancelled() {
        Progress cancelled = new Progress() {
            @Override
            public void report(double share, String step) {}

            @Override
            public boolean isCancelled() {
                return true;
            }
        };
        assertThatThrownBy(() -> LogisticRegression.fit(new Matrix(A, 8, 1), Y, null, 0, cancelled))
                .isInstanceOf(CancellationException.class);
    }

    @Test
    void noSmallStepBettersThePenalisedObjective() {
        double lambda = 3;
        LogisticFit fit = fit(lambda, Y, A, B);
        double best = objective(fit.coefficients(), fit.deviations(), lambda);
        for (int c = 0; c < 3; c++) {
            for (double step : new double[] {-1e-3, 1e-3}) {
                double[] moved = fit.coefficients().clone();
                moved[c] += step;
                assertThat(objective(moved, fit.deviations(), lambda)).isGreaterThan(best);
            }
        }
    }

    private static double objective(double[] beta, double[] deviation, double lambda) {
        double sum = 0;
        for (int i = 0; i < Y.length; i++) {
            double eta = beta[0] + beta[1] * A[i] + beta[2] * B[i];
            sum += Math.log1p(Math.exp(Y[i] == 1 ? -eta : eta));
        }
        return sum + lambda / 2 * (Math.pow(beta[1] * deviation[0], 2) + Math.pow(beta[2] * deviation[1], 2));
    }

    @Test
    void unitsOfAnInputDoNotMatter() {
        double[] thousands = new double[8];
        for (int i = 0; i < 8; i++) thousands[i] = 1000 * B[i] + 5e6;
        LogisticFit plain = fit(2, Y, A, B);
        LogisticFit scaled = fit(2, Y, A, thousands);
        assertThat(scaled.likelihood().log()).isCloseTo(plain.likelihood().log(), within(1e-8));
        assertThat(scaled.coefficients()[2] * 1000).isCloseTo(plain.coefficients()[2], within(1e-8));
    }

    @Test
    void oddDataGetsAnAnswer() {
        byte[] oneEvent = {0, 0, 0, 0, 0, 0, 0, 1};
        assertThat(fit(1, oneEvent, B).converged()).isTrue();
        LogisticFit nothing = fit(0, Y, new double[] {5, 5, 5, 5, 5, 5, 5, 5});
        assertThat(nothing.dropped()).containsExactly(0);
        assertThat(nothing.likelihood().log()).isCloseTo(nothing.likelihood().nullLog(), within(1e-9));
        double[] huge = {1e150, -1e150, 1e149, 0, 5, -7, 1e148, 2};
        assertThat(fit(1, Y, huge).coefficients()).doesNotContain(Double.NaN);
        LogisticFit three = LogisticRegression.fit(
                new Matrix(new double[] {1, 2, 3}, 3, 1), new byte[] {0, 1, 0}, null, 0, Progress.NONE);
        assertThat(three.converged()).isTrue();
    }

    @Test
    void weightedAndThinnedTrainingGivesTheProbabilitiesOfTheWhole() {
        int n = 40_000;
        var random = new Seeds(6).stream("rare");
        double[] x = new double[n];
        byte[] y = new byte[n];
        for (int i = 0; i < n; i++) {
            x[i] = random.nextGaussian();
            y[i] = (byte) (random.nextDouble() < 1 / (1 + Math.exp(4 - x[i])) ? 1 : 0);
        }
        Table table = new Table(List.of(new NumberColumn("x", x)), null);
        int[] rows = IntStream.range(0, n).toArray();
        TrainingData data = new TrainingData(table, List.of("x"), rows, y, null, 3);
        double[] plain = logistic(data, Balance.NONE).coefficients();
        for (Balance.Method method : List.of(Balance.Method.WEIGHTS, Balance.Method.THINNING)) {
            LogisticFit fit = logistic(data, new Balance(method, 0.4));
            assertThat(fit.coefficients()[0]).as(method + " intercept").isCloseTo(plain[0], within(0.15));
            assertThat(fit.coefficients()[1]).as(method + " slope").isCloseTo(plain[1], within(0.15));
            assertThat(fit.standardErrors() == null).isEqualTo(method == Balance.Method.WEIGHTS);
        }
    }

    private static LogisticFit logistic(TrainingData data, Balance balance) {
        Settings settings = Settings.initial(Learners.named("logistic"));
        return ((LogisticModel)
                        Training.of(Learners.named("logistic"), settings, data, balance, Workers.ALONE, Progress.NONE))
                .fit();
    }
}
