package outrider.learn;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.exchange.ValidationScores;
import outrider.prepare.TrainingData;
import outrider.split.Balance;
import outrider.split.RecordWeights;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.NumberColumn;
import outrider.table.Table;
import outrider.uncertainty.AucUncertainty;
import outrider.uncertainty.Sample;

class RecordWeightsTest {
    private static final Workers WORKERS = new Workers(2);

    /** Columns of few values; events make up a third. */
    private static TrainingData coarse(int n) {
        RandomStream random = new Seeds(8).stream("coarse");
        double[] x = new double[n];
        int[] level = new int[n];
        byte[] y = new byte[n];
        for (int i = 0; i < n; i++) {
            x[i] = random.nextInt(20);
            level[i] = random.nextInt(4);
            double risk = 0.15 * x[i] - 2.2 + (level[i] == 1 ? 0.8 : 0);
            y[i] = (byte) (random.nextDouble() < 1 / (1 + Math.exp(-risk)) ? 1 : 0);
        }
        return Cases.data(y, new NumberColumn("x", x), new CategoryColumn("level", level, List.of("a", "b", "c", "d")));
    }

    /** The records of some places, repeated. */
    private static TrainingData repeated(TrainingData data, int[] times) {
        int[] from = IntStream.range(0, times.length)
                .flatMap(i -> IntStream.generate(() -> i).limit(times[i]))
                .toArray();
        double[] x = ((NumberColumn) data.table().column("x")).values();
        CategoryColumn level = (CategoryColumn) data.table().column("level");
        byte[] y = new byte[from.length];
        for (int i = 0; i < y.length; i++) y[i] = data.outcome()[from[i]];
        Column[] columns = {
            new NumberColumn("x", Arrays.stream(from).mapToDouble(i -> x[i]).toArray()),
            new CategoryColumn(
                    "level", Arrays.stream(from).map(i -> level.codes()[i]).toArray(), level.levels())
        };
        return Cases.data(y, columns);
    }

    @ParameterizedTest
    @CsvSource({"logistic, penalty, 0", "leastSquares, penalty, 0", "tree, depth, 3"})
    void aWeightOfThreeIsFittedAsThreeRecords(String name, String setting, double value) {
        TrainingData data = coarse(900);
        int[] times = IntStream.range(0, 900).map(i -> 1 + i * 7 % 3).toArray();
        Learner kind = Learners.named(name);
        Settings settings = Settings.of(
                kind,
                name.equals("tree")
                        ? Map.of(setting, (int) value, "pruning", "none", "leafRecords", 1)
                        : Map.of(setting, value));
        double[] each = Arrays.stream(times).asDoubleStream().toArray();
        double[] weighed = Cases.score(Cases.train(kind, settings, data.weighing(each), 2), data);
        double[] whole = Cases.score(Cases.train(kind, settings, repeated(data, times), 2), data);
        double[] plain = Cases.score(Cases.train(kind, settings, data, 2), data);
        assertThat(weighed).containsExactly(whole, within(1e-6)).isNotEqualTo(plain);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "logistic",
                "logistic isotonic",
                "logistic logistic",
                "tree",
                "forest",
                "boosted",
                "network",
                "neighbours",
                "bayes",
                "baseRate",
                "groupRates"
            })
    void eventsTakenFourfoldArePromisedAsTheyAre(String asked) {
        String[] words = asked.split(" ");
        Learner kind = Learners.named(words[0]);
        TrainingData plain = coarse(3000);
        double[] weight = new double[3000];
        for (int i = 0; i < weight.length; i++) weight[i] = plain.outcome()[i] == 1 ? 250 : 1000;
        TrainingData data = plain.weighing(weight);
        Map<String, Object> given = switch (words[0]) {
            case "forest" -> Map.of("trees", 60);
            case "groupRates" -> Map.of("groupBy", List.of("level"));
            case "baseRate" -> Map.of();
            default -> words.length > 1 ? Map.of("calibration", words[1]) : Map.of();
        };
        Fitted fitted =
                Fitted.of(kind, Settings.of(kind, given), data, Balance.NONE, 5, List.of(), WORKERS, Progress.NONE);
        double[] promised = fitted.outOfFold();
        double sum = 0;
        double total = 0;
        for (int i = 0; i < promised.length; i++) {
            sum += weight[i] * promised[i];
            total += weight[i];
        }
        assertThat(data.rate()).isLessThan(0.6 * plain.rate());
        assertThat(sum / total).isCloseTo(data.rate(), within(0.02));
    }

    @Test
    void classWeightsComeOnTopAndAreCorrectedBack() {
        TrainingData plain = coarse(3000);
        double[] weight = new double[3000];
        for (int i = 0; i < weight.length; i++) weight[i] = plain.outcome()[i] == 1 ? 0.1 : 1;
        TrainingData data = plain.weighing(weight);
        for (Balance.Method method : List.of(Balance.Method.WEIGHTS, Balance.Method.THINNING)) {
            Balance.Sample sample =
                    new Balance(method, 0.5).of(data.rows(), data.outcome(), data.evenWeights(data.rows()), 1);
            double[] total = new double[2];
            for (int i = 0; i < sample.rows().length; i++) {
                total[data.outcome()[sample.rows()[i]]] += sample.weight()[i];
            }
            assertThat(total[1] / (total[0] + total[1])).as(method + "").isCloseTo(0.5, within(0.01));
            Model model = Training.of(
                    Learners.named("logistic"),
                    Settings.of(Learners.named("logistic"), Map.of("penalty", 0)),
                    data,
                    new Balance(method, 0.5),
                    WORKERS,
                    Progress.NONE);
            double[] score = Cases.score(model, data);
            double sum = 0;
            double all = 0;
            for (int i = 0; i < score.length; i++) {
                sum += weight[i] * score[i];
                all += weight[i];
            }
            assertThat(sum / all).as(method + "").isCloseTo(data.rate(), within(0.005));
        }
    }

    @Test
    void figuresOfWeighedRecordsAreThoseOfAsManyRecords() {
        int n = 400;
        RandomStream random = new Seeds(4).stream("figures");
        double[] score = new double[n];
        byte[] y = new byte[n];
        double[] weight = new double[n];
        int[] from = new int[3 * n];
        int all = 0;
        for (int i = 0; i < n; i++) {
            score[i] = random.nextInt(90) / 100.0;
            y[i] = (byte) (random.nextDouble() < score[i] ? 1 : 0);
            weight[i] = 1 + random.nextInt(3);
            for (int k = 0; k < weight[i]; k++) from[all++] = i;
        }
        int[] places = Arrays.copyOf(from, all);
        Sample repeated = Sample.of(y).at(places);
        double[] scores = Arrays.stream(places).mapToDouble(i -> score[i]).toArray();
        ValidationScores whole = figures(scores, repeated);
        ValidationScores weighed = figures(score, new Sample(y, null, RecordWeights.even(weight), null));
        assertThat(weighed.uncertainty().auc()).isCloseTo(whole.uncertainty().auc(), within(1e-12));
        assertThat(weighed.validation().total()).isEqualTo(n);
        assertThat(weighed.quality().brier()).isCloseTo(whole.quality().brier(), within(1e-12));
        assertThat(weighed.quality().line().slope())
                .isCloseTo(whole.quality().line().slope(), within(0.01));
        for (double depth : new double[] {0.05, 0.3, 0.8}) {
            assertThat(weighed.validation().eventsAt(depth * n)
                            / weighed.validation().totalEvents())
                    .isCloseTo(
                            whole.validation().eventsAt(depth * all)
                                    / whole.validation().totalEvents(),
                            within(1e-9));
        }
        // four hundred records tell less than eight hundred
        assertThat(weighed.uncertainty().interval().standardError())
                .isGreaterThan(1.2 * whole.uncertainty().interval().standardError());
        double wide =
                weighed.quality().line().slopeHigh() - weighed.quality().line().slopeLow();
        assertThat(wide)
                .isGreaterThan(1.2
                        * (whole.quality().line().slopeHigh()
                                - whole.quality().line().slopeLow()));
    }

    private static ValidationScores figures(double[] scores, Sample sample) {
        return ValidationScores.of(
                new ValidationScores.Nature(true, false, null),
                new ValidationScores.Training(scores, null, null, sample),
                scores,
                sample);
    }

    @Test
    void anIntervalOfWeighedRecordsHoldsTheTruthAsOftenAsItSays() {
        int held = 0;
        int runs = 400;
        double truth = sampled(new Seeds(99).stream("truth"), 400_000).auc();
        for (int run = 0; run < runs; run++) {
            AucUncertainty uncertainty = sampled(new Seeds(run).stream("sampled"), 600);
            AucUncertainty.Interval interval = uncertainty.interval();
            if (interval.low() <= truth && truth <= interval.high()) held++;
        }
        assertThat(held / (double) runs).isBetween(0.925, 0.98);
    }

    /** Records of which some kind is taken eight times as often as another, for which the score says less. */
    private static AucUncertainty sampled(RandomStream random, int n) {
        double[] score = new double[n];
        byte[] y = new byte[n];
        double[] weight = new double[n];
        for (int i = 0; i < n; i++) {
            boolean often = random.nextDouble() < 0.8;
            weight[i] = often ? 1 : 8;
            double risk = random.nextGaussian();
            y[i] = (byte) (random.nextDouble() < 1 / (1 + Math.exp(1.5 - risk)) ? 1 : 0);
            score[i] = risk + (often ? 0.3 : 1.5) * random.nextGaussian();
        }
        Sample sample = new Sample(y, null, RecordWeights.even(weight), null);
        return AucUncertainty.of(sample.ranked(score), sample);
    }

    @Test
    void theySumToAsManyAsTheyAreInAnyOrder() {
        RandomStream random = new Seeds(2).stream("weights");
        double[] weight = new double[12_345];
        for (int i = 0; i < weight.length; i++) weight[i] = Math.exp(3 * random.nextGaussian());
        double[] even = RecordWeights.even(weight);
        int[] order = IntStream.range(0, even.length).toArray();
        random.shuffle(order);
        double sum = 0;
        for (int i : order) sum += even[i];
        assertThat(sum).isEqualTo(12_345);
        double share = even[0] / weight[0];
        for (int i = 0; i < even.length; i++) {
            assertThat(even[i]).isPositive().isCloseTo(share * weight[i], within(1e-6 * even[i] + 1e-9));
        }
        assertThat(RecordWeights.even(new double[] {1e300, 1e300})).containsExactly(1, 1);
        assertThat(RecordWeights.even(new double[] {4})).containsExactly(1);
    }

    @Test
    void aWeightThatIsNoneIsNamedByItsLine() {
        Table table = new Table(List.of(new NumberColumn("w", new double[] {2, 0, Double.NaN})), null);
        assertThatThrownBy(() -> RecordWeights.of(table, "w", new int[] {0, 1}))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("line 3")
                .hasMessageContaining("above 0");
        assertThatThrownBy(() -> RecordWeights.byRecord(table, "w", new int[] {0, 2}))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("is missing");
        assertThat(RecordWeights.byRecord(table, "w", new int[] {0})).containsExactly(2, 0, 0);
    }
}
