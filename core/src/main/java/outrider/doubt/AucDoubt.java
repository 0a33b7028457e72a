package outrider.doubt;

import java.util.Arrays;
import outrider.base.BadInput;
import outrider.base.Normal;

/**
 * One candidate's structural components of the AUC (DeLong, DeLong and Clarke-Pearson 1988; by midranks, Sun and Xu 2014), O(n
 * log n) to build, O(n) to compare. Unweighted records only.
 */
public final class AucDoubt {
    private final byte[] outcome;
    private final double[] component;
    private final int events;
    private final double auc;

    /** An AUC with its standard error (null below two events or two non-events) and 95 % interval. */
    public record Interval(double auc, Double standardError, Double low, Double high) {}

    /** auc(a) − auc(b); z and p are null where the standard error is 0 or unknown. */
    public record Difference(double difference, Double standardError, Double z, Double pValue) {}

    private AucDoubt(byte[] outcome, double[] component, int events, double auc) {
        this.outcome = outcome;
        this.component = component;
        this.events = events;
        this.auc = auc;
    }

    /**
     * @param score finite, one a record
     * @param outcome 0 or 1, both present
     */
    public static AucDoubt of(double[] score, byte[] outcome) {
        int n = score.length;
        long events = 0;
        for (byte y : outcome) events += y;
        double others = n - events;
        double[] above = sorted(score, outcome, 1);
        double[] below = sorted(score, outcome, 0);
        double[] component = new double[n];
        double sum = 0;
        for (int i = 0; i < n; i++) {
            double s = score[i] + 0.0;
            if (outcome[i] == 1) {
                component[i] = (first(below, s) + last(below, s)) / 2.0 / others;
                sum += component[i];
            } else {
                component[i] = 1 - (first(above, s) + last(above, s)) / 2.0 / events;
            }
        }
        return new AucDoubt(outcome, component, (int) events, sum / events);
    }

    private static double[] sorted(double[] score, byte[] outcome, int level) {
        double[] values = new double[score.length];
        int count = 0;
        for (int i = 0; i < score.length; i++) if (outcome[i] == level) values[count++] = score[i] + 0.0;
        double[] kept = Arrays.copyOf(values, count);
        Arrays.parallelSort(kept);
        return kept;
    }

    /** How many of {@code sorted} are below {@code value}. */
    private static int first(double[] sorted, double value) {
        int low = 0;
        int high = sorted.length;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (sorted[middle] < value) low = middle + 1;
            else high = middle;
        }
        return low;
    }

    /** How many of {@code sorted} are at most {@code value}. */
    private static int last(double[] sorted, double value) {
        int low = 0;
        int high = sorted.length;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (sorted[middle] <= value) low = middle + 1;
            else high = middle;
        }
        return low;
    }

    public Interval interval() {
        Double variance = covariance(this);
        if (variance == null) return new Interval(auc, null, null, null);
        double error = Math.sqrt(Math.max(0, variance));
        return new Interval(auc, error, Math.max(0, auc - Normal.Z95 * error), Math.min(1, auc + Normal.Z95 * error));
    }

    /**
     * The paired difference to another candidate on the same records.
     *
     * @throws BadInput if the two are not over the same records
     */
    public Difference minus(AucDoubt other) {
        if (!Arrays.equals(outcome, other.outcome)) {
            throw BadInput.of("candidates", "are scored on different records", "compare them on the same part");
        }
        double difference = auc - other.auc;
        Double mine = covariance(this);
        if (mine == null) return new Difference(difference, null, null, null);
        double variance = mine + other.covariance(other) - 2 * covariance(other);
        double error = Math.sqrt(Math.max(0, variance));
        if (error < 1e-14) return new Difference(difference, 0.0, null, null);
        double z = difference / error;
        return new Difference(difference, error, z, Normal.twoSided(z));
    }

    private Double covariance(AucDoubt other) {
        int others = outcome.length - events;
        if (events < 2 || others < 2) return null;
        double ofEvents = 0;
        double ofOthers = 0;
        for (int i = 0; i < outcome.length; i++) {
            double product = (component[i] - auc) * (other.component[i] - other.auc);
            if (outcome[i] == 1) ofEvents += product;
            else ofOthers += product;
        }
        return ofEvents / (events - 1.0) / events + ofOthers / (others - 1.0) / others;
    }
}
