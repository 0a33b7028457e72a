package outrider.check;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;

/**
 * The distinct values of a column with how many non-events and events hold each: ascending for numbers and dates, in order of
 * first sight for levels. Without an outcome all records count as non-events.
 *
 * @param values of numbers and dates (days since 1970-01-01), else null
 * @param labels of levels, else null
 */
record Tally(double[] values, List<String> labels, int[] others, int[] events, int missingOthers, int missingEvents) {
    /** Numbers whose digits span fewer steps than this are counted, others sorted. */
    private static final int COUNTED = 1 << 22;

    private static final double[] STEPS = {1, 10, 100, 1000, 1e4, 1e6};

    boolean ordered() {
        return values != null;
    }

    int size() {
        return others.length;
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
    static Tally of(Column column, int[] rows, byte[] outcome) {
        if (column instanceof NumberColumn numbers) return ordered(i -> numbers.values()[i], rows, outcome);
        if (column instanceof DateColumn dates) {
            return ordered(i -> dates.days()[i] == DateColumn.MISSING ? Double.NaN : dates.days()[i], rows, outcome);
        }
        return column instanceof CategoryColumn category
                ? levels(category.codes(), category.levels(), rows, outcome)
                : texts(column, rows, outcome);
    }

    private static Tally levels(int[] codes, List<String> labels, int[] rows, byte[] outcome) {
        int[][] counts = new int[2][labels.size()];
        int[] missing = new int[2];
        for (int row : rows) {
            int y = outcome == null ? 0 : outcome[row];
            if (codes[row] < 0) missing[y]++;
            else counts[y][codes[row]]++;
        }
        List<String> seen = new ArrayList<>();
        int at = 0;
        for (int i = 0; i < labels.size(); i++) {
            if (counts[0][i] + counts[1][i] == 0) continue;
            seen.add(labels.get(i));
            counts[0][at] = counts[0][i];
            counts[1][at++] = counts[1][i];
        }
        return new Tally(
                null, seen, Arrays.copyOf(counts[0], at), Arrays.copyOf(counts[1], at), missing[0], missing[1]);
    }

    private static Tally texts(Column column, int[] rows, byte[] outcome) {
        Map<String, Integer> codeOf = new HashMap<>();
        List<String> labels = new ArrayList<>();
        int[] codes = new int[column.size()];
        for (int row : rows) {
            String text = column.text(row);
            Integer known = text == null ? Integer.valueOf(-1) : codeOf.putIfAbsent(text, labels.size());
            if (known == null) labels.add(text);
            codes[row] = known == null ? labels.size() - 1 : known;
        }
        return levels(codes, labels, rows, outcome);
    }

    private static Tally ordered(java.util.function.IntToDoubleFunction value, int[] rows, byte[] outcome) {
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
            low = Math.min(low, v);
            high = Math.max(high, v);
        }
        for (double step : STEPS) {
            if ((high - low) * step >= COUNTED) break;
            Tally counted = counted(held, count, missing, low, high, step);
            if (counted != null) return counted;
        }
        for (int y = 0; y < 2; y++) Arrays.sort(held[y], 0, count[y]);
        return merged(held, count, missing);
    }

    private static Tally counted(double[][] held, int[] count, int[] missing, double low, double high, double step) {
        long first = Math.round(low * step);
        if (count[0] + count[1] == 0)
            return new Tally(new double[0], null, new int[0], new int[0], missing[0], missing[1]);
        int[][] counts = new int[2][(int) (Math.round(high * step) - first) + 1];
        for (int y = 0; y < 2; y++) {
            for (int i = 0; i < count[y]; i++) {
                double digits = Math.rint(held[y][i] * step);
                if (digits / step != held[y][i]) return null;
                counts[y][(int) ((long) digits - first)]++;
            }
        }
        int distinct = 0;
        for (int i = 0; i < counts[0].length; i++) if (counts[0][i] + counts[1][i] > 0) distinct++;
        double[] values = new double[distinct];
        int[] others = new int[distinct];
        int[] events = new int[distinct];
        int at = 0;
        for (int i = 0; i < counts[0].length; i++) {
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
