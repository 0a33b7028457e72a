package outrider.learn;

import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.learn.calibrate.Calibration;
import outrider.learn.calibrate.IsotonicMap;
import outrider.learn.calibrate.LogisticMap;
import outrider.prepare.TrainingData;
import outrider.split.Balance;
import outrider.split.Folds;

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

    /**
     * One model of all records, out-of-fold scores of the same settings, and the calibration that is set. What was found as needed
     * on all records serves folds dealt at random; those that follow each other find it among earlier records.
     */
    public Fitted plain() {
        double first = settings.asNeeded("penalty") ? FINDING_SHARE : 0.2;
        Model model = Training.of(kind, settings, data, balance, workers, progress.part(0, first, ""));
        Progress rest = progress.part(first, 1, "");
        Folds dealt = dealt();
        double[] scores;
        if (!kind.learns()) {
            scores = Scoring.of(model, data.table(), data.rows(), workers, rest);
        } else if (dealt != null) {
            Settings settled = dealt.forward() ? settings : kind.settled(settings, model);
            scores = OutOfFold.of(kind, settled, data, balance, dealt, workers, rest)
                    .scores();
        } else {
            scores = null;
        }
        return calibrated(model, scores);
    }

    /** Whether scores out of fold are of models, or maps, of their own in each fold. */
    public static boolean byFolds(Learner kind, Settings settings) {
        return kind.learns()
                || kind.blends()
                || !kind.reference() && !settings.text("calibration").equals("none");
    }

    /** Folds of training; null where it holds too few events, or too few days for folds that follow each other. */
    public @Nullable Folds dealt() {
        return OutOfFold.folds(data, folds);
    }

    /**
     * The map is learnt from all out-of-fold scores; these themselves are mapped by what the other folds say, or those before:
     * the first of these then has no score. Where training is too small for folds, a kind that is recalibrated as it comes is left as it is.
     */
    public Fitted calibrated(Model model, double @Nullable [] scores) {
        String way = kind.reference() ? "none" : settings.text("calibration");
        if (way.equals("none")) return new Fitted(model, scores);
        Folds dealt = dealt();
        if (scores == null || dealt == null || OutOfFold.scored(scores).length == 0) {
            if (kind.settings().containsAll(CommonSettings.RECALIBRATED) && way.equals("logistic")) {
                return new Fitted(new CalibratedModel(model, LogisticMap.asItIs(model.probability())), scores);
            }
            throw BadInput.of("calibration", "needs out-of-fold scores, and " + data.fewForFolds(), "choose none");
        }
        boolean isotonic = way.equals("isotonic");
        Calibration calibration = map(isotonic, scores, OutOfFold.scored(scores), model.probability());
        double[] mapped = new double[scores.length];
        Arrays.fill(mapped, Double.NaN);
        for (int f = 0; f < dealt.count(); f++) {
            int[] learnt = OutOfFold.known(scores, dealt.learnt(f));
            if (learnt.length == 0) continue;
            Calibration ofOthers = map(isotonic, scores, learnt, model.probability());
            for (int p : OutOfFold.known(scores, dealt.held(f))) mapped[p] = ofOthers.probability(scores[p]);
        }
        return new Fitted(new CalibratedModel(model, calibration), mapped);
    }

    private Calibration map(boolean isotonic, double[] scores, int[] places, boolean probability) {
        double[] known = Arrays.stream(places).mapToDouble(p -> scores[p]).toArray();
        int[] rows = Arrays.stream(places).map(p -> data.rows()[p]).toArray();
        byte[] outcome = data.outcomeOf(rows);
        return isotonic
                ? IsotonicMap.fit(known, outcome, data.evenWeights(rows)).inside(known.length)
                : LogisticMap.fit(known, outcome, data.evenWeights(rows), probability);
    }
}
