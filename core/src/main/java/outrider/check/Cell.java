package outrider.check;

import static java.util.Objects.requireNonNull;

import org.jspecify.annotations.Nullable;
import outrider.base.Factorials;
import outrider.base.Normal;
import outrider.measure.ProbabilityQuality;

/**
 * Records of a column that are counted together.
 *
 * @param label of a level; null for a run of numbers or days
 * @param low lowest value of a run (days since 1970-01-01 for dates), else null; {@code high} is the highest
 * @param events null where the outcome is not used
 * @param rate event rate with its Wilson 95 % interval; null likewise
 */
public record Cell(
        @Nullable String label,
        @Nullable Double low,
        @Nullable Double high,
        int records,
        @Nullable Integer events,
        @Nullable Double rate,
        @Nullable Double rateLow,
        @Nullable Double rateHigh) {

    static Cell of(
            @Nullable String label,
            @Nullable Double low,
            @Nullable Double high,
            int others,
            int events,
            boolean judged) {
        int records = others + events;
        if (!judged || records == 0) return new Cell(label, low, high, records, judged ? 0 : null, null, null, null);
        double[] interval = ProbabilityQuality.wilson(events, records);
        return new Cell(label, low, high, records, events, events / (double) records, interval[0], interval[1]);
    }

    /** What chance explains ends so many standard errors away, or where its probability is that of so many. */
    static final double APART = 4;

    private static final double HARDLY = Normal.twoSided(APART) / 2;

    boolean apartFrom(Cell other, double perUnit) {
        return apart(requireNonNull(events), records, requireNonNull(other.events), other.records, perUnit);
    }

    /**
     * Whether two event rates lie further apart than chance explains, however few the events (Fisher 1934).
     *
     * @param perUnit how many records count as one
     */
    static boolean apart(double events, double records, double otherEvents, double otherRecords, double perUnit) {
        if (records == 0 || otherRecords == 0) return false;
        double e = Math.rint(events / perUnit);
        double n = e + Math.rint((records - events) / perUnit);
        double f = Math.rint(otherEvents / perUnit);
        double m = f + Math.rint((otherRecords - otherEvents) / perUnit);
        return n > 0 && m > 0 && Factorials.tail(e, n, e + f, n + m) < HARDLY;
    }

    /** Both together, of no one value. */
    Cell with(Cell other) {
        int hits = requireNonNull(events) + requireNonNull(other.events);
        return of(null, null, null, records + other.records - hits, hits, true);
    }
}
