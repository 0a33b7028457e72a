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
    /** Bits of a record's number. */
    private static final int NUMBER = 31;

    private static final long UPPER_BITS = -1L << NUMBER;
    private static final int SHORT = 24;

    final long[] keys;
    final int[] records;

    private DescendingOrder(long[] keys, int[] records) {
        this.keys = keys;
        this.records = records;
    }

    static DescendingOrder of(double[] values) {
        DescendingOrder byUpper = byUpper(values);
        if (byUpper.finished()) return byUpper;
        long[] keys = new long[values.length];
        for (int i = 0; i < keys.length; i++) keys[i] = keyOf(values[i]);
        return sorted(keys);
    }

    /** How many distinct values there are. */
    int groups() {
        int groups = keys.length == 0 ? 0 : 1;
        for (int i = 1; i < keys.length; i++) if (keys[i] != keys[i - 1]) groups++;
        return groups;
    }

    /** By the upper bits alone, each record's number standing in place of the lower ones. */
    private static DescendingOrder byUpper(double[] values) {
        int n = values.length;
        long[] packed = new long[n];
        int[][] counts = new int[UPPER][BUCKETS];
        int[] low = counts[0];
        int[] middle = counts[1];
        int[] high = counts[2];
        for (int i = 0; i < n; i++) {
            long key = keyOf(values[i]);
            packed[i] = key & UPPER_BITS | i;
            low[digit(key >>> NUMBER, 0)]++;
            middle[digit(key >>> NUMBER, 1)]++;
            high[digit(key >>> NUMBER, 2)]++;
        }
        long[] other = new long[n];
        for (int pass = 0; pass < UPPER; pass++) {
            int[] start = counts[pass];
            int shift = NUMBER + pass * BITS;
            if (n == 0 || start[digit(packed[0] >>> shift, 0)] == n) continue;
            places(start);
            for (long entry : packed) other[start[digit(entry >>> shift, 0)]++] = entry;
            long[] held = packed;
            packed = other;
            other = held;
        }
        int[] records = new int[n];
        for (int i = 0; i < n; i++) {
            int record = (int) packed[i] & Integer.MAX_VALUE;
            records[i] = record;
            other[i] = keyOf(values[record]);
        }
        return new DescendingOrder(other, records);
    }

    /** Turns counts into where each bucket begins. */
    private static void places(int[] counts) {
        int sum = 0;
        for (int b = 0; b < counts.length; b++) {
            int count = counts[b];
            counts[b] = sum;
            sum += count;
        }
    }

    /** By all digits; the keys that are given serve as room. */
    private static DescendingOrder sorted(long[] unsorted) {
        int n = unsorted.length;
        int[][] counts = new int[PASSES][BUCKETS];
        for (long key : unsorted) for (int pass = 0; pass < PASSES; pass++) counts[pass][digit(key, pass)]++;
        long[] keys = unsorted;
        int[] records = new int[n];
        for (int i = 0; i < n; i++) records[i] = i;
        long[] otherKeys = new long[n];
        int[] otherRecords = new int[n];
        for (int pass = 0; pass < PASSES; pass++) {
            int[] start = counts[pass];
            if (n == 0 || start[digit(keys[0], pass)] == n) continue;
            places(start);
            for (int i = 0; i < n; i++) {
                int to = start[digit(keys[i], pass)]++;
                otherKeys[to] = keys[i];
                otherRecords[to] = records[i];
            }
            long[] heldKeys = keys;
            keys = otherKeys;
            otherKeys = heldKeys;
            int[] heldRecords = records;
            records = otherRecords;
            otherRecords = heldRecords;
        }
        return new DescendingOrder(keys, records);
    }

    /** Puts runs of the same upper half in order, stably; false where one of them is long. */
    private boolean finished() {
        int n = keys.length;
        for (int from = 0; from < n; ) {
            int to = from + 1;
            boolean ordered = true;
            while (to < n && keys[to] >>> NUMBER == keys[from] >>> NUMBER) {
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
