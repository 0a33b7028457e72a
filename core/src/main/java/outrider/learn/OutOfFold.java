package outrider.learn;

import java.util.Arrays;
import java.util.function.ToDoubleFunction;
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
 * scored by a model trained on the others, or on those before it, preparation included. The fold models are used for nothing
 * else.
 *
 * @param scores one a training record; NaN for those that no fold holds
 */
public record OutOfFold(double[] scores, Folds folds) {

    /** Fits a model on some training records. */
    public interface Fit {
        Model on(TrainingData data, Progress progress);
    }

    /**
     * The folds of some training data, the same for every kind with the same seed: as many as wanted, or as can each hold both
     * outcomes; null where not even two can.
     */
    public static @Nullable Folds folds(TrainingData data, int wanted) {
        return data.folds(data.rows(), wanted, data.seed());
    }

    /** The places of the records that have a score. */
    public static int[] scored(double[] scores) {
        return known(scores, IntStream.range(0, scores.length).toArray());
    }

    /** Those of some places that have a score. */
    public static int[] known(double[] scores, int[] places) {
        return Arrays.stream(places).filter(p -> !Double.isNaN(scores[p])).toArray();
    }

    /** @param folds as {@link #folds} deals them */
    public static OutOfFold of(TrainingData data, Folds folds, Fit fit, Workers workers, Progress progress) {
        int k = folds.count();
        double[] scores = new double[data.rows().length];
        Arrays.fill(scores, Double.NaN);
        Progress[] each = progress.shared(k);
        workers.each(k, f -> {
            int[] out = folds.held(f);
            TrainingData others = data.withRows(rows(data, folds.learnt(f)));
            String words = "fold " + (f + 1) + " of " + k + ": ";
            Model model = fit.on(others, each[f].part(0, 0.9, words));
            double[] score = Scoring.of(model, data.table(), rows(data, out), workers, each[f].part(0.9, 1, words));
            for (int i = 0; i < out.length; i++) scores[out[i]] = score[i];
            each[f].report(1, "fold " + (f + 1) + " of " + k);
        });
        return new OutOfFold(scores, folds);
    }

    private static int[] rows(TrainingData data, int[] places) {
        return Arrays.stream(places).map(i -> data.rows()[i]).toArray();
    }

    /** The same for one kind and its settings. */
    public static OutOfFold of(
            Learner kind,
            Settings settings,
            TrainingData data,
            Balance balance,
            Folds folds,
            Workers workers,
            Progress progress) {
        Fit fit = (others, own) -> Training.of(kind, settings, others, balance, workers, own);
        return of(data, folds, fit, workers, progress);
    }

    /** What a measure of the scores gives within each fold. */
    public double[] byFold(TrainingData data, ToDoubleFunction<Ranking> measure) {
        double[] values = new double[folds.count()];
        for (int f = 0; f < values.length; f++) {
            int[] in = folds.held(f);
            int[] own = rows(data, in);
            double[] score = Arrays.stream(in).mapToDouble(i -> scores[i]).toArray();
            values[f] = measure.applyAsDouble(Ranking.of(score, data.outcomeOf(own), data.weightOf(own), null));
        }
        return values;
    }
}
