package outrider.learn;

import java.util.Arrays;
import java.util.List;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.learn.calibrate.Calibration;
import outrider.learn.calibrate.IsotonicMap;
import outrider.learn.calibrate.LogisticMap;
import outrider.prepare.TrainingData;
import outrider.split.Balance;

/**
 * A candidate that is to be fitted in full.
 *
 * @param folds of training; fewer where there are fewer events
 * @param members of a blend; empty for other kinds
 */
public record FitTask(
        Learner kind,
        Settings settings,
        TrainingData data,
        Balance balance,
        int folds,
        List<Fitted.Member> members,
        Workers workers,
        Progress progress) {
    /** The share of the time that goes by until a penalty is found. */
    private static final double FINDING_SHARE = 0.7;

    /** One model of all records, out-of-fold scores of the same settings, and the calibration that is set. */
    public Fitted plain() {
        double first = settings.asNeeded("penalty") ? FINDING_SHARE : 0.2;
        Model model = Training.of(kind, settings, data, balance, workers, progress.part(0, first, ""));
        Progress rest = progress.part(first, 1, "");
        byte[] fold = fold();
        double[] scores;
        if (!kind.learns()) {
            scores = Scoring.of(model, data.table(), data.rows(), workers, rest);
        } else if (fold != null) {
            Settings settled = kind.settled(settings, model);
            scores = OutOfFold.of(kind, settled, data, balance, fold, workers, rest)
                    .scores();
        } else {
            scores = null;
        }
        return calibrated(model, scores);
    }

    /** Fold of each training record; null where training holds too few events. */
    public byte @Nullable [] fold() {
        return OutOfFold.folds(data, folds);
    }

    /** The map is learnt from all out-of-fold scores; these themselves are mapped by what the other folds say. */
    public Fitted calibrated(Model model, double @Nullable [] scores) {
        String way = kind.reference() ? "none" : settings.text("calibration");
        if (way.equals("none")) return new Fitted(model, scores);
        byte[] fold = fold();
        if (scores == null || fold == null) {
            throw BadInput.of(
                    "calibration", "needs out-of-fold scores, and training has too few events", "choose none");
        }
        byte[] y = data.outcomeOf(data.rows());
        boolean isotonic = way.equals("isotonic");
        Calibration calibration = map(isotonic, scores, y, model.probability());
        double[] mapped = new double[scores.length];
        for (int f = 0; f < OutOfFold.count(fold); f++) {
            int own = f;
            int[] others = places(fold, p -> fold[p] != own);
            byte[] outcome = new byte[others.length];
            for (int i = 0; i < others.length; i++) outcome[i] = y[others[i]];
            double[] known = Arrays.stream(others).mapToDouble(p -> scores[p]).toArray();
            Calibration ofOthers = map(isotonic, known, outcome, model.probability());
            for (int p : places(fold, p -> fold[p] == own)) mapped[p] = ofOthers.probability(scores[p]);
        }
        return new Fitted(new CalibratedModel(model, calibration), mapped);
    }

    private static Calibration map(boolean isotonic, double[] scores, byte[] outcome, boolean probability) {
        return isotonic
                ? IsotonicMap.fit(scores, outcome, null).inside(scores.length)
                : LogisticMap.fit(scores, outcome, probability);
    }

    /** The places of a fold's records that are chosen. */
    public static int[] places(byte[] fold, IntPredicate chosen) {
        return IntStream.range(0, fold.length).filter(chosen).toArray();
    }
}
