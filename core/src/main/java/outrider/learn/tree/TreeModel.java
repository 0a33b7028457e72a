package outrider.learn.tree;

import java.util.ArrayList;
import java.util.List;
import outrider.learn.AdditiveScore;
import outrider.learn.Model;
import outrider.learn.Part;
import outrider.table.Table;
import outrider.term.Term;

/** One decision tree: the event rate of the leaf. */
public record TreeModel(DecisionTree.Fit fit) implements Model {
    @Override
    public double[] score(Table table, int[] rows) {
        int[] leaf = leaves(table, rows);
        double[] score = new double[rows.length];
        for (int i = 0; i < rows.length; i++) score[i] = fit.tree().nodes().value()[leaf[i]];
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
    public Term term() {
        return TreeSums.term(fit.columns(), List.of(fit.tree()));
    }

    @Override
    public AdditiveScore additive() {
        return new TreeTerms(AdditiveScore.Scale.SCORE, fit.columns(), List.of(fit.tree()), 0, 1);
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
        return fit.tree().splits().column().length;
    }

    @Override
    public List<Part> summary() {
        Part.Tree drawn = drawn();
        List<Part> parts = new ArrayList<>();
        if (Boolean.TRUE.equals(fit.tooFew())) {
            parts.add(
                    new Part.Limit(
                            "Training has too few events or non-events to cut the tree by cross-validation: it is cut by description length."));
        }
        if (drawn.pruning().leaves() == 1) {
            parts.add(
                    new Part.Limit(
                            fit.sizes().isEmpty()
                                    ? "The tree is one leaf: no split of so few records gains, so everybody gets the event rate."
                                    : "The tree is one leaf: no larger one errs less out of fold, so everybody gets the event rate."));
        }
        parts.add(drawn);
        return List.copyOf(parts);
    }

    private Part.Tree drawn() {
        Tree tree = fit.tree();
        int nodes = tree.splits().column().length;
        String[] column = new String[nodes];
        String[] leftRule = new String[nodes];
        String[] rightRule = new String[nodes];
        int[] left = tree.splits().left().clone();
        for (int node = 0; node < nodes; node++) {
            if (tree.splits().column()[node] < 0) {
                left[node] = -1;
                continue;
            }
            TreeColumn on = fit.columns().get(tree.splits().column()[node]);
            column[node] = on.name();
            leftRule[node] = TreeRules.left(tree, node, on);
            rightRule[node] = TreeRules.right(tree, node, on);
        }
        return new Part.Tree(
                column,
                leftRule,
                rightRule,
                left,
                tree.nodes().records(),
                tree.nodes().events(),
                tree.nodes().value(),
                pruning());
    }

    private Part.TreeSizes pruning() {
        List<DecisionTree.Size> sizes = fit.sizes();
        return new Part.TreeSizes(
                fit.tree().leaves(),
                fit.tree().depth(),
                thinned(sizes),
                sizes.isEmpty() ? null : (Integer) sizes.get(fit.minimum()).leaves(),
                sizes.isEmpty()
                        ? null
                        : (Integer) sizes.get(fit.oneStandardError()).leaves());
    }

    /** All small trees, and of the many large ones every few. */
    private static List<Part.TreeSize> thinned(List<DecisionTree.Size> sizes) {
        List<Part.TreeSize> kept = new ArrayList<>();
        int last = Integer.MAX_VALUE;
        for (DecisionTree.Size size : sizes) {
            if (size.leaves() > 60 && size.leaves() > last * 0.96) continue;
            kept.add(new Part.TreeSize(size.leaves(), size.training(), size.error(), size.standardError()));
            last = size.leaves();
        }
        return kept;
    }
}
