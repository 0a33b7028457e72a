package outrider.split;

import java.util.Arrays;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.table.Numbers;
import outrider.table.Table;

/**
 * Weights of records: for how many of the population each stands, in proportion (METHODS sections 1 and 7). Only their proportions count, so
 * the weights of a part are brought to a sum of as many as it has records: counts and cuts stay in records of the part.
 */
public final class RecordWeights {
    /** The largest whole number up to which all are doubles, as a power of 2. */
    private static final int EXACT = 52;

    private RecordWeights() {}

    /**
     * The weights of some records by a column, brought to their number; null without a column.
     *
     * @throws BadInput naming the line of the first that is missing or not above 0
     */
    public static double @Nullable [] of(Table table, @Nullable String column, int[] rows) {
        return column == null ? null : even(demand(table, column, rows));
    }

    /**
     * The weights of some records as the column has them, by record number, 0 for the others; null without a column.
     *
     * @throws BadInput naming the line of the first that is missing or not above 0
     */
    public static double @Nullable [] byRecord(Table table, @Nullable String column, int[] rows) {
        if (column == null) return null;
        double[] weights = demand(table, column, rows);
        double[] all = new double[table.size()];
        for (int i = 0; i < rows.length; i++) all[rows[i]] = weights[i];
        return all;
    }

    /**
     * Looks at the weights of all records that count, before anything is made of some of them.
     *
     * @param outcome below 0 for records that are left out
     * @throws BadInput naming the line of the first that is missing or not above 0
     */
    public static void demand(Table table, @Nullable String column, byte[] outcome) {
        if (column == null) return;
        demand(
                table,
                column,
                IntStream.range(0, outcome.length).filter(i -> outcome[i] >= 0).toArray());
    }

    private static double[] demand(Table table, String column, int[] rows) {
        return Numbers.demand(
                table,
                column,
                rows,
                w -> w > 0,
                "the weight of a record is a number above 0; mend it, or give " + column + " another role on Data");
    }

    /**
     * Weights in the same proportions whose sum is their number. They are whole multiples of a power of 2 so small that every sum of them is
     * exact, in any order; the largest takes what rounding leaves. O(n).
     *
     * @param weights above 0, finite
     */
    public static double[] even(double[] weights) {
        int n = weights.length;
        if (n == 0) return new double[0];
        double largest = Arrays.stream(weights).max().orElse(1);
        double total = 0;
        for (double w : weights) total += w / largest;
        double unit = Math.scalb(1.0, Math.getExponent((double) n) + 1 - EXACT);
        double[] even = new double[n];
        double sum = 0;
        int most = 0;
        for (int i = 0; i < n; i++) {
            even[i] = Math.max(1, Math.rint(weights[i] / largest / total * n / unit)) * unit;
            sum += even[i];
            if (weights[i] > weights[most]) most = i;
        }
        even[most] += n - sum;
        return even;
    }
}
