package outrider.errors;

import java.util.Comparator;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** Walks records unit by unit. */
final class Units {
    private Units() {}

    /** A stretch of records of one unit. */
    interface Stretch {
        void of(int from, int to);
    }

    /** Records so that those of a unit stand together. */
    static int[] order(int records, int @Nullable [] unit) {
        if (unit == null) return IntStream.range(0, records).toArray();
        return IntStream.range(0, records)
                .boxed()
                .sorted(Comparator.comparingInt(i -> unit[i]))
                .mapToInt(i -> i)
                .toArray();
    }

    static void walk(int[] order, int @Nullable [] unit, Stretch stretch) {
        int from = 0;
        for (int i = 1; i <= order.length; i++) {
            if (i < order.length && unit != null && unit[order[i]] == unit[order[from]]) continue;
            stretch.of(from, i);
            from = i;
        }
    }

    /** How much more outcomes vary than probabilities say, because records of a unit go together; at least 1. */
    static double spread(byte[] outcome, double[] probability, int[] unit) {
        double[] sums = new double[2];
        int[] order = order(outcome.length, unit);
        walk(order, unit, (from, to) -> {
            double residual = 0;
            for (int i = from; i < to; i++) {
                double p = probability[order[i]];
                residual += outcome[order[i]] - p;
                sums[1] += p * (1 - p);
            }
            sums[0] += residual * residual;
        });
        return Math.max(1, sums[0] / sums[1]);
    }
}
