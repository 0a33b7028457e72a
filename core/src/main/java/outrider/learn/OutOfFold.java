package outrider.learn;

import java.util.Arrays;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.prepare.TrainingData;
import outrider.rank.Ranking;
import outrider.split.Balance;
import outrider.split.Folds;

/**
 * Scores of training records by models that did not see them (METHODS section 6): training is dealt into folds, and each is
 * scored by a model trained on the others, preparation included. The fold models are used for nothing else.
 *
 * @param scores one a training record
 * @param fold of each training record
 */
public record OutOfFold(double[] scores, byte[] fold) {

    /** Fits a model on some training records. */
    public interface Fit {
        Model on(TrainingData data, Progress progress);
    }

    /**
     * The folds of some training data, the same for every kind with the same seed: as many as wanted, or as can each hold both
     * outcomes; null where not even two can.
     */
    public static byte @Nullable [] folds(TrainingData data, int wanted) {
        return Folds.most(data.outcomeOf(data.rows()), data.unitsOf(data.rows()), wanted, data.seed());
    }

    /** How many there are. */
    public static int count(byte[] fold) {
        int k = 0;
        for (byte f : fold) k = Math.max(k, f + 1);
        return k;
    }

    /** @param fold as {@link #folds} deals them */
    public static OutOfFold of(TrainingData data, byte[] fold, Fit fit, Workers workers, Progress progress) {
        int k = count(fold);
        double[] scores = new double[data.rows().length];
        Progress[] each = progress.shared(k);
        workers.each(k, f -> {
            int[] in = IntStream.range(0, fold.length).filter(i -> fold[i] != f).toArray();
            int[] out =
                    IntStream.range(0, fold.length).filter(i -> fold[i] == f).toArray();
            TrainingData others =
                    data.withRows(Arrays.stream(in).map(i -> data.rows()[i]).toArray());
            String words = "fold " + (f + 1) + " of " + k + ": ";
            Model model = fit.on(others, each[f].part(0, 0.9, words));
            int[] heldOut = Arrays.stream(out).map(i -> data.rows()[i]).toArray();
            double[] score = Scoring.of(model, data.table(), heldOut, workers, each[f].part(0.9, 1, words));
            for (int i = 0; i < out.length; i++) scores[out[i]] = score[i];
            each[f].report(1, "fold " + (f + 1) + " of " + k);
        });
        return new OutOfFold(scores, fold);
    }

    /** The same for one kind and its settings. */
    public static OutOfFold of(
            Learner kind,
            Settings settings,
            TrainingData data,
            Balance balance,
            byte[] fold,
            Workers workers,
            Progress progress) {
        Fit fit = (others, own) -> Training.of(kind, settings, others, balance, workers, own);
        return of(data, fold, fit, workers, progress);
    }

    /** The AUC within each fold; NaN where a fold holds one outcome only. */
    public double[] foldAucs(TrainingData data) {
        int k = count(fold);
        byte[] y = data.outcomeOf(data.rows());
        double[] aucs = new double[k];
        for (int f = 0; f < k; f++) {
            int own = f;
            int[] in =
                    IntStream.range(0, fold.length).filter(i -> fold[i] == own).toArray();
            double[] s = Arrays.stream(in).mapToDouble(i -> scores[i]).toArray();
            byte[] outcome = new byte[in.length];
            int events = 0;
            for (int i = 0; i < in.length; i++) events += outcome[i] = y[in[i]];
            boolean both = events > 0 && events < in.length;
            aucs[f] = both ? Ranking.of(s, outcome).auc() : Double.NaN;
        }
        return aucs;
    }
}
