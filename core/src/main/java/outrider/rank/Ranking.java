package outrider.rank;

import java.util.Arrays;
import java.util.function.IntPredicate;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/**
 * One candidate's scores and outcomes in descending score, records of the same score together in tie groups (METHODS section
 * 1). Every figure is read from here. Point 0 is "nobody", point g the state after the g-th tie group; between two points
 * everything is linear. Immutable and thread safe. Building costs O(n), reading at a rank O(log n).
 */
public final class Ranking {
    /** of each tie group from the first, as {@link DescendingOrder} keeps scores */
    private final long[] keys;
    /** null where the record at each rank is a tie group of its own, of weight 1 */
    private final double @Nullable [] sizes;

    private final double[] events;
    private final double[] valued;
    private final double[] squared;
    private final boolean weighted;
    private final boolean hasValues;

    private Ranking(
            long[] keys,
            double @Nullable [] sizes,
            double[] events,
            double[] valued,
            double[] squared,
            boolean weighted,
            boolean hasValues) {
        this.keys = keys;
        this.sizes = sizes;
        this.events = events;
        this.valued = valued;
        this.squared = squared;
        this.weighted = weighted;
        this.hasValues = hasValues;
    }

    /** Unweighted and without values; see {@link #of(double[], byte[], double[], double[])}. */
    public static Ranking of(double[] score, byte[] outcome) {
        return of(score, outcome, null, null);
    }

    /**
     * @param score one finite double a record
     * @param outcome 1 for the event, else 0
     * @param weight > 0 a record, or null for 1 each
     * @param value finite and >= 0 a record, or null
     * @throws BadInput naming the count and the first records, for a missing or infinite score, a weight not above 0, a value
     *     below 0, no event or no non-event
     */
    public static Ranking of(double[] score, byte[] outcome, double @Nullable [] weight, double @Nullable [] value) {
        return of(score, outcome, weight, value, null);
    }

    /** @param ranked gets the tie group of each record, or null */
    static Ranking of(
            double[] score,
            byte[] outcome,
            double @Nullable [] weight,
            double @Nullable [] value,
            int @Nullable [] ranked) {
        int n = score.length;
        if (!allFinite(score)) refuse(n, "score", "missing or infinite", i -> !Double.isFinite(score[i]));
        if (!allOutcomes(outcome)) refuse(n, "outcome", "neither 0 nor 1", i -> outcome[i] != 0 && outcome[i] != 1);
        if (weight != null) refuse(n, "weight", "not above 0", i -> !(weight[i] > 0 && Double.isFinite(weight[i])));
        if (value != null)
            refuse(n, "value", "missing, infinite or below 0", i -> !(value[i] >= 0 && Double.isFinite(value[i])));
        DescendingOrder order = DescendingOrder.of(score);
        long[] keys = order.keys;
        int[] records = order.records;
        int groups = order.groups();
        double[] sizes = weight == null && groups == n ? null : new double[groups + 1];
        double[] events = new double[groups + 1];
        double[] valued = value == null ? events : new double[groups + 1];
        double[] squared = value == null ? events : new double[groups + 1];
        int group = 0;
        double size = 0;
        double event = 0;
        double worth = 0;
        double square = 0;
        for (int i = 0; i < n; i++) {
            int record = records[i];
            double w = weight == null ? 1 : weight[record];
            size += w;
            if (outcome[record] == 1) {
                event += w;
                if (value != null) {
                    worth += w * value[record];
                    square += w * value[record] * value[record];
                }
            }
            if (ranked != null) ranked[record] = group + 1;
            if (i + 1 < n && keys[i + 1] == keys[i]) continue;
            keys[group++] = keys[i];
            if (sizes != null) sizes[group] = size;
            events[group] = event;
            if (value == null) continue;
            valued[group] = worth;
            squared[group] = square;
        }
        if (event == 0) throw BadInput.of("outcome", "no record has the event", "a ranking needs both outcomes");
        if (everyRecordHasEvent(outcome)) {
            throw BadInput.of("outcome", "every record has the event", "a ranking needs both outcomes");
        }
        return new Ranking(
                groups < n ? Arrays.copyOf(keys, groups) : keys,
                sizes,
                events,
                valued,
                squared,
                weight != null,
                value != null);
    }

    private static boolean allFinite(double[] values) {
        double none = 0;
        for (double value : values) none += value * 0;
        return none == 0;
    }

    private static boolean allOutcomes(byte[] outcome) {
        int bits = 0;
        for (byte y : outcome) bits |= y;
        return (bits & ~1) == 0;
    }

    private static boolean everyRecordHasEvent(byte[] outcome) {
        for (byte y : outcome) if (y == 0) return false;
        return true;
    }

    private static void refuse(int n, String field, String what, IntPredicate isBad) {
        int count = 0;
        StringBuilder first = new StringBuilder();
        for (int i = 0; i < n; i++) {
            if (!isBad.test(i)) continue;
            if (count++ < 5) first.append(count == 1 ? "" : ", ").append(i + 1);
        }
        if (count == 0) return;
        throw BadInput.of(
                field,
                count + (count == 1 ? " record is " : " records are ") + what + " (record" + (count == 1 ? " " : "s ")
                        + first + (count > 5 ? ", …" : "") + ")",
                "mend or leave out these records");
    }

    /** How many tie groups; points run from 0 to this. */
    public int groups() {
        return keys.length;
    }

    /** N: records, or the sum of their weights. */
    public double total() {
        return size(groups());
    }

    /** P: events, weighted. */
    public double totalEvents() {
        return events[groups()];
    }

    /** P(s⁺ > s⁻) + ½P(s⁺ = s⁻). O(groups). */
    public double auc() {
        double area = 0;
        double before = 0;
        double sizeBefore = 0;
        for (int g = 1; g < events.length; g++) {
            double p = events[g];
            double size = size(g);
            area += (size - sizeBefore - (p - before)) * (p + before);
            before = p;
            sizeBefore = size;
        }
        return area / 2 / totalEvents() / (total() - totalEvents());
    }

    public double baseRate() {
        return totalEvents() / total();
    }

    public boolean weighted() {
        return weighted;
    }

    public boolean hasValues() {
        return hasValues;
    }

    /** The score of tie group {@code point}, from 1; infinite at point 0. */
    public double score(int point) {
        return point == 0 ? Double.POSITIVE_INFINITY : DescendingOrder.valueOf(keys[point - 1]);
    }

    /** n at a point. */
    public double size(int point) {
        return sizes == null ? point : sizes[point];
    }

    /** p at a point. */
    public double events(int point) {
        return events[point];
    }

    /** Σ w·y·v at a point; without a value column the events. */
    public double valued(int point) {
        return valued[point];
    }

    /** The last point whose size is at most {@code rank}. */
    public int pointAtOrBefore(double rank) {
        if (sizes == null) return (int) Math.max(-1, Math.min(keys.length, Math.floor(rank)));
        int at = Arrays.binarySearch(sizes, rank);
        return at >= 0 ? at : -at - 2;
    }

    /** The first point whose size is at least {@code rank}. */
    public int pointAtOrAfter(double rank) {
        int point = pointAtOrBefore(rank);
        return point < groups() && size(point) < rank ? point + 1 : point;
    }

    /** The last point whose score is at least {@code threshold}; 0 if none is. */
    public int pointAtThreshold(double threshold) {
        int low = 0;
        int high = groups();
        while (low < high) {
            int middle = (low + high + 1) >>> 1;
            if (score(middle) >= threshold) low = middle;
            else high = middle - 1;
        }
        return low;
    }

    /** p at any rank 0 … N, linear between points. */
    public double eventsAt(double rank) {
        return interpolate(events, rank);
    }

    /** Σ w·y·v at any rank 0 … N, linear between points. */
    public double valuedAt(double rank) {
        return interpolate(valued, rank);
    }

    /** Σ w·y·v² at any rank 0 … N, linear between points; without a value column the events. */
    public double squaredAt(double rank) {
        return interpolate(squared, rank);
    }

    private double interpolate(double[] of, double rank) {
        int point = pointAtOrBefore(rank);
        if (point >= groups()) return of[groups()];
        double step = size(point + 1) - size(point);
        return of[point] + (rank - size(point)) * (of[point + 1] - of[point]) / step;
    }
}
