package outrider.follow;

/**
 * A two-sided cumulative sum of standardised differences (Page 1954): one bad batch does not ring, a slow slide does.
 *
 * @param up and {@code down}: how far the sums stand above and below, in standard errors
 */
public record Cusum(double up, double down) {
    /** Half of the shift that is looked for, in standard errors. */
    public static final double SLACK = 0.5;
    /** By so many standard deviations of the common part; found by simulation, so that 5 in 100 ring at most. */
    private static final double COMMON = 1.3;
    /** From here on it rings. */
    public static final double LIMIT = 5;

    public static final Cusum NONE = new Cusum(0, 0);

    /**
     * With the next batch's difference over its standard error. What was signed is itself uncertain, and off in the same direction for every
     * batch; the slack grows with that common part's standard deviation, or sequences without change would ring: half of them within 24 batches
     * where the uncertainty is all of what was signed.
     *
     * @param common share of the difference's variance that is of what was signed, from 0 to 1
     */
    public Cusum and(double standardised, double common) {
        double slack = SLACK + COMMON * Math.sqrt(common);
        return new Cusum(Math.max(0, up + standardised - slack), Math.max(0, down - standardised - slack));
    }

    public boolean ringsBelow() {
        return down > LIMIT;
    }

    public boolean ringsAbove() {
        return up > LIMIT;
    }
}
