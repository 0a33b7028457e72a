package outrider.learn.linear;

/** An intercept and one slope an input. */
public record LinearFit(double intercept, double[] slopes) {}
