package outrider.rank;

/**
 * Orders doubles from the highest down with their record numbers: a least-significant-digit radix sort on the bits of the
 * doubles, O(n). −0 and 0 are one value. The lower half of the bits is sorted only where the upper half leaves long runs; short ones
 * are put in order one by one.
 */
final class DescendingOrder {
    private static final int BITS = 11;
    private static final int BUCKETS = 1 << BITS;
    private static final int PASSES = 6;
    private static final int UPPER = 3;
    private static final int SHORT = 24;

    final long[] keys;
    final int[] records;

    private DescendingOrder(long[] keys, int[] records) {
        this.keys = keys;
        this.records = records;
    }

    static DescendingOrder of(double[] values) {
        int n = values.length;
        long[] keys = new long[n];
        for (int i = 0; i < n; i++) keys[i] = keyOf(values[i]);
        DescendingOrder byUpper = sorted(keys, UPPER);
        return byUpper.finished() ? byUpper : sorted(keys, 0);
    }

    /** By the digits from {@code first} on; the keys stay as they are. */
    private static DescendingOrder sorted(long[] unsorted, int first) {
        int n = unsorted.length;
        int[][] counts = new int[PASSES][BUCKETS];
        for (long key : unsorted) for (int pass = first; pass < PASSES; pass++) counts[pass][digit(key, pass)]++;
        long[] keys = unsorted;
        int[] records = new int[n];
        for (int i = 0; i < n; i++) records[i] = i;
        long[] otherKeys = new long[n];
        int[] otherRecords = new int[n];
        for (int pass = first; pass < PASSES; pass++) {
            int[] start = counts[pass];
            if (n == 0 || start[digit(keys[0], pass)] == n) continue;
            int sum = 0;
            for (int b = 0; b < BUCKETS; b++) {
                int count = start[b];
                start[b] = sum;
                sum += count;
            }
            for (int i = 0; i < n; i++) {
                int to = start[digit(keys[i], pass)]++;
                otherKeys[to] = keys[i];
                otherRecords[to] = records[i];
            }
            long[] heldKeys = keys == unsorted ? new long[n] : keys;
            keys = otherKeys;
            otherKeys = heldKeys;
            int[] heldRecords = records;
            records = otherRecords;
            otherRecords = heldRecords;
        }
        // sorting goes on in place, and the keys that were given stay
        return new DescendingOrder(keys == unsorted ? unsorted.clone() : keys, records);
    }

    /** Puts runs of the same upper half in order, stably; false where one of them is long. */
    private boolean finished() {
        int n = keys.length;
        for (int from = 0; from < n; ) {
            int to = from + 1;
            boolean ordered = true;
            while (to < n && keys[to] >>> UPPER * BITS == keys[from] >>> UPPER * BITS) {
                ordered &= Long.compareUnsigned(keys[to - 1], keys[to]) <= 0;
                to++;
            }
            if (!ordered && to - from > SHORT) return false;
            for (int i = from + 1; i < to && !ordered; i++) {
                long key = keys[i];
                int record = records[i];
                int at = i;
                while (at > from && Long.compareUnsigned(keys[at - 1], key) > 0) {
                    keys[at] = keys[at - 1];
                    records[at] = records[--at];
                }
                keys[at] = key;
                records[at] = record;
            }
            from = to;
        }
        return true;
    }

    private static int digit(long key, int pass) {
        return (int) (key >>> (pass * BITS)) & (BUCKETS - 1);
    }

    /** Ascending unsigned keys are descending doubles. */
    private static long keyOf(double value) {
        long bits = Double.doubleToRawLongBits(value + 0.0);
        return bits < 0 ? bits : ~(bits | Long.MIN_VALUE);
    }

    static double valueOf(long key) {
        return Double.longBitsToDouble(key < 0 ? key : ~key & Long.MAX_VALUE);
    }
}
