package outrider.learn.tree;

import java.util.List;
import outrider.table.Table;

/** Records as trees read them, row after row. */
public final class TreeValues {
    private TreeValues() {}

    /** @return value (r, c) at r · columns + c; NaN is missing */
    public static double[] read(List<TreeColumn> columns, Table table, int[] rows) {
        int width = columns.size();
        double[] values = new double[Math.multiplyExact(rows.length, width)];
        for (int c = 0; c < width; c++) {
            double[] own = columns.get(c).read(table.column(columns.get(c).name()), rows);
            for (int i = 0; i < own.length; i++) values[i * width + c] = own[i];
        }
        return values;
    }
}
