package outrider.explain;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.base.Workers;
import outrider.learn.Model;
import outrider.learn.Scoring;
import outrider.table.Column;
import outrider.table.Table;

/**
 * How the average score goes with a column's value, all else left as it is (Friedman 2001), with the curves of single records (Goldstein
 * et al. 2015); or with the values of two.
 *
 * @param records over which scores are averaged
 * @param points along the first column
 * @param others along the second; empty for one column
 * @param average by point, or of point i and other j at {@code i · others + j}
 * @param curves of single records, by point; empty for two columns
 */
public record Dependence(int records, List<Point> points, List<Point> others, double[] average, List<double[]> curves) {
    private static final int POINTS = 25;
    private static final int CELLS = 12;
    private static final int RECORDS = 500;
    private static final int CURVES = 30;

    /**
     * A value of a column.
     *
     * @param label as the file has it; null for missing
     * @param value a number, or days since 1970; null for levels and missing
     * @param share of all records that lie nearest to it, or have it
     */
    public record Point(@Nullable String label, @Nullable Double value, double share) {}

    /**
     * O(points · records) scorings, of at most 500 records.
     *
     * @param second may be null
     * @param rows over which scores are averaged, and whose values make the grid
     * @throws outrider.base.BadInput if a column does not exist
     * @throws java.util.concurrent.CancellationException if the progress was cancelled
     */
    public static Dependence of(
            Model model,
            Table table,
            String first,
            @Nullable String second,
            int[] rows,
            RandomStream random,
            Workers workers,
            Progress progress) {
        int most = second == null ? POINTS : CELLS;
        Column along = table.column(first);
        Grid grid = Grid.of(along, rows, most);
        Column across = second == null ? null : table.column(second);
        Grid other = across == null ? null : Grid.of(across, rows, most);
        int[] shuffled = rows.clone();
        random.shuffle(shuffled);
        int[] some = Arrays.copyOf(shuffled, Math.min(RECORDS, rows.length));
        int wide = other == null ? 1 : other.size();
        int cells = grid.size() * wide;
        int[] from = new int[cells * some.length];
        for (int i = 0; i < from.length; i++) from[i] = some[i % some.length];
        List<Column> columns = new ArrayList<>();
        for (String name : model.columns()) {
            int[] taken = from;
            if (name.equals(first)) taken = held(grid, some.length, wide, cells, false);
            else if (other != null && name.equals(second)) taken = held(other, some.length, wide, cells, true);
            columns.add(table.column(name).gathered(taken));
        }
        double[] score = Scoring.of(
                model, new Table(columns, null), IntStream.range(0, from.length).toArray(), workers, progress);
        double[] average = new double[cells];
        for (int i = 0; i < score.length; i++) average[i / some.length] += score[i] / some.length;
        List<double[]> curves = new ArrayList<>();
        for (int r = 0; r < Math.min(CURVES, some.length) && other == null; r++) {
            double[] curve = new double[cells];
            for (int g = 0; g < cells; g++) curve[g] = score[g * some.length + r];
            curves.add(curve);
        }
        return new Dependence(
                some.length,
                points(along, grid),
                across == null || other == null ? List.of() : points(across, other),
                average,
                curves);
    }

    /** Of which record each scoring takes the column. */
    private static int[] held(Grid grid, int records, int wide, int cells, boolean across) {
        int[] from = new int[cells * records];
        for (int i = 0; i < from.length; i++) {
            int cell = i / records;
            from[i] = grid.holders().get(across ? cell % wide : cell / wide);
        }
        return from;
    }

    private static List<Point> points(Column column, Grid grid) {
        return IntStream.range(0, grid.size())
                .mapToObj(k -> new Point(
                        column.asWritten(grid.holders().get(k)), grid.values().get(k), grid.shares()[k]))
                .toList();
    }
}
