package outrider.uncertainty;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;
import outrider.stakes.NetValue;
import outrider.stakes.Stakes;

/**
 * A candidate's resamples at one cut, whatever things are worth. {@code NaN} is undefined and left out of intervals.
 *
 * @param depth of the cut, as a share of the records
 * @param records N of the data; {@code total} that of each replicate, {@code totalEvents} its events
 * @param events reached in each replicate, {@code valued} the sum of their values
 * @param acted records reached in each replicate where the cut is a threshold; null where it is a depth, the same in each
 */
public record Drawn(
        double depth,
        double records,
        double[] total,
        double[] totalEvents,
        double[] events,
        double[] valued,
        double @Nullable [] acted) {

    /** At a depth. */
    Drawn(double depth, double records, double[] total, double[] totalEvents, double[] events, double[] valued) {
        this(depth, records, total, totalEvents, events, valued, null);
    }

    /** A 95 % percentile interval; null bounds where every replicate is undefined. */
    public record Bounds(@Nullable Double low, @Nullable Double high) {}

    public double[] capture() {
        double[] capture = new double[total.length];
        for (int r = 0; r < capture.length; r++) capture[r] = events[r] / totalEvents[r];
        return capture;
    }

    private double acted(int r) {
        return acted == null ? depth * total[r] : acted[r];
    }

    /** By which events and non-events of a replicate count: towards the planned rate where there is one, else 1. */
    private double eventFactor(double planned, int r) {
        return Double.isNaN(planned) ? 1 : planned * total[r] / totalEvents[r];
    }

    private double otherFactor(double planned, int r) {
        return Double.isNaN(planned) ? 1 : (1 - planned) * total[r] / (total[r] - totalEvents[r]);
    }

    /** @param planned event rate, NaN for the sample's own */
    public double[] precision(double planned) {
        double[] precision = new double[total.length];
        for (int r = 0; r < precision.length; r++) {
            double caught = eventFactor(planned, r) * events[r];
            double wrong = otherFactor(planned, r) * (acted(r) - events[r]);
            precision[r] = caught / (caught + wrong);
        }
        return precision;
    }

    /** Of the data's own rate: capture over depth; of a planned one: precision over it. */
    public double[] lift(double planned) {
        double[] lift = Double.isNaN(planned) ? capture() : precision(planned);
        for (int r = 0; r < lift.length; r++) {
            lift[r] /= !Double.isNaN(planned) ? planned : acted == null ? depth : acted[r] / total[r];
        }
        return lift;
    }

    /** Money over acting on nobody, for the records of the data. */
    public double[] gain(Stakes stakes, double planned) {
        double[] gain = new double[total.length];
        for (int r = 0; r < gain.length; r++) {
            NetValue.Worth worth = NetValue.worth(stakes, planned, total[r], totalEvents[r]);
            gain[r] = records / total[r] * worth.of(acted(r), events[r], valued[r]);
        }
        return gain;
    }

    public static double[] minus(double[] a, double[] b) {
        double[] difference = new double[a.length];
        for (int r = 0; r < a.length; r++) difference[r] = a[r] - b[r];
        return difference;
    }

    /** 2.5 % and 97.5 %, linear between order statistics. */
    public static Bounds bounds(double[] replicates) {
        double[] sorted = replicates.clone();
        Arrays.sort(sorted);
        int defined = sorted.length;
        while (defined > 0 && Double.isNaN(sorted[defined - 1])) defined--;
        if (defined == 0) return new Bounds(null, null);
        return new Bounds(percentile(sorted, defined, 0.025), percentile(sorted, defined, 0.975));
    }

    private static double percentile(double[] sorted, int count, double share) {
        double at = share * (count - 1);
        int low = (int) at;
        int high = Math.min(count - 1, low + 1);
        return sorted[low] + (at - low) * (sorted[high] - sorted[low]);
    }
}
