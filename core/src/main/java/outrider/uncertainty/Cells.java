package outrider.uncertainty;

import java.util.Arrays;
import java.util.List;
import outrider.rank.IndexedRanking;

/**
 * Records that no figure tells apart, counted together: of the same outcome and in the same run of every candidate's ranking, and of
 * weights that differ by less than twice. The events of the largest values are cells of their own.
 */
final class Cells {
    /** So many of the largest values are resampled one by one. */
    private static final int LARGEST = 2000;
    /** Up to so many combinations are counted in an array. */
    private static final int DENSE = 1 << 20;

    private static final int LEAST_EXPONENT = Double.MIN_EXPONENT - 1;
    private static final int EXPONENTS = Double.MAX_EXPONENT - LEAST_EXPONENT + 1;

    /** Of each record. */
    final int[] of;
    /** By cell. */
    final byte[] outcome;

    final double[] records;
    /** The weight of a record; 1 and 0 where none weighs more than another. */
    final double[] weightMean;

    final double[] weightSpread;
    /** What an event is worth, by its weight. */
    final double[] valueMean;

    final double[] valueSpread;
    /** How weight and worth move together within a cell, -1 to 1. */
    final double[] alike;
    /** By candidate, then by cell. */
    final int[][] segment;

    private Cells(int[] of, int count, Sample sample, int[][] segmentOf, List<IndexedRanking> ranked) {
        byte[] outcomes = sample.outcome();
        double[] weight = sample.weight();
        double[] value = sample.value();
        this.of = of;
        outcome = new byte[count];
        records = new double[count];
        weightMean = new double[count];
        weightSpread = new double[count];
        valueMean = new double[count];
        valueSpread = new double[count];
        alike = new double[count];
        segment = new int[ranked.size()][count];
        for (int i = 0; i < of.length; i++) {
            int cell = of[i];
            if (records[cell]++ > 0) continue;
            outcome[cell] = outcomes[i];
            for (int k = 0; k < segment.length; k++)
                segment[k][cell] = segmentOf[k][ranked.get(k).point()[i]];
        }
        if (weight == null) Arrays.fill(weightMean, 1);
        else moments(i -> weight[i], weightMean, weightSpread);
        if (value == null) return;
        Amount worth = i -> outcomes[i] == 0 ? 0 : weight == null ? value[i] : weight[i] * value[i];
        moments(worth, valueMean, valueSpread);
        if (weight == null) return;
        for (int i = 0; i < of.length; i++) {
            int c = of[i];
            double both = weightSpread[c] * valueSpread[c] * records[c];
            if (both > 0) alike[c] += (weight[i] - weightMean[c]) * (worth.of(i) - valueMean[c]) / both;
        }
        for (int c = 0; c < count; c++) alike[c] = Math.max(-1, Math.min(1, alike[c]));
    }

    private interface Amount {
        double of(int record);
    }

    private void moments(Amount amount, double[] mean, double[] spread) {
        for (int i = 0; i < of.length; i++) mean[of[i]] += amount.of(i) / records[of[i]];
        for (int i = 0; i < of.length; i++) {
            double off = amount.of(i) - mean[of[i]];
            spread[of[i]] += off * off / records[of[i]];
        }
        for (int c = 0; c < spread.length; c++) spread[c] = Math.sqrt(spread[c]);
    }

    int count() {
        return outcome.length;
    }

    /** @param byWeight parts records by their weights too. O(n · candidates). */
    static Cells of(List<IndexedRanking> ranked, List<Segments> segments, Sample sample, boolean byWeight) {
        byte[] outcome = sample.outcome();
        double[] weight = sample.weight();
        double[] value = sample.value();
        int n = outcome.length;
        int[] cell = new int[n];
        for (int i = 0; i < n; i++) cell[i] = outcome[i];
        int count = 2;
        int[][] segmentOf = new int[ranked.size()][];
        for (int k = 0; k < ranked.size(); k++) {
            int[] ofPoint = segmentOf[k] = segments.get(k).ofPoints();
            int[] point = ranked.get(k).point();
            int width = segments.get(k).size();
            count = refine(cell, count, i -> ofPoint[point[i]], width);
        }
        if (weight != null && byWeight) {
            count = refine(cell, count, i -> Math.getExponent(weight[i]) - LEAST_EXPONENT, EXPONENTS);
        }
        if (value != null) {
            double[] worth = value;
            if (weight != null && byWeight) {
                worth = new double[n];
                for (int i = 0; i < n; i++) worth[i] = weight[i] * value[i];
            }
            double[] held = worth;
            double smallest = smallestOfLargest(outcome, held);
            count = refine(cell, count, i -> outcome[i] == 1 && held[i] >= smallest ? i + 1 : 0, n + 1);
        }
        return new Cells(cell, count, sample, segmentOf, ranked);
    }

    private static double smallestOfLargest(byte[] outcome, double[] value) {
        double[] ofEvents = new double[value.length];
        int events = 0;
        for (int i = 0; i < value.length; i++) if (outcome[i] == 1) ofEvents[events++] = value[i];
        double[] sorted = Arrays.copyOf(ofEvents, events);
        Arrays.sort(sorted);
        return events <= LARGEST ? Double.NEGATIVE_INFINITY : sorted[events - LARGEST];
    }

    private interface Part {
        int of(int record);
    }

    /** Parts every cell by what {@code part} says of its records; new numbers in the order of the first record. */
    private static int refine(int[] cell, int count, Part part, int parts) {
        if ((long) count * parts <= DENSE) {
            int[] numbers = new int[count * parts];
            int next = 0;
            for (int i = 0; i < cell.length; i++) {
                int key = cell[i] * parts + part.of(i);
                if (numbers[key] == 0) numbers[key] = ++next;
                cell[i] = numbers[key] - 1;
            }
            return next;
        }
        LongTable known = new LongTable();
        for (int i = 0; i < cell.length; i++) cell[i] = known.number((long) cell[i] * parts + part.of(i));
        return known.size();
    }

    /** Numbers different keys in the order they come; open addressing. */
    private static final class LongTable {
        private long[] keys = new long[1024];
        private int[] numbers = new int[1024];
        private int size;

        int size() {
            return size;
        }

        int number(long key) {
            int slot = find(key);
            if (numbers[slot] == 0) {
                if (2 * size > keys.length) {
                    grow();
                    slot = find(key);
                }
                keys[slot] = key;
                numbers[slot] = ++size;
            }
            return numbers[slot] - 1;
        }

        private int find(long key) {
            int slot = (int) (key * 0x9E3779B97F4A7C15L >>> 33) & keys.length - 1;
            while (numbers[slot] != 0 && keys[slot] != key) slot = slot + 1 & keys.length - 1;
            return slot;
        }

        private void grow() {
            long[] oldKeys = keys;
            int[] oldNumbers = numbers;
            keys = new long[2 * oldKeys.length];
            numbers = new int[keys.length];
            for (int i = 0; i < oldKeys.length; i++) {
                if (oldNumbers[i] == 0) continue;
                int slot = find(oldKeys[i]);
                keys[slot] = oldKeys[i];
                numbers[slot] = oldNumbers[i];
            }
        }
    }
}
