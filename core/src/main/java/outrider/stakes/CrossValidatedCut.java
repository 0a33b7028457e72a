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
     * The best threshold without one fold, and what it gives on that fold.
     *
     * @param threshold best on the other folds; null for nobody
     * @param depth that it reaches on this fold
     * @param gainPerRecord on this fold, held out; {@code bestPerRecord} what the best threshold of the fold itself would bring
     */
    public record Fold(@Nullable Double threshold, double depth, double gainPerRecord, double bestPerRecord) {}

    /**
     * Out-of-fold scores of training.
     *
     * @param outcome 0 or 1; {@code weight} and {@code value} of the same records, or null
     * @param fold from 0
     */
    public record Scored(
            double[] score, byte[] outcome, double @Nullable [] weight, double @Nullable [] value, byte[] fold) {

        private double total() {
            return weight == null ? score.length : Arrays.stream(weight).sum();
        }

        private Ranking ranking(IntPredicate chosen) {
            int[] places = IntStream.range(0, score.length).filter(chosen).toArray();
            byte[] y = new byte[places.length];
            for (int i = 0; i < y.length; i++) y[i] = outcome[places[i]];
            return Ranking.of(
                    Arrays.stream(places).mapToDouble(i -> score[i]).toArray(),
                    y,
                    weight == null
                            ? null
                            : Arrays.stream(places).mapToDouble(i -> weight[i]).toArray(),
                    value == null
                            ? null
                            : Arrays.stream(places).mapToDouble(i -> value[i]).toArray());
        }
    }

    /**
     * @param scored every fold of them and its complement hold both outcomes
     * @param capacity or null
     */
    public static CrossValidatedCut of(Scored scored, Stakes stakes, double plannedRate, @Nullable Capacity capacity) {
        byte[] fold = scored.fold;
        double total = scored.total();
        int k = 0;
        for (byte f : fold) k = Math.max(k, f + 1);
        Capacity share = capacity == null || capacity.share()
                ? capacity
                : new Capacity(Math.min(1, capacity.amount() / total), true);
        List<Fold> folds = new ArrayList<>();
        double gain = 0;
        for (int f = 0; f < k; f++) {
            int held = f;
            Ranking others = scored.ranking(i -> fold[i] != held);
            Ranking own = scored.ranking(i -> fold[i] == held);
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
        return new CrossValidatedCut(folds, middle(folds), gain / total);
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
