package outrider.uncertainty;

import java.util.Arrays;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.rank.IndexedRanking;
import outrider.split.Units;

/**
 * The records that candidates are compared on: what is resampled.
 *
 * @param outcome 0 or 1 a record
 * @param value of each record, or null
 * @param weight above 0 a record, or null for 1 each
 * @param unit of each record, any numbers from 0 that are the same for records drawn together; null where each stands alone
 * @param oneByOne resamples draw units one by one, however many there are
 */
public record Sample(
        byte[] outcome,
        double @Nullable [] value,
        double @Nullable [] weight,
        int @Nullable [] unit,
        boolean oneByOne) {

    /** @throws BadInput if the parts do not have the same length */
    public Sample(byte[] outcome, double @Nullable [] value, double @Nullable [] weight, int @Nullable [] unit) {
        this(outcome, value, weight, unit, false);
    }

    /** @throws BadInput if the parts do not have the same length */
    public Sample(
            byte[] outcome,
            double @Nullable [] value,
            double @Nullable [] weight,
            int @Nullable [] unit,
            boolean oneByOne) {
        int n = outcome.length;
        if (value != null && value.length != n
                || weight != null && weight.length != n
                || unit != null && unit.length != n) {
            throw BadInput.of("records", "have columns of different length", "give one entry a record");
        }
        this.outcome = outcome;
        this.value = value;
        this.weight = weight;
        this.unit = unit == null ? null : numbered(unit);
        this.oneByOne = oneByOne;
    }

    /** Records that stand alone, without value and weight. */
    public static Sample of(byte[] outcome) {
        return new Sample(outcome, null, null, null);
    }

    public int size() {
        return outcome.length;
    }

    /** Events or non-events, whichever are fewer; where units hold several records, units that have one. */
    public int fewest() {
        return Math.min(unitsWith(1), unitsWith(0));
    }

    /** Units that have a record of this outcome; records where each stands alone. */
    public int unitsWith(int outcome) {
        if (unit == null) return outcome == 1 ? events() : size() - events();
        return Units.holding(this.outcome, unit, outcome);
    }

    /** Records, or the sum of their weights. */
    public double total() {
        if (weight == null) return outcome.length;
        double total = 0;
        for (double w : weight) total += w;
        return total;
    }

    /** Events, or the sum of their weights. */
    public double totalEvents() {
        if (weight == null) return events();
        double total = 0;
        for (int i = 0; i < weight.length; i++) total += weight[i] * outcome[i];
        return total;
    }

    /** A ranking of these records. */
    public IndexedRanking ranked(double[] score) {
        return IndexedRanking.of(score, outcome, weight, value);
    }

    public int events() {
        int events = 0;
        for (byte y : outcome) events += y;
        return events;
    }

    /** How many are drawn in a resample. */
    public int units() {
        if (unit == null) return outcome.length;
        int most = -1;
        for (int u : unit) most = Math.max(most, u);
        return most + 1;
    }

    /** The unit of each record; with weights a number of its own for each that stands alone. Null without either. */
    public int @Nullable [] drawnTogether() {
        return unit != null || weight == null
                ? unit
                : IntStream.range(0, size()).toArray();
    }

    /** Some of its records alone, in that order. */
    public Sample at(int[] places) {
        byte[] y = new byte[places.length];
        for (int i = 0; i < y.length; i++) y[i] = outcome[places[i]];
        return new Sample(
                y,
                value == null
                        ? null
                        : Arrays.stream(places).mapToDouble(p -> value[p]).toArray(),
                weight == null
                        ? null
                        : Arrays.stream(places).mapToDouble(p -> weight[p]).toArray(),
                unit == null ? null : Arrays.stream(places).map(p -> unit[p]).toArray(),
                oneByOne);
    }

    /** Numbers from 0 in the order of the first record; null where every record is a unit of its own. */
    private static int @Nullable [] numbered(int[] unit) {
        int[] sorted = unit.clone();
        Arrays.sort(sorted);
        int different = 0;
        for (int i = 0; i < sorted.length; i++)
            if (i == 0 || sorted[i] != sorted[i - 1]) sorted[different++] = sorted[i];
        if (different == unit.length) return null;
        int[] number = new int[different];
        Arrays.fill(number, -1);
        int[] of = new int[unit.length];
        int next = 0;
        for (int i = 0; i < of.length; i++) {
            int at = Arrays.binarySearch(sorted, 0, different, unit[i]);
            if (number[at] < 0) number[at] = next++;
            of[i] = number[at];
        }
        return of;
    }

    /** By how much the noise of counts is larger than that of single records of weight 1: a bound for windows, no figure. */
    double coarseness() {
        if (unit == null && weight == null) return 1;
        double[] size = new double[units()];
        double total = 0;
        for (int i = 0; i < outcome.length; i++) {
            double w = weight == null ? 1 : weight[i];
            size[unit == null ? i : unit[i]] += w;
            total += w;
        }
        double squares = 0;
        for (double s : size) squares += s * s;
        return Math.max(1, Math.sqrt(squares / total));
    }
}
