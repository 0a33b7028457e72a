package outrider.learn;

import java.util.List;
import outrider.learn.tree.RandomForest;
import outrider.learn.tree.Tree;
import outrider.learn.tree.TreeColumn;
import outrider.table.Table;

/**
 * The mean of many trees' event rates.
 *
 * @param outOfBagAuc of the training records, each scored by the trees that did not draw it; null where it cannot be had
 */
public record ForestModel(
        List<TreeColumn> treeColumns, List<Tree> trees, List<RandomForest.CurvePoint> curve, Double outOfBagAuc)
        implements Model {
    @Override
    public double[] score(Table table, int[] rows) {
        double[] score = TreeSums.of(treeColumns, trees, table, rows);
        for (int i = 0; i < score.length; i++) score[i] /= trees.size();
        return score;
    }

    @Override
    public boolean probability() {
        return true;
    }

    @Override
    public List<String> columns() {
        return treeColumns.stream().map(TreeColumn::name).toList();
    }

    @Override
    public long size() {
        return TreeSums.size(trees);
    }
}
