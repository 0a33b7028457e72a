package outrider.learn.tree;

import java.util.List;

/** How much each column's splits gained, as shares of all. */
public final class Importance {
    private Importance() {}

    /** @return one a column, adding up to 1; all 0 where nothing was split */
    public static double[] of(List<Tree> trees, int columns) {
        double[] gain = new double[columns];
        double total = 0;
        for (Tree tree : trees) {
            for (int i = 0; i < tree.splits().column().length; i++) {
                if (tree.splits().column()[i] < 0) continue;
                gain[tree.splits().column()[i]] += tree.nodes().gain()[i];
                total += tree.nodes().gain()[i];
            }
        }
        for (int c = 0; c < columns; c++) gain[c] = total == 0 ? 0 : gain[c] / total;
        return gain;
    }
}
