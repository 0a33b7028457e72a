package outrider.learn;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowable;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CancellationException;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;
import outrider.Vectors;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.learn.calibrate.IsotonicMap;
import outrider.learn.linear.LeastSquares;
import outrider.learn.linear.LinearFit;
import outrider.prepare.Design;
import outrider.prepare.Matrix;
import outrider.prepare.TrainingData;
import outrider.rank.Ranking;
import outrider.split.Balance;
import outrider.table.CategoryColumn;
import outrider.table.NumberColumn;

/** What holds for every learner, and the fixed figures of the small ones. */
class LearnersTest {
    private static final TrainingData MIXED = Cases.mixed(900, 4);

    static List<Kind> fitted() {
        return Arrays.stream(Kind.values()).filter(Kind::takesInputs).toList();
    }

    private static Settings small(Kind kind) {
        return switch (kind) {
            case FOREST -> Settings.of(kind, Map.of("trees", 12));
            case BOOSTED -> Settings.of(kind, Map.of("rounds", 40, "leafRecords", 5));
            case LOGISTIC -> Settings.of(kind, Map.of("choose", "both", "curves", true));
            case NEIGHBOURS -> Settings.of(kind, Map.of("neighbours", 30, "remembered", 500));
            case TREE -> Settings.of(kind, Map.of("leafRecords", 5));
            default -> Settings.initial(kind);
        };
    }

    @ParameterizedTest
    @MethodSource("fitted")
    void learnsAndGivesTheSameBitsOnOneThreadAndOnTwo(Kind kind) {
        Settings settings = small(kind);
        double[] one = Cases.score(Cases.train(kind, settings, MIXED, 1), MIXED);
        double[] two = Cases.score(Cases.train(kind, settings, MIXED, 2), MIXED);
        assertThat(two).isEqualTo(one);
        assertThat(Ranking.of(one, MIXED.outcome()).auc()).isGreaterThan(0.6);
        double[] oneFolds = OutOfFold.of(
                        kind, settings, MIXED, Balance.NONE, OutOfFold.folds(MIXED, 3), Workers.ALONE, Progress.NONE)
                .scores();
        double[] twoFolds = OutOfFold.of(
                        kind, settings, MIXED, Balance.NONE, OutOfFold.folds(MIXED, 3), new Workers(2), Progress.NONE)
                .scores();
        assertThat(twoFolds).isEqualTo(oneFolds);
        assertThat(oneFolds).isNotEqualTo(one);
    }

    /** Kinds that give probabilities that ought to be right; those of naive Bayes are over-confident by its nature. */
    static List<Kind> calibrated() {
        List<Kind> margins = List.of(Kind.LEAST_SQUARES, Kind.MARGIN);
        return fitted().stream()
                .filter(kind -> kind != Kind.BAYES && !margins.contains(kind))
                .toList();
    }

    @ParameterizedTest
    @MethodSource("calibrated")
    void probabilitiesAreThoseOfAllOfTrainingHoweverEventsAreWeighed(Kind kind) {
        assertThat(Cases.train(kind, small(kind), MIXED, 1).probability()).isTrue();
        for (Balance.Method method : Balance.Method.values()) {
            Balance balance = new Balance(method, 0.6);
            Model model = Training.of(kind, small(kind), MIXED, balance, Workers.ALONE, Progress.NONE);
            double mean = Arrays.stream(Cases.score(model, MIXED)).average().orElseThrow();
            assertThat(mean).as(method.toString()).isCloseTo(MIXED.rate(), within(0.06));
        }
    }

    private static TrainingData odd(String name) {
        int n = 60;
        double[] x = new double[n];
        byte[] y = new byte[n];
        var random = new Seeds(5).stream(name);
        for (int i = 0; i < n; i++) {
            x[i] = random.nextGaussian();
            y[i] = (byte) (i % 3 == 0 ? 1 : 0);
        }
        NumberColumn plain = new NumberColumn("x", x);
        return switch (name) {
            case "one event" -> {
                byte[] one = new byte[n];
                one[7] = 1;
                yield Cases.data(one, plain, new NumberColumn("z", new double[n]));
            }
            case "no event" -> Cases.data(new byte[n], plain);
            case "one input" -> Cases.data(y, plain);
            case "all missing" -> {
                double[] gone = new double[n];
                Arrays.fill(gone, Double.NaN);
                int[] codes = new int[n];
                Arrays.fill(codes, -1);
                yield Cases.data(y, new NumberColumn("gone", gone), new CategoryColumn("none", codes, List.of()));
            }
            case "constant" -> Cases.data(y, new NumberColumn("constant", new double[n]));
            case "duplicated column" -> Cases.data(y, plain, new NumberColumn("again", x));
            case "10,000 levels" -> {
                int[] codes = new int[n];
                List<String> levels = new ArrayList<>();
                for (int i = 0; i < 10_000; i++) levels.add("level " + i);
                for (int i = 0; i < n; i++) codes[i] = random.nextInt(10_000);
                yield Cases.data(y, new CategoryColumn("area", codes, levels), plain);
            }
            case "huge values" -> {
                double[] huge = x.clone();
                huge[3] = 1.7e308;
                huge[4] = -1.7e308;
                yield Cases.data(y, new NumberColumn("huge", huge), plain);
            }
            case "3 records" -> Cases.data(new byte[] {0, 1, 0}, new NumberColumn("x", new double[] {1, 2, 3}));
            case "separation" -> {
                double[] tells = new double[n];
                for (int i = 0; i < n; i++) tells[i] = y[i] * 9 - 1;
                yield Cases.data(y, new NumberColumn("tells", tells), plain);
            }
            default -> throw new IllegalArgumentException(name);
        };
    }

    static Stream<Arguments> oddCases() {
        List<String> names = List.of(
                "one event",
                "no event",
                "one input",
                "all missing",
                "constant",
                "duplicated column",
                "10,000 levels",
                "huge values",
                "3 records",
                "separation");
        return fitted().stream().flatMap(kind -> names.stream().map(name -> Arguments.of(kind, name)));
    }

    @ParameterizedTest(name = "{0}, {1}")
    @MethodSource("oddCases")
    void oddDataGetsAnAnswerOrARefusalByName(Kind kind, String name) {
        TrainingData data = odd(name);
        for (Settings settings : List.of(Settings.initial(kind), small(kind))) {
            Throwable refusal = catchThrowable(() -> {
                Model model = Cases.train(kind, settings, data, 2);
                double[] score = Cases.score(model, data);
                assertThat(score).hasSize(data.rows().length);
                for (double s : score) assertThat(s).isFinite();
            });
            if (refusal == null) continue;
            assertThat(refusal).isInstanceOf(BadInput.class);
            assertThat(List.of("one event", "no event", "huge values", "3 records"))
                    .contains(name);
            assertThat(refusal.getMessage()).containsAnyOf("outcome", "pruning", "\"huge\"");
        }
    }

    @ParameterizedTest
    @MethodSource("fitted")
    void unseenLevelsAndMissingValuesAreScored(Kind kind) {
        Model model = Cases.train(kind, small(kind), MIXED, 1);
        int[] level = {4, -1, 0};
        TrainingData other = Cases.data(
                new byte[3],
                new NumberColumn("a", new double[] {Double.NaN, 1, 2}),
                new NumberColumn("b", new double[] {Double.NaN, Double.NaN, 50}),
                new NumberColumn("noise", new double[] {0, Double.NaN, 0}),
                new CategoryColumn("level", level, List.of("never seen", "x", "y", "z", "p")),
                new NumberColumn("day", new double[] {20_100, Double.NaN, 1}),
                new NumberColumn("copy of a", new double[] {Double.NaN, 1, 2}),
                new NumberColumn("constant", new double[] {0, 5, Double.NaN}));
        assertThat(Cases.score(model, other)).hasSize(3).doesNotContain(Double.NaN);
    }

    @ParameterizedTest
    @EnumSource(Kind.class)
    void everySettingHasARangeADefaultAndASentenceAndIsRefusedOutsideIt(Kind kind) {
        for (Setting setting : kind.settings()) {
            assertThat(setting.sentence()).as(setting.name()).endsWith(".").hasSizeGreaterThan(10);
            if (setting.mayBeFound()) {
                assertThat(setting.checked(Setting.AS_NEEDED)).isEqualTo(setting.initial());
            } else if (setting.type() == Setting.Type.NUMBER || setting.type() == Setting.Type.WHOLE) {
                assertThat(((Number) setting.initial()).doubleValue()).isBetween(setting.low(), setting.high());
            }
            Object wrong = setting.type() == Setting.Type.YES_NO ? "perhaps" : setting.high() + 1;
            assertThatThrownBy(() -> setting.checked(wrong))
                    .isInstanceOf(BadInput.class)
                    .hasMessageContaining(setting.name());
        }
        assertThatThrownBy(() -> Settings.of(kind, Map.of("colour", 1)))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("colour");
    }

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

    @Test
    void naiveBayesIsTheProductOfItsDensitiesAndShares() {
        double[] x = {1, 2, 4, 3, 8, Double.NaN};
        int[] level = {0, 1, 0, -1, 1, 1};
        byte[] y = {0, 0, 0, 1, 1, 1};
        TrainingData data =
                Cases.data(y, new NumberColumn("x", x), new CategoryColumn("level", level, List.of("p", "q")));
        double[] score = Cases.score(
                Cases.train(Kind.BAYES, Settings.of(Kind.BAYES, Map.of("calibration", "none")), data, 1), data);
        double own = 5.84;
        double[] mean = {7 / 3.0, 5.5};
        double[] variance = {14 / 9.0 + 1e-9 * own, 6.25 + 1e-9 * own};
        double[][] share = {{3 / 6.0, 2 / 6.0}, {1 / 5.0, 3 / 5.0}};
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
        Settings settings = Settings.of(Kind.NEIGHBOURS, Map.of("neighbours", 25, "byDistance", false));
        NeighbourModel model = (NeighbourModel) Cases.train(Kind.NEIGHBOURS, settings, data, 1);
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
    void calibrationOnOutOfFoldScoresMakesAMarginAProbability() {
        for (String way : List.of("logistic", "isotonic")) {
            Settings settings = Settings.of(Kind.MARGIN, Map.of("calibration", way, "curves", true));
            Fitted fitted =
                    Fitted.of(Kind.MARGIN, settings, MIXED, Balance.NONE, 5, List.of(), Workers.ALONE, Progress.NONE);
            assertThat(fitted.model().probability()).isTrue();
            double mean = Arrays.stream(fitted.outOfFold()).average().orElseThrow();
            assertThat(mean).isCloseTo(MIXED.rate(), within(0.01));
            Settings plain = settings.with("calibration", "none");
            double[] margin = Cases.score(Cases.train(Kind.MARGIN, plain, MIXED, 1), MIXED);
            double[] probability = Cases.score(fitted.model(), MIXED);
            for (int i = 1; i < margin.length; i++) {
                double rises = (margin[i] - margin[i - 1]) * (probability[i] - probability[i - 1]);
                assertThat(rises).isGreaterThanOrEqualTo(0);
            }
        }
    }

    @Test
    void aStackedBlendIsNoWorseThanItsMembersOutOfFold() {
        List<Fitted.Member> members = new ArrayList<>();
        double best = 0;
        for (Kind kind : List.of(Kind.LOGISTIC, Kind.FOREST)) {
            Fitted fitted =
                    Fitted.of(kind, small(kind), MIXED, Balance.NONE, 5, List.of(), Workers.ALONE, Progress.NONE);
            members.add(new Fitted.Member(kind.words(), fitted.model(), fitted.outOfFold()));
            best = Math.max(
                    best, Ranking.of(fitted.outOfFold(), MIXED.outcome()).auc());
        }
        Settings settings = Settings.of(Kind.BLEND, Map.of("members", List.of(1, 2)));
        Fitted blend = Fitted.of(Kind.BLEND, settings, MIXED, Balance.NONE, 5, members, Workers.ALONE, Progress.NONE);
        assertThat(Ranking.of(blend.outOfFold(), MIXED.outcome()).auc()).isGreaterThan(best - 0.01);
    }

    @Test
    void eventRatesOfManyLevelsAreTakenOutOfFoldWhileTraining() {
        int n = 600;
        byte[] y = new byte[n];
        int[] level = new int[n];
        List<String> levels = new ArrayList<>();
        var random = new Seeds(2).stream("levels");
        for (int l = 0; l < 300; l++) levels.add("area " + l);
        for (int i = 0; i < n; i++) {
            y[i] = (byte) (random.nextDouble() < 0.3 ? 1 : 0);
            level[i] = random.nextInt(300);
        }
        TrainingData data = Cases.data(y, new CategoryColumn("area", level, levels));
        LogisticModel model = (LogisticModel) Cases.train(Kind.LOGISTIC, Settings.initial(Kind.LOGISTIC), data, 1);
        double[] inFold = model.preparation().apply(data.table(), data.rows()).values();
        double[] outOfFold =
                model.preparation().applyTraining(data, data.rows()).values();
        assertThat(Ranking.of(inFold, y).auc()).isGreaterThan(0.8);
        assertThat(Ranking.of(outOfFold, y).auc()).isLessThan(0.58);
    }

    @Test
    void stepwiseFindsTheColumnsThatMatterAndItsCriterionFalls() {
        for (String way : List.of("forward", "backward", "both")) {
            Settings settings = Settings.of(Kind.LOGISTIC, Map.of("choose", way, "criterion", "BIC"));
            LogisticModel model = (LogisticModel) Cases.train(Kind.LOGISTIC, settings, MIXED, 1);
            assertThat(model.columns()).contains("b").doesNotContain("noise", "constant");
            assertThat(model.columns()).doesNotContainSequence("a", "copy of a");
            for (int i = 1; i < model.path().size(); i++) {
                assertThat(model.path().get(i).criterion())
                        .isLessThan(model.path().get(i - 1).criterion() + 1e-6);
            }
            double last = model.path().get(model.path().size() - 1).criterion();
            assertThat(model.fit().bic()).isCloseTo(last, within(1e-4));
        }
    }

    @ParameterizedTest
    @MethodSource("fitted")
    void stopsWhenCancelled(Kind kind) {
        Progress cancelled = new Progress() {
            @Override
            public void report(double share, String step) {}

            @Override
            public boolean isCancelled() {
                return true;
            }
        };
        assertThatThrownBy(() -> Training.of(kind, small(kind), MIXED, Balance.NONE, new Workers(2), cancelled))
                .isInstanceOf(CancellationException.class);
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
        assertThat(auc(Kind.LOGISTIC, Map.of(), data)).isLessThan(0.6);
        assertThat(auc(Kind.NETWORK, Map.of("units", 8, "decay", 0.0001, "starts", 3, "steps", 300), data))
                .isGreaterThan(0.95);
        assertThat(auc(Kind.NETWORK, Map.of("activation", "logistic", "units", 8, "decay", 0, "steps", 400), data))
                .isGreaterThan(0.9);
        assertThat(auc(Kind.FOREST, Map.of("trees", 40, "columnsTried", 1), data))
                .isGreaterThan(0.95);
    }

    private static double auc(Kind kind, Map<String, Object> settings, TrainingData data) {
        double[] score = Cases.score(Cases.train(kind, Settings.of(kind, settings), data, 2), data);
        return Ranking.of(score, data.outcome()).auc();
    }

    @Test
    void aPenaltyOnAbsolutesPullsSlopesTowardsZero() {
        Settings lasso = Settings.of(Kind.MARGIN, Map.of("penaltyForm", "absolutes", "penalty", 0.05, "loss", "log"));
        double[] slopes =
                ((LinearModel) Cases.train(Kind.MARGIN, lasso, MIXED, 1)).fit().slopes();
        double[] loose = ((LinearModel) Cases.train(Kind.MARGIN, Settings.initial(Kind.MARGIN), MIXED, 1))
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
        Settings few = Settings.of(Kind.NEIGHBOURS, Map.of("remembered", 150, "neighbours", 60, "byDistance", false));
        NeighbourModel model = (NeighbourModel) Cases.train(Kind.NEIGHBOURS, few, MIXED, 1);
        assertThat(model.neighbours().records()).isEqualTo(150);
        double votes = Arrays.stream(model.neighbours().weight()).sum();
        assertThat(votes).isCloseTo(900, within(1e-6));
        double mean = Arrays.stream(Cases.score(model, MIXED)).average().orElseThrow();
        assertThat(mean).isCloseTo(MIXED.rate(), within(0.08));
    }
}
