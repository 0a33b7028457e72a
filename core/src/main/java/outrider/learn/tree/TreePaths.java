package outrider.learn.tree;

import java.util.Arrays;

/**
 * The columns along a tree's paths, in the order in which they are first met.
 *
 * @param onPath by node: the columns above it
 * @param bit by inner node: the place of its own column among those above a leaf below it
 */
record TreePaths(int[][] onPath, int[] bit) {
    static TreePaths of(Tree tree) {
        int nodes = tree.splits().column().length;
        int[][] onPath = new int[nodes][];
        int[] bit = new int[nodes];
        onPath[0] = new int[0];
        for (int node = 0; node < nodes; node++) {
            int column = tree.splits().column()[node];
            if (column < 0) continue;
            int at = place(onPath[node], column);
            bit[node] = at;
            int[] below = with(onPath[node], column);
            onPath[tree.splits().left()[node]] = below;
            onPath[tree.splits().left()[node] + 1] = below;
        }
        return new TreePaths(onPath, bit);
    }

    /** Of a column among some, or after the last. */
    static int place(int[] columns, int column) {
        int at = 0;
        while (at < columns.length && columns[at] != column) at++;
        return at;
    }

    /** The columns with one more at the end, unless it is among them. */
    static int[] with(int[] columns, int column) {
        if (place(columns, column) < columns.length) return columns;
        int[] more = Arrays.copyOf(columns, columns.length + 1);
        more[columns.length] = column;
        return more;
    }
}
