package outrider.base;

/** Ways to choose, by their logarithms, and what they make of two counts. */
public final class Factorials {
    private static final double NEGLIGIBLE = 1e-12;

    private Factorials() {}

    /** log of n over k; 0 ≤ k ≤ n. O(1). */
    public static double logChoose(double n, double k) {
        return log(n) - log(k) - log(n - k);
    }

    /** Stirling's series; exact sums below 20. */
    private static double log(double n) {
        if (n < 20) {
            double sum = 0;
            for (int i = 2; i <= n; i++) sum += Math.log(i);
            return sum;
        }
        double x = n + 1;
        return (x - 0.5) * Math.log(x) - x + 0.5 * Math.log(2 * Math.PI) + 1 / (12 * x) - 1 / (360 * x * x * x);
    }

    /**
     * How probable it is that {@code drawn} records out of {@code all}, {@code marked} of them marked, hold {@code seen} marked ones or a number
     * still further from what is expected, to that side (Fisher 1934). O(√all) or so.
     */
    public static double tail(double seen, double drawn, double marked, double all) {
        double step = seen * all > drawn * marked ? 1 : -1;
        double log = logChoose(marked, seen) + logChoose(all - marked, drawn - seen) - logChoose(all, drawn);
        double term = Math.exp(log);
        double sum = 0;
        for (double k = seen; term > NEGLIGIBLE * sum && term > 0; k += step) {
            sum += term;
            double left = all - marked - drawn;
            term *= step > 0
                    ? (marked - k) * (drawn - k) / ((k + 1) * (left + k + 1))
                    : k * (left + k) / ((marked - k + 1) * (drawn - k + 1));
        }
        return Math.min(1, sum);
    }
}
