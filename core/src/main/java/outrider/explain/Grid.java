package outrider.explain;

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
 * Values of a column at which a score is asked: quantiles of numbers and dates, the commonest levels, and missing where some are.
 *
 * @param holders by value: a record that has it
 * @param values numbers, or days since 1970; null for levels and missing
 * @param shares of the records that lie nearest to each value; of levels, that have it. Records of levels left out are in none
 */
record Grid(List<Integer> holders, List<@Nullable Double> values, double[] shares) {
    /** Of more records every so manieth counts. */
    private static final int MOST_RECORDS = 20_000;

    /** @param all records whose values count, at least one */
    static Grid of(Column column, int[] all, int most) {
        int step = (all.length + MOST_RECORDS - 1) / MOST_RECORDS;
        int[] rows = step <= 1
                ? all
                : IntStream.iterate(0, i -> i < all.length, i -> i + step)
                        .map(i -> all[i])
                        .toArray();
        if (column instanceof NumberColumn numbers) return ordered(column, rows, most, row -> numbers.values()[row]);
        if (column instanceof DateColumn dates) return ordered(column, rows, most, row -> dates.days()[row]);
        return levels(column, rows, most);
    }

    int size() {
        return holders.size();
    }

    private static Grid ordered(Column column, int[] rows, int most, IntToDoubleFunction value) {
        int[] sorted = IntStream.of(rows)
                .filter(row -> !column.isMissing(row))
                .boxed()
                .sorted(Comparator.comparingDouble(row -> value.applyAsDouble(row)))
                .mapToInt(row -> row)
                .toArray();
        List<Integer> holders = new ArrayList<>();
        List<Double> values = new ArrayList<>();
        for (int k = 0; k < most && sorted.length > 0; k++) {
            int row = sorted[(int) Math.round((sorted.length - 1) * (k / (double) Math.max(1, most - 1)))];
            double own = value.applyAsDouble(row);
            if (!values.isEmpty() && values.get(values.size() - 1) == own) continue;
            holders.add(row);
            values.add(own);
        }
        double[] counts = new double[holders.size() + 1];
        int at = 0;
        for (int row : sorted) {
            double own = value.applyAsDouble(row);
            while (at + 1 < values.size() && Math.abs(values.get(at + 1) - own) < Math.abs(values.get(at) - own)) at++;
            counts[at]++;
        }
        return withMissing(column, rows, holders, values, counts);
    }

    private static Grid levels(Column column, int[] rows, int most) {
        int levels =
                column instanceof CategoryColumn category ? category.levels().size() : 0;
        int[] count = new int[levels];
        int[] holder = new int[levels];
        for (int row : rows) {
            if (column.isMissing(row) || !(column instanceof CategoryColumn category)) continue;
            count[category.codes()[row]]++;
            holder[category.codes()[row]] = row;
        }
        int[] kept = IntStream.range(0, levels)
                .filter(level -> count[level] > 0)
                .boxed()
                .sorted(Comparator.comparingInt(level -> -count[level]))
                .limit(most)
                .mapToInt(level -> level)
                .toArray();
        if (column instanceof CategoryColumn category && category.ordered()) Arrays.sort(kept);
        List<Integer> holders = new ArrayList<>();
        List<@Nullable Double> values = new ArrayList<>();
        double[] counts = new double[kept.length + 1];
        for (int k = 0; k < kept.length; k++) {
            holders.add(holder[kept[k]]);
            values.add(null);
            counts[k] = count[kept[k]];
        }
        return withMissing(column, rows, holders, values, counts);
    }

    private static Grid withMissing(
            Column column, int[] rows, List<Integer> holders, List<@Nullable Double> values, double[] counts) {
        int last = holders.size();
        int holder = -1;
        for (int row : rows) {
            if (!column.isMissing(row)) continue;
            holder = row;
            counts[last]++;
        }
        if (holder >= 0) {
            holders.add(holder);
            values.add(null);
        }
        double[] shares = Arrays.copyOf(counts, holders.size());
        for (int k = 0; k < shares.length; k++) shares[k] /= rows.length;
        return new Grid(holders, values, shares);
    }
}
