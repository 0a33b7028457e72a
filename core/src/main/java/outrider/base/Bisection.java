package outrider.base;

import java.util.function.DoubleUnaryOperator;

/** Finds where a rising function crosses 0, by halving. */
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
}
