package outrider.learn.calibrate;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;
import outrider.term.Term;
import outrider.term.Terms;

/**
 * A step function by pooling adjacent violators (Ayer et al. 1955): from {@code from[i]} on the probability is {@code value[i]}; below
 * the first step it is the first value.
 *
 * @param from ascending
 * @param value ascending
 * @param records pooled in each step, weights counted
 */
public record IsotonicMap(double[] from, double[] value, double[] records) implements Calibration {

    /** @param weight or null. O(n log n). */
    public static IsotonicMap fit(double[] score, byte[] outcome, double @Nullable [] weight) {
        int n = score.length;
        double[] sorted = score.clone();
        for (int i = 0; i < n; i++) sorted[i] += 0.0;
        Integer[] places = new Integer[n];
        for (int i = 0; i < n; i++) places[i] = i;
        Arrays.sort(places, (a, b) -> Double.compare(sorted[a], sorted[b]));
        double[] from = new double[n];
        double[] events = new double[n];
        double[] size = new double[n];
        int blocks = 0;
        for (int i = 0; i < n; ) {
            double at = sorted[places[i]];
            from[blocks] = at;
            events[blocks] = 0;
            size[blocks] = 0;
            for (; i < n && sorted[places[i]] == at; i++) {
                double w = weight == null ? 1 : weight[places[i]];
                events[blocks] += w * outcome[places[i]];
                size[blocks] += w;
            }
            blocks++;
            while (blocks > 1 && events[blocks - 2] * size[blocks - 1] >= events[blocks - 1] * size[blocks - 2]) {
                blocks--;
                events[blocks - 1] += events[blocks];
                size[blocks - 1] += size[blocks];
            }
        }
        double[] value = new double[blocks];
        for (int b = 0; b < blocks; b++) value[b] = events[b] / size[b];
        return new IsotonicMap(Arrays.copyOf(from, blocks), value, Arrays.copyOf(size, blocks));
    }

    /** The same with values kept off 0 and 1, by half a record of the {@code records} it was learnt from. */
    public IsotonicMap inside(int records) {
        double edge = 1 / (2.0 * records);
        double[] clipped = new double[value.length];
        for (int i = 0; i < clipped.length; i++) clipped[i] = Math.min(1 - edge, Math.max(edge, value[i]));
        return new IsotonicMap(from, clipped, this.records);
    }

    @Override
    public Term term(Term score) {
        return Terms.stairs(
                new Term.Step("score before calibration", score),
                from,
                Arrays.stream(value).mapToObj(Terms::constant).toList());
    }

    @Override
    public double probability(double score) {
        int at = Arrays.binarySearch(from, score + 0.0);
        return value[Math.max(0, at >= 0 ? at : -at - 2)];
    }
}
