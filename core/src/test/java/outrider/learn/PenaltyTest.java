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
import outrider.base.LogLoss;
import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.learn.linear.LinearModel;
import outrider.learn.linear.LogisticModel;
import outrider.learn.linear.PenaltyPath;
import outrider.prepare.TrainingData;
import outrider.split.Balance;
import outrider.split.Folds;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.NumberColumn;
import outrider.zoo.WildTable;
import outrider.zoo.Zoo;

/** A penalty that is taken as needed: why, which, and that the folds' losses are those of plain fits. */
class PenaltyTest {
    private static final Workers WORKERS = new Workers(2);

    private static LogisticModel logistic(TrainingData data, Map<String, Object> settings, Balance balance) {
        return (LogisticModel) Training.of(
                Learners.named("logistic"),
                Settings.of(Learners.named("logistic"), settings),
                data,
                balance,
                WORKERS,
                Progress.NONE);
    }

    private static PenaltyPath path(TrainingData data) {
        return logistic(data, Map.of(), Balance.NONE).penalties();
    }

    /** A number that tells, and one that does not; as many events as wanted. */
    private static TrainingData plain(int n, double rate, boolean parted) {
        RandomStream random = new Seeds(n).stream("plain");
        double[] a = new double[n];
        double[] b = new double[n];
        byte[] y = new byte[n];
        for (int i = 0; i < n; i++) {
            y[i] = (byte) (i < rate * n ? 1 : 0);
            a[i] = parted ? 10 * y[i] + random.nextDouble() : y[i] + random.nextGaussian();
            b[i] = random.nextGaussian();
        }
        return Cases.data(y, new NumberColumn("a", a), new NumberColumn("b", b));
    }

    @Test
    void noneIsTakenWhereTheMaximumExistsAndEventsAreEnough() {
        LogisticModel model = logistic(plain(400, 0.1, false), Map.of(), Balance.NONE);
        assertThat(model.penalties().why()).isEqualTo(PenaltyPath.Reason.NOT_NEEDED);
        assertThat(model.penalty()).isZero();
        assertThat(model.fit().standardErrors()).isNotNull();
        LogisticModel said = logistic(plain(400, 0.1, false), Map.of("penalty", 0), Balance.NONE);
        assertThat(said.penalties()).isNull();
        assertThat(model.fit().coefficients()).containsExactly(said.fit().coefficients());
    }

    /** Forty events of four customers are four. */
    @Test
    void aCustomersEventsCountOnce() {
        TrainingData alone = plain(400, 0.1, false);
        int[] tens = IntStream.range(0, 400).map(i -> i / 10 * 10).toArray();
        TrainingData together = new TrainingData(alone.table(), alone.inputs(), alone.rows(), alone.outcome(), tens, 1);
        assertThat(alone.fewest()).isEqualTo(40);
        assertThat(together.fewest()).isEqualTo(4);
        assertThat(path(together).why()).isEqualTo(PenaltyPath.Reason.FEW_EVENTS);
    }

    @Test
    void whyThereIsOneIsTold() {
        assertThat(path(plain(400, 0.1, true)).why()).isEqualTo(PenaltyPath.Reason.SEPARATED);
        assertThat(path(plain(400, 0.02, false)).why()).isEqualTo(PenaltyPath.Reason.FEW_EVENTS);
        assertThat(path(plain(400, 0.98, false)).why()).as("few non-events").isEqualTo(PenaltyPath.Reason.FEW_EVENTS);
        PenaltyPath single = path(plain(400, 0.0025, false));
        assertThat(single.why()).isEqualTo(PenaltyPath.Reason.NO_FOLDS);
        assertThat(single.tried()).isEmpty();
        assertThat(PenaltyPath.PENALTIES).contains(single.chosen());
    }

    /** Out-of-fold log losses by models whose penalty was given are those of the path, to what a path's tolerance leaves. */
    @Test
    void theLossesAreThoseOfFoldsFittedAlone() {
        WildTable wild = Zoo.SURVEY.make(0.08);
        TrainingData data = wild.data(2);
        PenaltyPath path = path(data);
        assertThat(path.why()).isEqualTo(PenaltyPath.Reason.FEW_EVENTS);
        assertThat(path.tried()).hasSizeGreaterThan(2);
        byte[] y = data.outcomeOf(data.rows());
        Folds fold = requireNonNull(OutOfFold.folds(data, 5));
        for (PenaltyPath.Point point : path.tried()) {
            Settings given = Settings.of(Learners.named("logistic"), Map.of("penalty", point.penalty()));
            double[] score = OutOfFold.of(
                            Learners.named("logistic"), given, data, Balance.NONE, fold, WORKERS, Progress.NONE)
                    .scores();
            double loss = IntStream.range(0, y.length)
                    .mapToDouble(i -> {
                        double odds = Math.log(score[i] / (1 - score[i]));
                        return LogLoss.of(y[i] == 1 ? -odds : odds);
                    })
                    .average()
                    .orElseThrow();
            assertThat(point.loss()).as("penalty " + point.penalty()).isCloseTo(loss, within(1e-4));
        }
        assertThat(path.chosen())
                .isEqualTo(path.tried().stream()
                        .min((p, q) -> Double.compare(p.loss(), q.loss()))
                        .orElseThrow()
                        .penalty());
    }

    @Test
    void leastSquaresTakesWhatErrsLeast() {
        TrainingData data = Zoo.SURVEY.make(0.08).data(2);
        LinearModel model = (LinearModel)
                Cases.train(Learners.named("leastSquares"), Settings.initial(Learners.named("leastSquares")), data, 2);
        PenaltyPath path = model.penalties();
        assertThat(path.why()).isEqualTo(PenaltyPath.Reason.LOWEST_ERROR);
        double least =
                path.tried().stream().mapToDouble(PenaltyPath.Point::loss).min().orElseThrow();
        assertThat(path.tried())
                .filteredOn(p -> p.penalty() == path.chosen())
                .extracting(PenaltyPath.Point::loss)
                .containsExactly(least);
        assertThat(least).as("better than saying the mean").isLessThan(4 * data.rate() * (1 - data.rate()));
    }

    /** Weights of classes are not taken for records, and the folds weigh as training does. */
    @Test
    void weightsOfClassesLeaveThePromiseAndTheReason() {
        TrainingData data = Zoo.SURVEY.make(0.08).data(2);
        LogisticModel model = logistic(data, Map.of(), new Balance(Balance.Method.WEIGHTS, 0.5));
        assertThat(model.penalties().why()).isEqualTo(PenaltyPath.Reason.FEW_EVENTS);
        double mean = Arrays.stream(Cases.score(model, data)).average().orElseThrow();
        assertThat(mean).isCloseTo(data.rate(), within(1e-3));
    }

    @Test
    void aChoiceOfNoColumnNeedsNoPenalty() {
        RandomStream random = new Seeds(4).stream("noise");
        byte[] y = new byte[120];
        double[] noise = new double[y.length];
        for (int i = 0; i < y.length; i++) {
            noise[i] = random.nextGaussian();
            y[i] = (byte) (i < 4 ? 1 : 0);
        }
        TrainingData data = Cases.data(y, new NumberColumn("noise", noise));
        LogisticModel model = logistic(data, Map.of("choose", "forward", "criterion", "BIC"), Balance.NONE);
        assertThat(model.columns()).isEmpty();
        assertThat(Arrays.stream(Cases.score(model, data))).allMatch(s -> Math.abs(s - 4.0 / 120) < 1e-6);
    }

    /** Under a penalty a level's place in its order is an input beside it; without one it would say the same twice. */
    @Test
    void ordersAreInputsUnderAPenaltyOnly() {
        int n = 300;
        int[] codes = IntStream.range(0, n).map(i -> i % 4).toArray();
        byte[] y = new byte[n];
        for (int i = 0; i < n; i++) y[i] = (byte) (i % 7 < codes[i] ? 1 : 0);
        Column column = new CategoryColumn("size", codes, List.of("1 up", "2 up", "3 up", "4 up"));
        TrainingData data = Cases.data(y, column);
        assertThat(logistic(data, Map.of("penalty", 1), Balance.NONE)
                        .preparation()
                        .inputs())
                .contains("size (in order)", "size = 2 up");
        assertThat(logistic(data, Map.of("penalty", 0), Balance.NONE)
                        .preparation()
                        .inputs())
                .doesNotContain("size (in order)");
    }

    @ParameterizedTest
    @ValueSource(strings = {"logistic", "leastSquares", "boosted"})
    void foldsAreToldWhatWasFoundForAllOfTraining(String name) {
        Learner kind = Learners.named(name);
        TrainingData data = Zoo.SURVEY.make(0.08).data(2);
        Settings initial = Settings.initial(kind);
        Settings settled = kind.settled(initial, Cases.train(kind, initial, data, 2));
        assertThat(settled).isNotEqualTo(initial);
        if (kind == Learners.named("boosted")) {
            assertThat(settled.whole("patience")).isZero();
            assertThat(settled.whole("rounds")).isBetween(2, initial.whole("rounds"));
            double[] whole = Cases.score(Cases.train(kind, initial, data, 2), data);
            assertThat(Cases.score(Cases.train(kind, settled, data, 2), data)).containsExactly(whole);
        } else {
            assertThat(settled.asNeeded("penalty")).isFalse();
            assertThat(PenaltyPath.PENALTIES).contains(settled.number("penalty"));
        }
        Settings said = initial.with(
                kind == Learners.named("boosted") ? "patience" : "penalty", kind == Learners.named("boosted") ? 0 : 3);
        assertThat(kind.settled(said, Cases.train(kind, said, data, 2))).isSameAs(said);
    }
}
