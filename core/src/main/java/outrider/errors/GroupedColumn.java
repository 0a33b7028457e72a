package outrider.errors;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.function.IntToDoubleFunction;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;

/**
 * One column of a part, its records in groups that can be named: the commoner levels, quantile bands of equal size, and missing.
 *
 * @param group of each record of the part; −1 for one in no group, as of a rare level
 */
public record GroupedColumn(List<Condition> conditions, short[] group) {
    private static final int MOST_LEVELS = 40;
    private static final int FEWEST = 20;

    /**
     * O(n log n).
     *
     * @param rows the part's, in the order of its scores
     * @param bands of numbers and dates; where so many values differ at most, each is a group of its own
     * @return null for a column that cannot be grouped: texts, and what has one value only
     */
    public static @Nullable GroupedColumn of(Column column, int[] rows, int bands) {
        GroupedColumn found = null;
        if (column instanceof CategoryColumn category) found = levels(category, rows);
        if (column instanceof NumberColumn numbers) {
            found = ranges(column, rows, bands, Condition.Kind.NUMBERS, row -> numbers.values()[row]);
        }
        if (column instanceof DateColumn dates) {
            found = ranges(column, rows, bands, Condition.Kind.DATES, row -> dates.days()[row]);
        }
        return found == null || found.conditions.size() < 2 ? null : found;
    }

    /** Its name. */
    public String column() {
        return conditions.get(0).column();
    }

    private static GroupedColumn levels(CategoryColumn column, int[] rows) {
        int[] counts = new int[column.levels().size() + 1];
        int missing = counts.length - 1;
        for (int row : rows) counts[column.codes()[row] < 0 ? missing : column.codes()[row]]++;
        short[] groupOf = new short[counts.length];
        Arrays.fill(groupOf, (short) -1);
        List<Condition> conditions = new ArrayList<>();
        IntStream.range(0, missing)
                .filter(level -> counts[level] >= FEWEST)
                .boxed()
                .sorted(Comparator.comparingInt(level -> -counts[level]))
                .limit(MOST_LEVELS)
                .forEach(level -> {
                    groupOf[level] = (short) conditions.size();
                    conditions.add(
                            Condition.level(column.name(), column.levels().get(level)));
                });
        if (counts[missing] >= FEWEST) {
            groupOf[missing] = (short) conditions.size();
            conditions.add(Condition.missing(column.name()));
        }
        short[] group = new short[rows.length];
        for (int i = 0; i < rows.length; i++) {
            int code = column.codes()[rows[i]];
            group[i] = groupOf[code < 0 ? missing : code];
        }
        return new GroupedColumn(conditions, group);
    }

    private static GroupedColumn ranges(
            Column column, int[] rows, int bands, Condition.Kind kind, IntToDoubleFunction value) {
        double[] sorted = Arrays.stream(rows)
                .filter(row -> !column.isMissing(row))
                .mapToDouble(value)
                .sorted()
                .toArray();
        double[] tops = tops(sorted, bands);
        List<Condition> conditions = new ArrayList<>();
        for (int b = 0; b < tops.length; b++) conditions.add(range(column.name(), kind, sorted, tops, b));
        int missing = rows.length - sorted.length;
        if (missing >= FEWEST) conditions.add(Condition.missing(column.name()));
        short[] group = new short[rows.length];
        for (int i = 0; i < rows.length; i++) {
            if (column.isMissing(rows[i])) {
                group[i] = (short) (missing >= FEWEST ? tops.length : -1);
            } else {
                int at = Arrays.binarySearch(tops, value.applyAsDouble(rows[i]));
                group[i] = (short) (at < 0 ? -at - 1 : at);
            }
        }
        return new GroupedColumn(conditions, group);
    }

    /** The highest value of each band, ascending; equal ones merged. */
    private static double[] tops(double[] sorted, int bands) {
        if (sorted.length == 0) return new double[0];
        double[] few = Arrays.stream(sorted).distinct().limit(bands + 1L).toArray();
        if (few.length <= bands) return few;
        double[] tops = new double[bands];
        for (int b = 0; b < bands; b++) tops[b] = sorted[(int) ((long) (b + 1) * sorted.length / bands) - 1];
        return Arrays.stream(tops).distinct().toArray();
    }

    private static Condition range(String name, Condition.Kind kind, double[] sorted, double[] tops, int b) {
        double low = sorted[0];
        if (b > 0) {
            int at = Arrays.binarySearch(sorted, tops[b - 1]);
            while (sorted[at] <= tops[b - 1]) at++;
            low = sorted[at];
        }
        boolean single = low == tops[b];
        Double from = b == 0 && !single ? null : (Double) low;
        Double to = b == tops.length - 1 && !single ? null : (Double) tops[b];
        return new Condition(name, kind, null, from, to);
    }
}
