package outrider.errors;

import org.jspecify.annotations.Nullable;
import outrider.base.Normal;
import outrider.measure.ProbabilityQuality;

/**
 * How a group fares at the cut, beside all others: whom it acts on, what it catches, how often it is right, and whether promises are
 * kept (METHODS section 8).
 *
 * @param acted share acted on
 * @param capture share of the events that is acted on; null without events
 * @param precision share of events among those acted on; null where nobody is
 * @param observed events over those promised; null where scores are no probabilities
 */
public record Parity(
        Measured acted,
        @Nullable Measured capture,
        @Nullable Measured precision,
        @Nullable Measured observed) {
    private static final double HALF = 0.5;

    /**
     * A figure of the group with its 95 % interval (Wilson 1927, of as many records as stand alone), and over that of the rest with an interval
     * on the log scale.
     *
     * @param ratio null where the rest's is 0; with its bounds null where the rest has no such figure
     */
    public record Measured(
            double value,
            double low,
            double high,
            @Nullable Double ratio,
            @Nullable Double ratioLow,
            @Nullable Double ratioHigh) {}

    /**
     * O(n log n) with units, else O(n).
     *
     * @param acted how much of each record is acted on, 0 to 1
     * @param probability promised by record; null where scores are none
     * @param group who belongs to it
     * @param unit of each record, or null where each stands alone; errors take its records together
     */
    public static Parity of(
            byte[] outcome, double[] acted, double @Nullable [] probability, boolean[] group, int @Nullable [] unit) {
        int n = outcome.length;
        double[] ones = new double[n];
        double[] events = new double[n];
        double[] caught = new double[n];
        for (int i = 0; i < n; i++) {
            ones[i] = 1;
            events[i] = outcome[i];
            caught[i] = outcome[i] * acted[i];
        }
        int[] order = Units.order(n, unit);
        Measured share = share(acted, ones, group, unit, order);
        if (share == null) throw new IllegalArgumentException("the group is empty");
        return new Parity(
                share,
                share(caught, events, group, unit, order),
                share(caught, acted, group, unit, order),
                probability == null ? null : promise(events, probability, group, unit, order));
    }

    /** Σ part over Σ whole, in the group and in the rest, with errors by unit. */
    private static final class Sums {
        private final double[] part = new double[2];
        private final double[] whole = new double[2];
        private double variance;
        private double logVariance;

        Sums(double[] parts, double[] wholes, boolean[] group, int @Nullable [] unit, int[] order) {
            for (int i = 0; i < group.length; i++) {
                int g = group[i] ? 0 : 1;
                part[g] += parts[i];
                whole[g] += wholes[i];
            }
            Units.walk(order, unit, (from, to) -> {
                double[] off = new double[2];
                for (int k = from; k < to; k++) {
                    int i = order[k];
                    int g = group[i] ? 0 : 1;
                    if (whole[g] > 0) off[g] += parts[i] - value(g) * wholes[i];
                }
                variance += off[0] * off[0];
                double log = (part[0] > 0 ? off[0] / part[0] : 0) - (part[1] > 0 ? off[1] / part[1] : 0);
                logVariance += log * log;
            });
        }

        double value(int g) {
            return part[g] / whole[g];
        }

        /** Half an event is added on either side where one of them has none. */
        Measured with(double[] bounds) {
            if (whole[1] == 0) return new Measured(value(0), bounds[0], bounds[1], null, null, null);
            boolean none = part[0] == 0 || part[1] == 0;
            double extra = none ? HALF : 0;
            double log = Math.log((part[0] + extra) / whole[0]) - Math.log((part[1] + extra) / whole[1]);
            double error = Math.sqrt(logVariance + (part[0] == 0 ? 1 / HALF : 0) + (part[1] == 0 ? 1 / HALF : 0));
            return new Measured(
                    value(0),
                    bounds[0],
                    bounds[1],
                    part[1] == 0 ? null : value(0) / value(1),
                    Math.exp(log - Normal.Z95 * error),
                    Math.exp(log + Normal.Z95 * error));
        }
    }

    private static @Nullable Measured share(
            double[] parts, double[] wholes, boolean[] group, int @Nullable [] unit, int[] order) {
        Sums sums = new Sums(parts, wholes, group, unit, order);
        double n = sums.whole[0];
        if (n == 0) return null;
        double p = Math.min(1, sums.value(0));
        double alone = sums.variance == 0 ? n : Math.min(n, p * (1 - p) * n * n / sums.variance);
        return sums.with(ProbabilityQuality.wilson(p * alone, alone));
    }

    private static @Nullable Measured promise(
            double[] events, double[] probability, boolean[] group, int @Nullable [] unit, int[] order) {
        Sums sums = new Sums(events, probability, group, unit, order);
        if (sums.whole[0] == 0) return null;
        return sums.with(ofPromise(sums.part[0], sums.whole[0], sums.variance));
    }

    /** 95 % score interval of observed over promised events, whose variance is that of observed less promised. */
    static double[] ofPromise(double observed, double promised, double variance) {
        double spread = Math.max(1e-12, variance / promised);
        double z = Normal.Z95;
        double middle = observed + z * z * spread / 2;
        double half = z * Math.sqrt(spread * (observed + z * z * spread / 4));
        return new double[] {Math.max(0, middle - half) / promised, (middle + half) / promised};
    }
}
