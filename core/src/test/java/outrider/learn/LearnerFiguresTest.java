package outrider.learn;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import outrider.Vectors;
import outrider.base.Progress;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.learn.calibrate.IsotonicMap;
import outrider.learn.linear.LeastSquares;
import outrider.learn.linear.LinearFit;
import outrider.learn.linear.LinearModel;
import outrider.learn.neighbour.NeighbourModel;
import outrider.prepare.Design;
import outrider.prepare.Matrix;
import outrider.prepare.TrainingData;
import outrider.rank.Ranking;
import outrider.table.CategoryColumn;
import outrider.table.NumberColumn;

/** Learners against worked cases, brute force and what they are for. */
class LearnerFiguresTest {
    private static final TrainingData MIXED = Cases.mixed(900, 4);

    @Test
    void leastSquaresAndIsotonicHoldTheWorkedCases() {
        JsonNode vector = Vectors.read("least-squares");
        JsonNode rows = vector.get("input").get("inputs");
        int k = rows.get(0).size();
        double[] values = new double[rows.size() * k];
        for (int i = 0; i < values.length; i++)
            values[i] = rows.get(i / k).get(i % k).asDouble();
        byte[] y = Vectors.outcome(vector.get("input").get("outcome"));
        for (int i = 0; i < 2; i++) {
            double alpha = vector.get("input").get("alphas").get(i).asDouble();
            LinearFit fit = LeastSquares.fit(
                    Design.of(new Matrix(values, y.length, k)), y, null, alpha, Workers.ALONE, Progress.NONE);
            double[] ours = new double[k + 1];
            ours[0] = fit.intercept();
            System.arraycopy(fit.slopes(), 0, ours, 1, k);
            Vectors.assertHolds(
                    vector.get("expected").get(i), ours, vector.get("tolerance").asDouble());
        }
        JsonNode steps = Vectors.read("isotonic");
        IsotonicMap map = IsotonicMap.fit(
                Vectors.doubles(steps.get("input").get("score")),
                Vectors.outcome(steps.get("input").get("outcome")),
                null);
        assertThat(map.from()).hasSize(steps.get("expected").size());
        for (int i = 0; i < map.from().length; i++) {
            JsonNode step = steps.get("expected").get(i);
            assertThat(map.from()[i]).isCloseTo(step.get("fromScore").asDouble(), within(1e-9));
            assertThat(map.value()[i]).isCloseTo(step.get("value").asDouble(), within(1e-9));
            assertThat(map.records()[i]).isCloseTo(step.get("records").asDouble(), within(1e-9));
        }
        assertThat(map.probability(-5)).isEqualTo(map.value()[0]);
        assertThat(map.probability(map.from()[3])).isEqualTo(map.value()[3]);
        assertThat(map.probability(Math.nextDown(map.from()[3]))).isEqualTo(map.value()[2]);
    }

    @ParameterizedTest
    @CsvSource({"0", "4"})
    void naiveBayesIsTheProductOfItsDensitiesAndShares(double prior) {
        double[] x = {1, 2, 4, 3, 8, Double.NaN};
        int[] level = {0, 1, 0, -1, 1, 1};
        byte[] y = {0, 0, 0, 1, 1, 1};
        TrainingData data =
                Cases.data(y, new NumberColumn("x", x), new CategoryColumn("level", level, List.of("p", "q")));
        double[] score = Cases.score(
                Cases.train(
                        Learners.named("bayes"),
                        Settings.of(Learners.named("bayes"), Map.of("calibration", "none", "prior", prior)),
                        data,
                        1),
                data);
        double own = 5.84;
        double[] mean = {7 / 3.0, 5.5};
        double[] variance = {14 / 9.0 + 1e-9 * own, 6.25 + 1e-9 * own};
        double[][] share = prior == 0
                ? new double[][] {{3 / 6.0, 2 / 6.0}, {1 / 5.0, 3 / 5.0}}
                : new double[][] {
                    {(2 + 4 * 0.6) / (3 + 12 * 0.6), (1 + 4 * 0.6) / (3 + 12 * 0.6)},
                    {4 * 0.4 / (2 + 12 * 0.4), (2 + 4 * 0.4) / (2 + 12 * 0.4)}
                };
        for (int i = 0; i < 6; i++) {
            double[] joint = {0.5, 0.5};
            for (int c = 0; c < 2; c++) {
                if (!Double.isNaN(x[i])) {
                    double off = x[i] - mean[c];
                    joint[c] *= Math.exp(-off * off / (2 * variance[c])) / Math.sqrt(2 * Math.PI * variance[c]);
                }
                if (level[i] >= 0) joint[c] *= share[c][level[i]];
            }
            assertThat(score[i]).isCloseTo(joint[1] / (joint[0] + joint[1]), within(1e-9));
        }
    }

    @Test
    void neighboursAreTheNearestByBruteForce() {
        TrainingData data = Cases.data(
                MIXED.outcome(),
                MIXED.table().column("a"),
                MIXED.table().column("noise"),
                MIXED.table().column("level"));
        Settings settings = Settings.of(Learners.named("neighbours"), Map.of("neighbours", 25, "byDistance", false));
        NeighbourModel model = (NeighbourModel) Cases.train(Learners.named("neighbours"), settings, data, 1);
        double[] score = Cases.score(model, data);
        Matrix x = model.preparation().apply(data.table(), data.rows()).matrix();
        double[] deviation = model.scaling().deviation();
        for (int i = 0; i < 40; i++) {
            int query = i;
            double[] distance = new double[x.rows()];
            for (int j = 0; j < distance.length; j++) {
                for (int c = 0; c < deviation.length; c++) {
                    distance[j] += Math.pow((x.at(query, c) - x.at(j, c)) / deviation[c], 2);
                }
            }
            double far = Arrays.stream(distance).sorted().toArray()[24];
            double events = 0;
            for (int j = 0; j < distance.length; j++) if (distance[j] <= far * (1 + 1e-6)) events += data.outcome()[j];
            assertThat(score[i]).isCloseTo(events / 25, within(1e-9));
        }
    }

    @Test
    void aNetworkAndTreesLearnWhatNoStraightLineCan() {
        int n = 800;
        double[] a = new double[n];
        double[] b = new double[n];
        byte[] y = new byte[n];
        var random = new Seeds(12).stream("crossed");
        for (int i = 0; i < n; i++) {
            a[i] = 2 * random.nextDouble() - 1;
            b[i] = 2 * random.nextDouble() - 1;
            y[i] = (byte) (a[i] * b[i] > 0 ? 1 : 0);
        }
        TrainingData data = Cases.data(y, new NumberColumn("a", a), new NumberColumn("b", b));
        assertThat(auc(Learners.named("logistic"), Map.of(), data)).isLessThan(0.6);
        assertThat(auc(Learners.named("network"), Map.of("units", 8, "decay", 0.0001, "starts", 3, "steps", 300), data))
                .isGreaterThan(0.95);
        assertThat(auc(
                        Learners.named("network"),
                        Map.of("activation", "logistic", "units", 8, "decay", 0, "steps", 400),
                        data))
                .isGreaterThan(0.9);
        assertThat(auc(Learners.named("forest"), Map.of("trees", 40, "columnsTried", 1), data))
                .isGreaterThan(0.95);
    }

    private static double auc(Learner kind, Map<String, Object> settings, TrainingData data) {
        double[] score = Cases.score(Cases.train(kind, Settings.of(kind, settings), data, 2), data);
        return Ranking.of(score, data.outcome()).auc();
    }

    @Test
    void aPenaltyOnAbsolutesPullsSlopesTowardsZero() {
        Settings lasso = Settings.of(
                Learners.named("margin"), Map.of("penaltyForm", "absolutes", "penalty", 0.05, "loss", "log"));
        double[] slopes = ((LinearModel) Cases.train(Learners.named("margin"), lasso, MIXED, 1))
                .fit()
                .slopes();
        double[] loose = ((LinearModel)
                        Cases.train(Learners.named("margin"), Settings.initial(Learners.named("margin")), MIXED, 1))
                .fit()
                .slopes();
        assertThat(Arrays.stream(slopes).map(Math::abs).sum())
                .isLessThan(0.7 * Arrays.stream(loose).map(Math::abs).sum());
    }

    @Test
    void leastSquaresCountsAWeightAsThatManyRecords() {
        double[] x = {1, 2, 4, 3, 8, 5};
        byte[] y = {0, 0, 1, 0, 1, 1};
        double[] twice = {2, 1, 1, 1, 1, 1};
        double[] repeated = {1, 1, 2, 4, 3, 8, 5};
        byte[] outcomes = {0, 0, 0, 1, 0, 1, 1};
        LinearFit weighted =
                LeastSquares.fit(Design.of(new Matrix(x, 6, 1)), y, twice, 0.5, Workers.ALONE, Progress.NONE);
        LinearFit plain = LeastSquares.fit(
                Design.of(new Matrix(repeated, 7, 1)), outcomes, null, 0.5, Workers.ALONE, Progress.NONE);
        assertThat(weighted.slopes()[0]).isCloseTo(plain.slopes()[0], within(1e-12));
        assertThat(weighted.intercept()).isCloseTo(plain.intercept(), within(1e-12));
    }

    @Test
    void nearestNeighboursThatRememberAChoiceKeepTheRate() {
        Settings few = Settings.of(
                Learners.named("neighbours"), Map.of("remembered", 150, "neighbours", 60, "byDistance", false));
        NeighbourModel model = (NeighbourModel) Cases.train(Learners.named("neighbours"), few, MIXED, 1);
        assertThat(model.neighbours().records()).isEqualTo(150);
        double votes = Arrays.stream(model.neighbours().weight()).sum();
        assertThat(votes).isCloseTo(900, within(1e-6));
        double mean = Arrays.stream(Cases.score(model, MIXED)).average().orElseThrow();
        assertThat(mean).isCloseTo(MIXED.rate(), within(0.08));
    }
}
