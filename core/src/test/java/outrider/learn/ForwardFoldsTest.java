package outrider.learn;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.prepare.TrainingData;
import outrider.rank.Ranking;
import outrider.split.Balance;
import outrider.split.Folds;
import outrider.table.NumberColumn;

/** Folds that follow each other in time: whoever is scored was never learnt from, nor was anybody who came later. */
class ForwardFoldsTest {
    private static final int PER_DAY = 30;
    private static final Workers WORKERS = new Workers(2);

    static List<Learner> fitted() {
        return Learners.fitted();
    }

    /** 900 records of 30 days; the risk's sign turns after the 20th. */
    private static TrainingData turning(boolean laterFlipped) {
        int n = 30 * PER_DAY;
        RandomStream random = new Seeds(3).stream("turning");
        double[] x = new double[n];
        double[] other = new double[n];
        byte[] y = new byte[n];
        int[] day = new int[n];
        for (int i = 0; i < n; i++) {
            int at = (i * 7 % n); // days are not in the order of the file
            day[i] = at / PER_DAY;
            x[i] = random.nextGaussian();
            other[i] = random.nextGaussian();
            double odds = -1 + (day[i] < 20 ? 1.5 : -1.5) * x[i] + 0.5 * other[i];
            y[i] = (byte) (random.nextDouble() < 1 / (1 + Math.exp(-odds)) ? 1 : 0);
            if (laterFlipped && day[i] >= 20) {
                y[i] = (byte) (1 - y[i]);
                x[i] = 100 - x[i];
            }
        }
        TrainingData plain = Cases.data(y, new NumberColumn("x", x), new NumberColumn("other", other));
        return new TrainingData(plain.table(), plain.inputs(), plain.rows(), y, null, day, null, 11);
    }

    private static double[] outOfFold(Learner kind, TrainingData data, Map<String, Object> more) {
        Map<String, Object> given = new HashMap<>(Map.of("calibration", "none"));
        given.putAll(more);
        if (kind.name().equals("forest")) given.put("trees", 10);
        return requireNonNull(
                Fitted.of(kind, Settings.of(kind, given), data, Balance.NONE, 5, List.of(), WORKERS, Progress.NONE)
                        .outOfFold());
    }

    @ParameterizedTest
    @MethodSource("fitted")
    void whatComesLaterChangesNoEarlierScore(Learner kind) {
        TrainingData data = turning(false);
        double[] plain = outOfFold(kind, data, Map.of());
        double[] flipped = outOfFold(kind, turning(true), Map.of());
        int[] day = requireNonNull(data.day());
        int before = 0;
        boolean laterDiffers = false;
        for (int i = 0; i < plain.length; i++) {
            if (day[i] < 5) assertThat(plain[i]).isNaN();
            else if (day[i] < 20) {
                assertThat(plain[i]).as(kind.name() + ", day " + day[i]).isEqualTo(flipped[i]);
                before++;
            } else laterDiffers |= plain[i] != flipped[i];
        }
        assertThat(before).isEqualTo(15 * PER_DAY);
        assertThat(laterDiffers).isTrue();
    }

    @Test
    void aCalibrationIsLearntFromEarlierFoldsAlone() {
        double[] plain = outOfFold(Learners.named("logistic"), turning(false), Map.of("calibration", "logistic"));
        double[] flipped = outOfFold(Learners.named("logistic"), turning(true), Map.of("calibration", "logistic"));
        int[] day = requireNonNull(turning(false).day());
        for (int i = 0; i < plain.length; i++) {
            if (day[i] < 10) assertThat(plain[i]).isNaN();
            else if (day[i] < 20) assertThat(plain[i]).isEqualTo(flipped[i]).isBetween(0.0, 1.0);
        }
    }

    /** Folds dealt at random know the turn already, and promise what no later record will keep. */
    @Test
    void aTurnIsSeenWhereRandomFoldsHideIt() {
        TrainingData data = turning(false);
        TrainingData dealt = new TrainingData(data.table(), data.inputs(), data.rows(), data.outcome(), null, 11);
        Learner kind = Learners.named("logistic");
        double[] forward = outOfFold(kind, data, Map.of());
        double[] random = outOfFold(kind, dealt, Map.of());
        int[] last = Arrays.stream(data.rows())
                .filter(i -> requireNonNull(data.day())[i] >= 20 && requireNonNull(data.day())[i] < 25)
                .toArray();
        assertThat(auc(forward, data, last)).isLessThan(0.5);
        assertThat(Arrays.stream(random).noneMatch(Double::isNaN)).isTrue();
    }

    private static double auc(double[] scores, TrainingData data, int[] rows) {
        return Ranking.of(Arrays.stream(rows).mapToDouble(i -> scores[i]).toArray(), data.outcomeOf(rows))
                .auc();
    }

    private static Fitted fitted(TrainingData data, String kind, Map<String, Object> given, Fitted.Member... members) {
        Learner learner = Learners.named(kind);
        return Fitted.of(
                learner, Settings.of(learner, given), data, Balance.NONE, 5, List.of(members), WORKERS, Progress.NONE);
    }

    private static Fitted.Member member(String name, Fitted fitted) {
        return new Fitted.Member(name, fitted.model(), fitted.outOfFold());
    }

    @Test
    void aBlendCombinesWhereAllItsMembersHaveScores() {
        TrainingData data = turning(false);
        Fitted.Member one = member("one", fitted(data, "logistic", Map.of("calibration", "isotonic")));
        Fitted.Member other = member("other", fitted(data, "tree", Map.of()));
        for (String method : List.of("stacking", "probabilities", "ranks")) {
            Map<String, Object> given = Map.of("method", method, "members", List.of(0L, 1L));
            double[] scores =
                    requireNonNull(fitted(data, "blend", given, one, other).outOfFold());
            int first = method.equals("stacking") ? 15 : 10;
            for (int i = 0; i < scores.length; i++) {
                int day = requireNonNull(data.day())[i];
                assertThat(Double.isNaN(scores[i])).as(method + ", day " + day).isEqualTo(day < first);
            }
        }
    }

    /** Two folds: a recalibrated member has scores of the last alone, and nobody is left to learn how to stack it. */
    @Test
    void threeDaysAreEnoughForAMemberAndTooFewForWhatIsMadeOfIt() {
        TrainingData many = turning(false);
        int[] three = Arrays.stream(requireNonNull(many.day())).map(d -> d / 10).toArray();
        TrainingData data =
                new TrainingData(many.table(), many.inputs(), many.rows(), many.outcome(), null, three, null, 11);
        Fitted.Member one = member("one", fitted(data, "logistic", Map.of("calibration", "logistic")));
        assertThat(OutOfFold.scored(requireNonNull(one.outOfFold()))).hasSize(10 * PER_DAY);
        Map<String, Object> given = new HashMap<>(Map.of("method", "stacking", "members", List.of(0L, 1L)));
        assertThat(fitted(data, "blend", given, one, one).outOfFold()).isNull();
        given.put("calibration", "isotonic");
        assertThatThrownBy(() -> fitted(data, "blend", given, one, one))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("calibration: needs out-of-fold scores, and training has too few days");
    }

    @Test
    void daysStayWholeAndFoldsAreAsManyAsDaysAllow() {
        byte[] y = new byte[400];
        int[] day = new int[400];
        RandomStream random = new Seeds(5).stream("days");
        for (int i = 0; i < y.length; i++) {
            y[i] = (byte) (i % 4 == 0 ? 1 : 0);
            day[i] = random.nextInt(7) * random.nextInt(3);
        }
        Folds folds = requireNonNull(Folds.forward(y, day, 10));
        assertThat(folds.forward()).isTrue();
        assertThat(folds.count()).isEqualTo(9);
        for (int f = 0; f < folds.count(); f++) {
            int latest = Arrays.stream(folds.learnt(f)).map(i -> day[i]).max().orElseThrow();
            assertThat(Arrays.stream(folds.held(f)).map(i -> day[i]).min().orElseThrow())
                    .isGreaterThan(latest);
        }
        int[] two = Arrays.stream(day).map(d -> Math.min(d, 1)).toArray();
        assertThat(Folds.forward(y, two, 5)).isNull();
        assertThat(Folds.forward(new byte[400], day, 5)).isNull();
    }
}
