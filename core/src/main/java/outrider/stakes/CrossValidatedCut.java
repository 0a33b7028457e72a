package outrider.stakes;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.rank.Ranking;

/**
 * The best threshold found on training alone: on out-of-fold scores of all folds but one, and tried on that one, for each fold
 * in turn (METHODS sections 5 and 6).
 *
 * @param folds in order
 * @param threshold the middle one of the folds' thresholds; null where at least half of them act on nobody
 * @param gainPerRecord over nobody, held out: all folds' gains together, by all records
 */
public record CrossValidatedCut(List<Fold> folds, @Nullable Double threshold, double gainPerRecord) {

    /**
     * @param threshold best on the other folds; null for nobody
     * @param depth that it reaches on this fold
     * @param gainPerRecord on this fold, held out; {@code bestPerRecord} what the best threshold of the fold itself would bring
     */
    public record Fold(@Nullable Double threshold, double depth, double gainPerRecord, double bestPerRecord) {}

    /**
     * @param score out-of-fold scores of training, {@code outcome}, {@code value} (or null) and {@code fold} of the same records;
     *     every fold and its complement hold both outcomes
     * @param capacity or null
     */
    public static CrossValidatedCut of(
            double[] score,
            byte[] outcome,
            double @Nullable [] value,
            byte[] fold,
            Stakes stakes,
            double plannedRate,
            @Nullable Capacity capacity) {
        int k = 0;
        for (byte f : fold) k = Math.max(k, f + 1);
        Capacity share = capacity == null || capacity.share()
                ? capacity
                : new Capacity(Math.min(1, capacity.amount() / score.length), true);
        List<Fold> folds = new ArrayList<>();
        double gain = 0;
        for (int f = 0; f < k; f++) {
            int held = f;
            Ranking others = ranking(score, outcome, value, i -> fold[i] != held);
            Ranking own = ranking(score, outcome, value, i -> fold[i] == held);
            int point = others.pointAtOrBefore(
                    new NetValue(others, stakes, plannedRate).best(share).records());
            Double threshold = point == 0 ? null : others.score(point);
            NetValue money = new NetValue(own, stakes, plannedRate);
            double rank = threshold == null ? 0 : own.size(own.pointAtThreshold(threshold));
            gain += money.gainAt(rank);
            folds.add(new Fold(
                    threshold,
                    rank / own.total(),
                    money.gainAt(rank) / own.total(),
                    money.best(share).gainOverNobody() / own.total()));
        }
        return new CrossValidatedCut(folds, middle(folds), gain / score.length);
    }

    private static Ranking ranking(double[] score, byte[] outcome, double @Nullable [] value, IntPredicate chosen) {
        int[] rows = IntStream.range(0, score.length).filter(chosen).toArray();
        byte[] y = new byte[rows.length];
        for (int i = 0; i < rows.length; i++) y[i] = outcome[rows[i]];
        double[] v = value == null
                ? null
                : Arrays.stream(rows).mapToDouble(i -> value[i]).toArray();
        return Ranking.of(Arrays.stream(rows).mapToDouble(i -> score[i]).toArray(), y, null, v);
    }

    /** Acting on nobody counts as a threshold above all. */
    private static @Nullable Double middle(List<Fold> folds) {
        double[] all = folds.stream()
                .mapToDouble(f -> f.threshold() == null ? Double.POSITIVE_INFINITY : f.threshold())
                .sorted()
                .toArray();
        double middle = all[all.length / 2];
        return Double.isInfinite(middle) ? null : middle;
    }
}
