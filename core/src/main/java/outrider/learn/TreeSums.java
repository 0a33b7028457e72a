package outrider.learn;

import java.util.Arrays;
import java.util.List;
import outrider.learn.tree.Tree;
import outrider.learn.tree.TreeColumn;
import outrider.learn.tree.TreeValues;
import outrider.table.Table;

/** Adds up what many trees say of many records, some records at a time so that they stay near. */
final class TreeSums {
    private static final int BLOCK = 256;

    private TreeSums() {}

    static double[] of(List<TreeColumn> columns, List<Tree> trees, Table table, int[] rows) {
        double[] sum = new double[rows.length];
        int width = columns.size();
        for (int from = 0; from < rows.length; from += BLOCK) {
            int to = Math.min(rows.length, from + BLOCK);
            double[] values = TreeValues.read(columns, table, Arrays.copyOfRange(rows, from, to));
            for (Tree tree : trees) {
                double[] value = tree.value();
                for (int i = from; i < to; i++) sum[i] += value[tree.leaf(values, (i - from) * width)];
            }
        }
        return sum;
    }

    static long size(List<Tree> trees) {
        long size = 0;
        for (Tree tree : trees) size += tree.column().length;
        return size;
    }
}
