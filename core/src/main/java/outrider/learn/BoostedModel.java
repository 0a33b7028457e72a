package outrider.learn;

import java.util.List;
import outrider.learn.tree.BoostedTrees;
import outrider.learn.tree.TreeColumn;
import outrider.table.Table;

/** Boosted trees: the log-odds are a base and what each tree adds. */
public record BoostedModel(BoostedTrees.Fit fit) implements Model {
    @Override
    public double[] score(Table table, int[] rows) {
        double[] score = TreeSums.of(fit.columns(), fit.trees(), table, rows);
        for (int i = 0; i < score.length; i++) score[i] = 1 / (1 + Math.exp(-(fit.base() + score[i])));
        return score;
    }

    @Override
    public boolean probability() {
        return true;
    }

    @Override
    public List<String> columns() {
        return fit.columns().stream().map(TreeColumn::name).toList();
    }

    @Override
    public long size() {
        return TreeSums.size(fit.trees());
    }
}
