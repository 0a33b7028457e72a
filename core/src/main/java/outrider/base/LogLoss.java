package outrider.base;

/**
 * Adds up log losses of log-odds, ln(1 + eᵗ) where t speaks against the outcome. One logarithm is taken of the product of many factors from
 * 1 to 2. Not thread safe.
 */
public final class LogLoss {
    private static final int TOGETHER = 64;

    private double sum;
    private double product = 1;
    private int factors;

    /** The loss of one record, without overflow. */
    public static double of(double against) {
        return Math.max(0, against) + Math.log1p(Math.exp(-Math.abs(against)));
    }

    /** @param small e to the power of −|against|, which the caller has at hand */
    public void add(double against, double small) {
        if (against > 0) sum += against;
        product *= 1 + small;
        if (++factors < TOGETHER) return;
        sum += Math.log(product);
        product = 1;
        factors = 0;
    }

    public double sum() {
        return sum + Math.log(product);
    }
}
