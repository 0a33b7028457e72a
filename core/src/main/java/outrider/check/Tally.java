package outrider.check;

import static java.util.Objects.requireNonNull;

import java.util.AbstractList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;
import outrider.table.TextColumn;

/**
 * The distinct values of a column with how many non-events and events hold each: ascending for numbers and dates, in order of
 * first sight for levels. Without an outcome all records count as non-events.
 *
 * @param values of numbers and dates (days since 1970-01-01), else null
 * @param labels of levels, else null
 */
record Tally(
        double @Nullable [] values,
        @Nullable List<String> labels,
        int[] others,
        int[] events,
        int missingOthers,
        int missingEvents) {
    /** Numbers whose digits span fewer steps than this are counted, below {@link #DIGITS} sorted as whole numbers. */
    private static final int COUNTED = 1 << 16;

    private static final int DIGITS = 1 << 30;
    private static final double[] STEPS = {1, 10, 100, 1000, 1e4, 1e6};
    private static final int BITS = 13;

    boolean ordered() {
        return values != null;
    }

    int size() {
        return others.length;
    }

    /** One of its numbers; only where it is ordered. */
    double value(int i) {
        return requireNonNull(values)[i];
    }

    /** One of its levels; only where it is not ordered. */
    String label(int i) {
        return requireNonNull(labels).get(i);
    }

    int records(int i) {
        return others[i] + events[i];
    }

    int missing() {
        return missingOthers + missingEvents;
    }

    int present() {
        return Arrays.stream(others).sum() + Arrays.stream(events).sum();
    }

    /** @param outcome by record number, or null. O(n), or O(n log n) for numbers of wide range and many decimals. */
    static Tally of(Column column, int[] rows, byte @Nullable [] outcome) {
        if (column instanceof NumberColumn numbers) return ordered(i -> numbers.values()[i], rows, outcome);
        if (column instanceof DateColumn dates) {
            return ordered(i -> dates.days()[i] == DateColumn.MISSING ? Double.NaN : dates.days()[i], rows, outcome);
        }
        if (column instanceof CategoryColumn category)
            return levels(category.codes(), category.levels(), rows, outcome);
        TextColumn text = (TextColumn) column;
        return levels(text.codes(), text.texts(), rows, outcome);
    }

    private static Tally levels(int[] codes, List<String> labels, int[] rows, byte @Nullable [] outcome) {
        int[][] counts = new int[2][labels.size()];
        int[] missing = new int[2];
        for (int row : rows) {
            int y = outcome == null ? 0 : outcome[row];
            if (codes[row] < 0) missing[y]++;
            else counts[y][codes[row]]++;
        }
        int[] seen = new int[labels.size()];
        int at = 0;
        for (int i = 0; i < seen.length; i++) {
            if (counts[0][i] + counts[1][i] == 0) continue;
            seen[at] = i;
            counts[0][at] = counts[0][i];
            counts[1][at++] = counts[1][i];
        }
        int distinct = at;
        List<String> found = new AbstractList<>() {
            @Override
            public String get(int i) {
                return labels.get(seen[i]);
            }

            @Override
            public int size() {
                return distinct;
            }
        };
        return new Tally(
                null, found, Arrays.copyOf(counts[0], at), Arrays.copyOf(counts[1], at), missing[0], missing[1]);
    }

    private static Tally ordered(java.util.function.IntToDoubleFunction value, int[] rows, byte @Nullable [] outcome) {
        double[][] held = {new double[rows.length], new double[outcome == null ? 0 : rows.length]};
        int[] count = new int[2];
        int[] missing = new int[2];
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        for (int row : rows) {
            double v = value.applyAsDouble(row) + 0.0;
            int y = outcome == null ? 0 : outcome[row];
            if (Double.isNaN(v)) {
                missing[y]++;
                continue;
            }
            held[y][count[y]++] = v;
            if (v < low) low = v;
            if (v > high) high = v;
        }
        if (count[0] + count[1] == 0) {
            return new Tally(new double[0], null, new int[0], new int[0], missing[0], missing[1]);
        }
        for (double step : STEPS) {
            if ((high - low) * step >= DIGITS || Math.max(Math.abs(low), Math.abs(high)) * step >= 1L << 52) break;
            long first = Math.round(low * step);
            int[][] digits = digits(held, count, first, step);
            if (digits == null) continue;
            int span = (int) (Math.round(high * step) - first) + 1;
            if (span <= COUNTED) return counted(digits, span, first, step, missing);
            for (int y = 0; y < 2; y++) {
                digits[y] = sorted(digits[y], span);
                for (int i = 0; i < count[y]; i++) held[y][i] = (first + digits[y][i]) / step;
            }
            return merged(held, count, missing);
        }
        for (int y = 0; y < 2; y++) Arrays.sort(held[y], 0, count[y]);
        return merged(held, count, missing);
    }

    /** Each number as whole steps above the lowest; null if one of them is not a whole number of steps. */
    private static int @Nullable [][] digits(double[][] held, int[] count, long first, double step) {
        int[][] digits = {new int[count[0]], new int[count[1]]};
        for (int y = 0; y < 2; y++) {
            for (int i = 0; i < count[y]; i++) {
                double whole = Math.rint(held[y][i] * step);
                if (whole / step != held[y][i]) return null;
                digits[y][i] = (int) ((long) whole - first);
            }
        }
        return digits;
    }

    /** Ascending, by a least-significant-digit radix sort of numbers from 0 to below {@code span}. O(n). */
    private static int[] sorted(int[] values, int span) {
        int[] from = values;
        int[] to = new int[values.length];
        for (int shift = 0; span >> shift > 0; shift += BITS) {
            int[] start = new int[(1 << BITS) + 1];
            for (int v : from) start[(v >> shift & (1 << BITS) - 1) + 1]++;
            for (int b = 0; b < 1 << BITS; b++) start[b + 1] += start[b];
            for (int v : from) to[start[v >> shift & (1 << BITS) - 1]++] = v;
            int[] held = from;
            from = to;
            to = held;
        }
        return from;
    }

    private static Tally counted(int[][] digits, int span, long first, double step, int[] missing) {
        int[][] counts = new int[2][span];
        for (int y = 0; y < 2; y++) for (int digit : digits[y]) counts[y][digit]++;
        int distinct = 0;
        for (int i = 0; i < span; i++) if (counts[0][i] + counts[1][i] > 0) distinct++;
        double[] values = new double[distinct];
        int[] others = new int[distinct];
        int[] events = new int[distinct];
        int at = 0;
        for (int i = 0; i < span; i++) {
            if (counts[0][i] + counts[1][i] == 0) continue;
            values[at] = (first + i) / step;
            others[at] = counts[0][i];
            events[at++] = counts[1][i];
        }
        return new Tally(values, null, others, events, missing[0], missing[1]);
    }

    private static Tally merged(double[][] held, int[] count, int[] missing) {
        int most = count[0] + count[1];
        double[] values = new double[most];
        int[] others = new int[most];
        int[] events = new int[most];
        int distinct = 0;
        int a = 0;
        int b = 0;
        while (a < count[0] || b < count[1]) {
            double v = b == count[1] || a < count[0] && held[0][a] <= held[1][b] ? held[0][a] : held[1][b];
            values[distinct] = v;
            while (a < count[0] && held[0][a] == v) {
                others[distinct]++;
                a++;
            }
            while (b < count[1] && held[1][b] == v) {
                events[distinct]++;
                b++;
            }
            distinct++;
        }
        return new Tally(
                Arrays.copyOf(values, distinct),
                null,
                Arrays.copyOf(others, distinct),
                Arrays.copyOf(events, distinct),
                missing[0],
                missing[1]);
    }
}
