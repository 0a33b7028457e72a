package outrider.learn;

import java.util.Arrays;
import java.util.stream.IntStream;
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

    /** How many folds the data can bear: at most {@code wanted}, and no more than events; below 2 there are none. */
    public static int possible(TrainingData data, int wanted) {
        int events = data.events();
        return Math.min(wanted, Math.min(events, data.rows().length - events));
    }

    /** The folds of some training data, the same for every kind with the same seed. */
    public static byte[] folds(TrainingData data, int k) {
        int[] unit = data.unit() != null
                ? data.unit()
                : IntStream.range(0, data.table().size()).toArray();
        return Folds.stratified(data.rows(), data.outcome(), unit, k, data.seed());
    }

    /** @throws outrider.base.BadInput if k folds are not possible */
    public static OutOfFold of(TrainingData data, int k, Fit fit, Workers workers, Progress progress) {
        byte[] fold = folds(data, k);
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
            Kind kind,
            Settings settings,
            TrainingData data,
            Balance balance,
            int k,
            Workers workers,
            Progress progress) {
        Fit fit = (others, own) -> Training.of(kind, settings, others, balance, workers, own);
        return of(data, k, fit, workers, progress);
    }

    /** The AUC within each fold; NaN where a fold holds one outcome only. */
    public double[] foldAucs(TrainingData data) {
        int k = 0;
        for (byte f : fold) k = Math.max(k, f + 1);
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
