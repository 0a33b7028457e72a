package outrider.learn.tree;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import outrider.learn.AdditiveScore;
import outrider.learn.Model;
import outrider.learn.Part;
import outrider.table.Table;
import outrider.term.Term;
import outrider.term.Terms;

/**
 * The mean of many trees' event rates.
 *
 * @param outOfBagAuc of the training records, each scored by the trees that did not draw it; null where it cannot be had
 */
public record ForestModel(
        List<TreeColumn> treeColumns,
        List<Tree> trees,
        List<RandomForest.CurvePoint> curve,
        @Nullable Double outOfBagAuc)
        implements Model {
    @Override
    public double[] score(Table table, int[] rows) {
        double[] score = TreeSums.of(treeColumns, trees, table, rows);
        for (int i = 0; i < score.length; i++) score[i] /= trees.size();
        return score;
    }

    @Override
    public Term term() {
        return new Term.Quotient(TreeSums.term(treeColumns, trees), Terms.constant(trees.size()));
    }

    @Override
    public AdditiveScore additive() {
        return new TreeTerms(AdditiveScore.Scale.SCORE, treeColumns, trees, 0, 1.0 / trees.size());
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

    @Override
    public List<Part> summary() {
        List<Part> parts = new ArrayList<>(TreeSums.limit(trees));
        parts.add(new Part.Curve(
                "Out-of-bag error along the trees",
                new Part.Axis("trees", "out-of-bag squared error"),
                curve.stream().mapToInt(RandomForest.CurvePoint::trees).toArray(),
                null,
                "out of bag",
                curve.stream().mapToDouble(RandomForest.CurvePoint::outOfBag).toArray(),
                outOfBagAuc == null
                        ? null
                        : String.format(
                                Locale.ROOT,
                                "Out-of-bag AUC %.3f: each training record scored by the trees that did not draw it.",
                                outOfBagAuc)));
        parts.add(TreeSums.importance(treeColumns, trees));
        return parts;
    }
}
