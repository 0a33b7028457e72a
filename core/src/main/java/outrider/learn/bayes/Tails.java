package outrider.learn.bayes;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;
import outrider.base.Bisection;
import outrider.split.Balance;

/**
 * Where the values of a number end that its mean and variance are to speak for. A few values far out would be most of both, and make
 * log-odds that no other column can answer and no line recalibrates (winsorised, Dixon 1960).
 */
final class Tails {
    /** The kurtosis of a double exponential. */
    private static final double HEAVY = 6;
    /** On either side, where nobody says it. */
    private static final double SHARE = 0.05;

    private Tails() {}

    /**
     * The values between which all others are to lie. At either end the value furthest from the median may be the nearest to it that
     * differs, so that what is nearly always the same still says what it says.
     *
     * @param values one a record of the sample, NaN for missing
     * @param share of records beyond either end, at least 0; NaN for 0.05 where the tails are heavier than a double exponential's, else 0
     * @return lowest and highest; null where none is limited
     */
    static double @Nullable [] limits(double[] values, Balance.Sample sample, double share) {
        double[] weight = sample.weight();
        double asked = Double.isNaN(share) ? kurtosis(values, weight) > HEAVY ? SHARE : 0 : share;
        if (asked == 0) return null;
        double[] sorted = Arrays.stream(values)
                .filter(value -> !Double.isNaN(value))
                .sorted()
                .toArray();
        if (sorted.length == 0) return null;
        double[] upTo = upTo(sorted, values, weight);
        double middle = at(sorted, upTo, 0.5);
        double low = at(sorted, upTo, asked);
        double high = at(sorted, upTo, 1 - asked);
        int below = Bisection.firstAtLeast(sorted, middle) - 1;
        int above = Bisection.firstAtLeast(sorted, Math.nextUp(middle));
        if (below >= 0) low = Math.min(low, sorted[below]);
        if (above < sorted.length) high = Math.max(high, sorted[above]);
        return low <= sorted[0] && high >= sorted[sorted.length - 1] ? null : new double[] {low, high};
    }

    /** The weight of all values up to each; equal ones have theirs at the first of them. */
    private static double[] upTo(double[] sorted, double[] values, double @Nullable [] weight) {
        double[] upTo = new double[sorted.length];
        for (int i = 0; i < values.length; i++) {
            if (Double.isNaN(values[i])) continue;
            upTo[Bisection.firstAtLeast(sorted, values[i])] += weight == null ? 1 : weight[i];
        }
        for (int k = 1; k < upTo.length; k++) upTo[k] += upTo[k - 1];
        return upTo;
    }

    /** The value that at least {@code share} of the weight reaches up to. */
    private static double at(double[] sorted, double[] upTo, double share) {
        return sorted[Math.min(sorted.length - 1, Bisection.firstAtLeast(upTo, share * upTo[upTo.length - 1]))];
    }

    private static double kurtosis(double[] values, double @Nullable [] weight) {
        double total = 0;
        double mean = 0;
        double lowest = Double.POSITIVE_INFINITY;
        double highest = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < values.length; i++) {
            if (Double.isNaN(values[i])) continue;
            double w = weight == null ? 1 : weight[i];
            total += w;
            mean += w * (values[i] - mean) / total;
            lowest = Math.min(lowest, values[i]);
            highest = Math.max(highest, values[i]);
        }
        // in units of the furthest, whose fourth power has to be finite
        double most = Math.max(mean - lowest, highest - mean);
        double squares = 0;
        double fourths = 0;
        for (int i = 0; i < values.length; i++) {
            if (Double.isNaN(values[i])) continue;
            double w = (weight == null ? 1 : weight[i]) / total;
            double off = (values[i] - mean) / most;
            squares += w * off * off;
            fourths += w * off * off * off * off;
        }
        return fourths / (squares * squares);
    }
}
