package outrider.learn;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowable;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CancellationException;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.learn.linear.LogisticModel;
import outrider.prepare.TrainingData;
import outrider.rank.Ranking;
import outrider.split.Balance;
import outrider.split.Folds;
import outrider.table.CategoryColumn;
import outrider.table.NumberColumn;

/** What holds for every learner. */
class LearnersTest {
    private static final TrainingData MIXED = Cases.mixed(900, 4);
    private static final Folds FOLDS = requireNonNull(OutOfFold.folds(MIXED, 3));

    static List<Learner> fitted() {
        return Learners.fitted();
    }

    private static Settings small(Learner kind) {
        return switch (kind.name()) {
            case "forest" -> Settings.of(kind, Map.of("trees", 12));
            case "boosted" -> Settings.of(kind, Map.of("rounds", 40, "leafRecords", 5));
            case "logistic" -> Settings.of(kind, Map.of("choose", "both", "curves", true));
            case "neighbours" -> Settings.of(kind, Map.of("neighbours", 30, "remembered", 500));
            case "tree" -> Settings.of(kind, Map.of("leafRecords", 5));
            default -> Settings.initial(kind);
        };
    }

    @ParameterizedTest
    @MethodSource("fitted")
    void learnsAndGivesTheSameBitsOnOneThreadAndOnTwo(Learner kind) {
        Settings settings = small(kind);
        double[] one = Cases.score(Cases.train(kind, settings, MIXED, 1), MIXED);
        double[] two = Cases.score(Cases.train(kind, settings, MIXED, 2), MIXED);
        assertThat(two).isEqualTo(one);
        assertThat(Ranking.of(one, MIXED.outcome()).auc()).isGreaterThan(0.6);
        double[] oneFolds = OutOfFold.of(kind, settings, MIXED, Balance.NONE, FOLDS, Workers.ALONE, Progress.NONE)
                .scores();
        double[] twoFolds = OutOfFold.of(kind, settings, MIXED, Balance.NONE, FOLDS, new Workers(2), Progress.NONE)
                .scores();
        assertThat(twoFolds).isEqualTo(oneFolds);
        assertThat(oneFolds).isNotEqualTo(one);
    }

    /** Kinds that give probabilities that ought to be right; those of naive Bayes are over-confident by its nature. */
    static List<Learner> calibrated() {
        List<Learner> margins = List.of(Learners.named("leastSquares"), Learners.named("margin"));
        return fitted().stream()
                .filter(kind -> kind != Learners.named("bayes") && !margins.contains(kind))
                .toList();
    }

    @ParameterizedTest
    @MethodSource("calibrated")
    void probabilitiesAreThoseOfAllOfTrainingHoweverEventsAreWeighed(Learner kind) {
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
    void oddDataGetsAnAnswerOrARefusalByName(Learner kind, String name) {
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
    void unseenLevelsAndMissingValuesAreScored(Learner kind) {
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
    @MethodSource("outrider.learn.Learners#all")
    void everySettingHasARangeADefaultAndASentenceAndIsRefusedOutsideIt(Learner kind) {
        for (Setting setting : kind.settings()) {
            assertThat(setting.sentence()).as(setting.name()).endsWith(".").hasSizeGreaterThan(10);
            if (setting.mayBeFound()) {
                assertThat(setting.checked(Setting.AS_NEEDED)).isEqualTo(setting.initial());
            } else if (setting.type() == Setting.Type.NUMBER || setting.type() == Setting.Type.WHOLE) {
                assertThat(((Number) setting.initial()).doubleValue())
                        .isBetween(setting.range().low(), setting.range().high());
            }
            Object wrong = setting.type() == Setting.Type.YES_NO
                    ? "perhaps"
                    : setting.range() == null ? 1 : setting.range().high() + 1;
            assertThatThrownBy(() -> setting.checked(wrong))
                    .isInstanceOf(BadInput.class)
                    .hasMessageContaining(setting.name());
        }
        assertThatThrownBy(() -> Settings.of(kind, Map.of("colour", 1)))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("colour");
    }

    @Test
    void calibrationOnOutOfFoldScoresMakesAMarginAProbability() {
        for (String way : List.of("logistic", "isotonic")) {
            Settings settings = Settings.of(Learners.named("margin"), Map.of("calibration", way, "curves", true));
            Fitted fitted = Fitted.of(
                    Learners.named("margin"),
                    settings,
                    MIXED,
                    Balance.NONE,
                    5,
                    List.of(),
                    Workers.ALONE,
                    Progress.NONE);
            assertThat(fitted.model().probability()).isTrue();
            double mean = Arrays.stream(fitted.outOfFold()).average().orElseThrow();
            assertThat(mean).isCloseTo(MIXED.rate(), within(0.01));
            Settings plain = settings.with("calibration", "none");
            double[] margin = Cases.score(Cases.train(Learners.named("margin"), plain, MIXED, 1), MIXED);
            double[] probability = Cases.score(fitted.model(), MIXED);
            for (int i = 1; i < margin.length; i++) {
                double rises = (margin[i] - margin[i - 1]) * (probability[i] - probability[i - 1]);
                assertThat(rises).isGreaterThanOrEqualTo(0);
            }
        }
    }

    /** All events are of one customer, so no folds can be dealt. */
    @Test
    void everyKindAsItComesIsFittedWhereTrainingIsTooSmallForFolds() {
        int[] unit = IntStream.range(0, MIXED.outcome().length)
                .map(i -> MIXED.outcome()[i] == 1 ? 0 : i)
                .toArray();
        TrainingData one = new TrainingData(MIXED.table(), MIXED.inputs(), MIXED.rows(), MIXED.outcome(), unit, 1);
        for (Learner kind : Learners.asTheyCome()) {
            Fitted fitted = fit(kind, small(kind), one);
            assertThat(fitted.model().score(one.table(), one.rows()))
                    .as(kind.name())
                    .doesNotContain(Double.NaN);
            if (!kind.settings().containsAll(CommonSettings.RECALIBRATED)) continue;
            assertThat(fitted.model().probability()).as(kind.name()).isTrue();
            assertThat(fitted.model().summary())
                    .as(kind.name())
                    .anyMatch(part ->
                            part instanceof Part.Limit limit && limit.words().contains("recalibration"));
            double[] own = Cases.score(Cases.train(kind, small(kind).with("calibration", "none"), one, 1), one);
            assertThat(Cases.score(fitted.model(), one)).as(kind.name()).containsExactly(own, within(1e-9));
            assertThatThrownBy(() -> fit(kind, small(kind).with("calibration", "isotonic"), one))
                    .hasMessageContaining("calibration: needs out-of-fold scores");
        }
    }

    private static Fitted fit(Learner kind, Settings settings, TrainingData data) {
        return Fitted.of(kind, settings, data, Balance.NONE, 5, List.of(), Workers.ALONE, Progress.NONE);
    }

    @Test
    void aStackedBlendIsNoWorseThanItsMembersOutOfFold() {
        List<Fitted.Member> members = new ArrayList<>();
        double best = 0;
        for (Learner kind : List.of(Learners.named("logistic"), Learners.named("forest"))) {
            Fitted fitted =
                    Fitted.of(kind, small(kind), MIXED, Balance.NONE, 5, List.of(), Workers.ALONE, Progress.NONE);
            members.add(new Fitted.Member(kind.words(), fitted.model(), fitted.outOfFold()));
            best = Math.max(
                    best, Ranking.of(fitted.outOfFold(), MIXED.outcome()).auc());
        }
        Settings settings = Settings.of(Learners.named("blend"), Map.of("members", List.of(1, 2)));
        Fitted blend = Fitted.of(
                Learners.named("blend"), settings, MIXED, Balance.NONE, 5, members, Workers.ALONE, Progress.NONE);
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
        LogisticModel model = (LogisticModel)
                Cases.train(Learners.named("logistic"), Settings.initial(Learners.named("logistic")), data, 1);
        double[] inFold = model.preparation().apply(data.table(), data.rows()).values();
        double[] outOfFold =
                model.preparation().applyTraining(data, data.rows()).values();
        assertThat(Ranking.of(inFold, y).auc()).isGreaterThan(0.8);
        assertThat(Ranking.of(outOfFold, y).auc()).isLessThan(0.58);
    }

    @Test
    void stepwiseFindsTheColumnsThatMatterAndItsCriterionFalls() {
        for (String way : List.of("forward", "backward", "both")) {
            Settings settings = Settings.of(Learners.named("logistic"), Map.of("choose", way, "criterion", "BIC"));
            LogisticModel model = (LogisticModel) Cases.train(Learners.named("logistic"), settings, MIXED, 1);
            assertThat(model.columns()).contains("b").doesNotContain("noise", "constant");
            assertThat(model.columns()).doesNotContainSequence("a", "copy of a");
            for (int i = 1; i < model.path().size(); i++) {
                assertThat(model.path().get(i).criterion())
                        .isLessThan(model.path().get(i - 1).criterion() + 1e-6);
            }
            double last = model.path().get(model.path().size() - 1).criterion();
            assertThat(model.fit().likelihood().bic()).isCloseTo(last, within(1e-4));
        }
    }

    @ParameterizedTest
    @MethodSource("fitted")
    void stopsWhenCancelled(Learner kind) {
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
}
