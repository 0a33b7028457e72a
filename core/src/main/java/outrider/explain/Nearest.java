package outrider.explain;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.PriorityQueue;
import java.util.stream.IntStream;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.Table;
import outrider.table.TextColumn;

/**
 * A record that is like another: Gower's distance (1971), the mean over columns of |difference| over the spread of the middle 90 %, at
 * most 1, or of whether levels differ; where one of two is missing the column counts 1.
 *
 * @param place of the record among those that were looked at
 */
public record Nearest(int place, double distance) {
    private static final int SPREAD_RECORDS = 5000;

    /**
     * The nearest first. O(rows · columns).
     *
     * @param rows that are looked at, the record itself left out
     * @param wanted by place: whether it may be chosen
     */
    public static List<Nearest> of(
            Table table, List<String> columns, int record, int[] rows, boolean[] wanted, int most) {
        double[] distance = new double[rows.length];
        for (String name : columns) add(table.column(name), record, rows, distance, columns.size());
        PriorityQueue<Integer> kept = new PriorityQueue<>(
                Comparator.comparingDouble((Integer i) -> -distance[i]).thenComparingInt(i -> -i));
        for (int i = 0; i < rows.length; i++) {
            if (!wanted[i] || rows[i] == record) continue;
            kept.add(i);
            if (kept.size() > most) kept.remove();
        }
        return kept.stream()
                .map(i -> new Nearest(i, distance[i]))
                .sorted(Comparator.comparingDouble(Nearest::distance).thenComparingInt(Nearest::place))
                .toList();
    }

    private static void add(Column column, int record, int[] rows, double[] distance, int columns) {
        boolean missing = column.isMissing(record);
        boolean ordered = Values.ordered(column);
        double spread = ordered ? spread(column, rows) : 1;
        for (int i = 0; i < rows.length; i++) {
            boolean without = column.isMissing(rows[i]);
            double apart;
            if (missing || without) {
                apart = missing == without ? 0 : 1;
            } else if (ordered) {
                double off = Math.abs(Values.number(column, rows[i]) - Values.number(column, record));
                apart = off == 0 ? 0 : Math.min(1, off / spread);
            } else {
                apart = same(column, rows[i], record) ? 0 : 1;
            }
            distance[i] += apart / columns;
        }
    }

    private static boolean same(Column column, int a, int b) {
        if (column instanceof CategoryColumn category) return category.codes()[a] == category.codes()[b];
        if (column instanceof TextColumn texts) return texts.codes()[a] == texts.codes()[b];
        return Objects.equals(column.text(a), column.text(b));
    }

    private static double spread(Column column, int[] rows) {
        int step = Math.max(1, rows.length / SPREAD_RECORDS);
        double[] sorted = IntStream.iterate(0, i -> i < rows.length, i -> i + step)
                .filter(i -> !column.isMissing(rows[i]))
                .mapToDouble(i -> Values.number(column, rows[i]))
                .toArray();
        if (sorted.length == 0) return 0;
        Arrays.sort(sorted);
        return sorted[(int) (0.95 * (sorted.length - 1))] - sorted[(int) (0.05 * (sorted.length - 1))];
    }
}
