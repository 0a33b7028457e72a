package outrider.learn.linear;

/** An intercept and one slope an input. */
public record LinearFit(double intercept, double[] slopes) {
    /** The margin of row {@code r} of a row-major matrix. */
    public double margin(double[] values, int at) {
        double sum = intercept;
        for (int c = 0; c < slopes.length; c++) sum += slopes[c] * values[at + c];
        return sum;
    }
}
