package outrider.base;

import java.util.function.DoubleUnaryOperator;

/** Finds where a rising function crosses 0, and places in ascending numbers, by halving. */
public final class Bisection {
    private static final int STEPS = 60;

    private Bisection() {}

    /** @return the crossing, or the end of the range that lies nearer to it; to 2⁻⁶⁰ of the range */
    public static double crossing(double from, double to, DoubleUnaryOperator rising) {
        double low = from;
        double high = to;
        for (int step = 0; step < STEPS; step++) {
            double middle = (low + high) / 2;
            if (rising.applyAsDouble(middle) < 0) low = middle;
            else high = middle;
        }
        return (low + high) / 2;
    }

    /** The place of the first of ascending numbers that is at least {@code value}; how many there are where none is. */
    public static int firstAtLeast(double[] ascending, double value) {
        int low = 0;
        int high = ascending.length;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (ascending[middle] < value) low = middle + 1;
            else high = middle;
        }
        return low;
    }
}
