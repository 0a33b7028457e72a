package outrider.learn;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.learn.linear.LogisticModel;
import outrider.learn.tree.ForestModel;
import outrider.learn.tree.TreeModel;
import outrider.prepare.TrainingData;
import outrider.rank.Ranking;
import outrider.split.Balance;
import outrider.table.Column;
import outrider.table.NumberColumn;
import outrider.table.Table;

/** What learners promise where records are weighed, thinned, tied, or come several a customer. */
class PromisesTest {
    private static final Workers WORKERS = new Workers(2);

    /** Numbers of which the first two tell, at about 2 % events. */
    private static TrainingData rare(int n, int columns, int[] unit) {
        RandomStream random = new Seeds(21).stream("rare");
        Column[] all = new Column[columns];
        double[][] x = new double[columns][n];
        byte[] y = new byte[n];
        for (int i = 0; i < n; i++) {
            for (double[] column : x) column[i] = random.nextGaussian();
            y[i] = (byte) (random.nextDouble() < 1 / (1 + Math.exp(4.6 - x[0][i] - 0.7 * x[1][i])) ? 1 : 0);
        }
        for (int c = 0; c < columns; c++) all[c] = new NumberColumn("x" + c, x[c]);
        TrainingData data = Cases.data(y, all);
        return new TrainingData(data.table(), data.inputs(), data.rows(), y, unit, 11);
    }

    private static Fitted fit(Learner kind, Map<String, Object> settings, TrainingData data, Balance balance) {
        return Fitted.of(kind, Settings.of(kind, settings), data, balance, 5, List.of(), WORKERS, Progress.NONE);
    }

    @ParameterizedTest
    @ValueSource(strings = {"logistic", "tree", "forest", "boosted", "network", "neighbours", "bayes"})
    void weighedEventsLeaveThePlainEventRatePromised(String name) {
        Learner kind = Learners.named(name);
        TrainingData data = rare(6000, 4, null);
        Map<String, Object> settings = kind == Learners.named("forest") ? Map.of("trees", 60) : Map.of();
        for (Balance.Method method : List.of(Balance.Method.WEIGHTS, Balance.Method.THINNING)) {
            double[] promised =
                    fit(kind, settings, data, new Balance(method, 0.3)).outOfFold();
            double mean = Arrays.stream(promised).average().orElseThrow();
            double error = Math.sqrt(data.rate() * (1 - data.rate()) / promised.length);
            double errors = method == Balance.Method.WEIGHTS ? 2.5 : 5;
            assertThat(mean).as(kind + " " + method).isCloseTo(data.rate(), within(errors * error));
        }
    }

    @Test
    void stepwiseChoiceCountsRecordsAndNotWeights() {
        TrainingData data = rare(5000, 22, null);
        Model model = fit(
                        Learners.named("logistic"),
                        Map.of("choose", "forward"),
                        data,
                        new Balance(Balance.Method.WEIGHTS, 0.4))
                .model();
        List<String> chosen = ((LogisticModel) model)
                .preparation().steps().stream().map(step -> step.column()).toList();
        assertThat(chosen).contains("x0", "x1").hasSizeLessThan(9);
    }

    @Test
    void aDescriptionIsCountedInRecordsToo() {
        TrainingData data = rare(5000, 8, null);
        Model model = fit(
                        Learners.named("tree"),
                        Map.of("pruning", "descriptionLength", "calibration", "none"),
                        data,
                        new Balance(Balance.Method.WEIGHTS, 0.4))
                .model();
        assertThat(((TreeModel) model).fit().tree().leaves()).isLessThan(8);
    }

    @Test
    void oneColumnOfLargeNumbersLeavesNaiveBayesWhole() {
        TrainingData data = rare(6000, 3, null);
        double[] large = new double[6000];
        RandomStream random = new Seeds(1).stream("large");
        for (int i = 0; i < large.length; i++) large[i] = 1e9 * random.nextGaussian();
        Column[] columns = {data.table().column("x0"), data.table().column("x1"), new NumberColumn("large", large)};
        TrainingData beside = Cases.data(data.outcome(), columns);
        double[] scores =
                fit(Learners.named("bayes"), Map.of(), beside, Balance.NONE).outOfFold();
        assertThat(Ranking.of(scores, data.outcome()).auc()).isGreaterThan(0.75);
    }

    @Test
    void recordsThatNaiveBayesIsSureOfDoNotTie() {
        int n = 2000;
        RandomStream random = new Seeds(3).stream("sure");
        byte[] y = new byte[n];
        Column[] copies = new Column[40];
        double[] x = new double[n];
        for (int i = 0; i < n; i++) {
            y[i] = (byte) (random.nextDouble() < 0.3 ? 1 : 0);
            x[i] = 3 * y[i] + random.nextGaussian();
        }
        for (int c = 0; c < copies.length; c++) copies[c] = new NumberColumn("copy" + c, x);
        double[] scores = fit(Learners.named("bayes"), Map.of(), Cases.data(y, copies), Balance.NONE)
                .outOfFold();
        assertThat(Arrays.stream(scores).distinct().count()).isGreaterThan(n * 9 / 10);
        assertThat(Arrays.stream(scores).max().orElseThrow()).isLessThan(1);
    }

    @Test
    void recalibratedOutOfFoldScoresOfNoiseStayNoise() {
        int n = 600;
        RandomStream random = new Seeds(4).stream("noise");
        byte[] y = new byte[n];
        double[] x = new double[n];
        for (int i = 0; i < n; i++) {
            y[i] = (byte) (random.nextDouble() < 0.15 ? 1 : 0);
            x[i] = random.nextGaussian();
        }
        TrainingData data = Cases.data(y, new NumberColumn("x", x));
        double[] scores = fit(Learners.named("logistic"), Map.of("calibration", "isotonic"), data, Balance.NONE)
                .outOfFold();
        assertThat(Ranking.of(scores, y).auc()).isLessThan(0.54);
        assertThat(Arrays.stream(scores).min().orElseThrow()).isGreaterThan(0);
    }

    @Test
    void customersOfSeveralRecordsAreDrawnWholeSoThatOutOfBagNoiseStaysNoise() {
        int units = 250;
        int each = 8;
        RandomStream random = new Seeds(6).stream("customers");
        byte[] y = new byte[units * each];
        double[][] x = new double[5][y.length];
        int[] unit = new int[y.length];
        for (int u = 0; u < units; u++) {
            byte gone = (byte) (random.nextDouble() < 0.2 ? 1 : 0);
            for (int r = 0; r < each; r++) {
                int i = u * each + r;
                unit[i] = u * each;
                y[i] = gone;
            }
            for (double[] column : x) {
                double own = random.nextGaussian();
                for (int r = 0; r < each; r++) column[u * each + r] = own + 0.001 * random.nextGaussian();
            }
        }
        Column[] columns = IntStream.range(0, 5)
                .mapToObj(c -> new NumberColumn("x" + c, x[c]))
                .toArray(Column[]::new);
        TrainingData plain = Cases.data(y, columns);
        TrainingData data = new TrainingData(plain.table(), plain.inputs(), plain.rows(), y, unit, 11);
        Fitted forest = fit(Learners.named("forest"), Map.of("trees", 60), data, Balance.NONE);
        assertThat(((ForestModel) forest.model()).outOfBagAuc()).isBetween(0.35, 0.62);
        assertThat(Ranking.of(forest.outOfFold(), y).auc()).isBetween(0.35, 0.62);
    }

    @Test
    void fewerCustomersWithEventsThanFoldsMakeFewerFoldsAndNoFailure() {
        int n = 300;
        byte[] y = new byte[n];
        int[] unit = new int[n];
        double[] x = new double[n];
        for (int i = 0; i < n; i++) {
            unit[i] = i / 10 * 10;
            y[i] = (byte) (i < 30 ? 1 : 0);
            x[i] = i % 17 + y[i];
        }
        TrainingData plain = Cases.data(y, new NumberColumn("x", x));
        TrainingData data =
                new TrainingData(new Table(plain.table().columns(), null), plain.inputs(), plain.rows(), y, unit, 11);
        assertThat(requireNonNull(OutOfFold.folds(data, 10)).count()).isEqualTo(3);
        assertThat(fit(Learners.named("logistic"), Map.of(), data, Balance.NONE).outOfFold())
                .hasSize(n);
    }
}
