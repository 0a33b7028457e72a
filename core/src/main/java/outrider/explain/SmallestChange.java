package outrider.explain;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.learn.Model;
import outrider.table.Column;
import outrider.table.Table;

/**
 * The smallest change of one column that takes a record over the cut, all else left as it is (METHODS section 8).
 *
 * @param from the record's value, {@code to} the one nearest to it on the other side of the cut, as the file writes them; null for missing
 * @param passed share of the records whose values lie between, ends not counted; null where the column has no order
 * @param score with the change
 */
public record SmallestChange(
        String column,
        @Nullable String from,
        @Nullable String to,
        @Nullable Double passed,
        double score) {
    /** Values of a column that are tried. */
    private static final int TRIED = 200;
    /** A change of a level, or to or from missing, counts as half of all records. */
    private static final double UNORDERED = 0.5;

    /**
     * At most one a column, the smallest first; empty where no single change does. O(columns · 200) scorings.
     *
     * @param rows whose values are tried
     * @param threshold a record is acted on from this score on
     */
    public static List<SmallestChange> of(Model model, Table table, int record, int[] rows, double threshold) {
        boolean above = model.score(table, new int[] {record})[0] >= threshold;
        List<SmallestChange> found = new ArrayList<>();
        for (String name : model.columns()) {
            SmallestChange change = ofColumn(model, table, name, record, rows, threshold, above);
            if (change != null) found.add(change);
        }
        found.sort(Comparator.comparingDouble(change -> change.passed == null ? UNORDERED : change.passed));
        return found;
    }

    private static @Nullable SmallestChange ofColumn(
            Model model, Table table, String name, int record, int[] rows, double threshold, boolean above) {
        Column column = table.column(name);
        Grid grid = Grid.of(column, rows, TRIED);
        int[] same = new int[grid.size()];
        Arrays.fill(same, record);
        int[] held = grid.holders().stream().mapToInt(i -> i).toArray();
        List<Column> columns = new ArrayList<>();
        for (String each : model.columns()) {
            columns.add(table.column(each).gathered(each.equals(name) ? held : same));
        }
        double[] score = model.score(
                new Table(columns, null), IntStream.range(0, held.length).toArray());
        int best = -1;
        double least = Double.POSITIVE_INFINITY;
        for (int k = 0; k < held.length; k++) {
            if (score[k] >= threshold == above) continue;
            Double passed = passed(column, grid, k, record);
            double far = passed == null ? UNORDERED + (1 - grid.shares()[k]) : passed;
            if (far < least) {
                least = far;
                best = k;
            }
        }
        if (best < 0) return null;
        return new SmallestChange(
                name,
                column.asWritten(record),
                column.asWritten(held[best]),
                passed(column, grid, best, record),
                score[best]);
    }

    private static @Nullable Double passed(Column column, Grid grid, int k, int record) {
        Double to = grid.values().get(k);
        if (to == null || column.isMissing(record)) return null;
        double from = Values.number(column, record);
        double passed = 0;
        for (int g = 0; g < grid.size(); g++) {
            Double value = grid.values().get(g);
            if (value != null && (value - from) * (value - to) < 0) passed += grid.shares()[g];
        }
        return passed;
    }
}
