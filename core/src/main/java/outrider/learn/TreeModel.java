package outrider.learn;

import java.util.List;
import outrider.learn.tree.DecisionTree;
import outrider.learn.tree.TreeColumn;
import outrider.learn.tree.TreeValues;
import outrider.table.Table;

/** One decision tree: the event rate of the leaf. */
public record TreeModel(DecisionTree.Fit fit) implements Model {
    @Override
    public double[] score(Table table, int[] rows) {
        int[] leaf = leaves(table, rows);
        double[] score = new double[rows.length];
        for (int i = 0; i < rows.length; i++) score[i] = fit.tree().value()[leaf[i]];
        return score;
    }

    /** The node at which each of {@code rows} ends. */
    public int[] leaves(Table table, int[] rows) {
        double[] values = TreeValues.read(fit.columns(), table, rows);
        int[] leaf = new int[rows.length];
        int width = fit.columns().size();
        for (int i = 0; i < rows.length; i++) leaf[i] = fit.tree().leaf(values, i * width);
        return leaf;
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
        return fit.tree().column().length;
    }
}
