package outrider.learn.tree;

import java.util.ArrayList;
import java.util.List;
import outrider.learn.AdditiveScore;
import outrider.learn.Model;
import outrider.learn.Part;
import outrider.table.Table;
import outrider.term.Term;
import outrider.term.Terms;

/** Boosted trees: the log-odds are a base and what each tree adds. */
public record BoostedModel(BoostedTrees.Fit fit) implements Model {
    @Override
    public double[] score(Table table, int[] rows) {
        double[] score = TreeSums.of(fit.columns(), fit.trees(), table, rows);
        for (int i = 0; i < score.length; i++) score[i] = 1 / (1 + Math.exp(-(fit.base() + score[i])));
        return score;
    }

    @Override
    public Term term() {
        return Terms.logistic(Terms.sum(Terms.constant(fit.base()), TreeSums.term(fit.columns(), fit.trees())));
    }

    @Override
    public AdditiveScore additive() {
        return new TreeTerms(AdditiveScore.Scale.LOG_ODDS, fit.columns(), fit.trees(), fit.base(), 1);
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

    @Override
    public List<Part> summary() {
        List<Part> parts = new ArrayList<>(TreeSums.limit(fit.trees()));
        var points = fit.curve();
        boolean heldBack = !points.isEmpty() && points.get(0).heldBack() != null;
        int rounds = fit.trees().size();
        parts.add(new Part.Curve(
                "Log loss along the rounds",
                new Part.Axis("rounds", "log loss"),
                points.stream().mapToInt(p -> p.rounds()).toArray(),
                points.stream().mapToDouble(p -> p.training()).toArray(),
                heldBack ? "held back" : null,
                heldBack ? points.stream().mapToDouble(p -> p.heldBack()).toArray() : null,
                heldBack
                        ? "Lowest on the held-back sixth of training after " + rounds
                                + " rounds; then learnt from all of training for as many."
                        : rounds + " rounds, none held back."));
        parts.add(TreeSums.importance(fit.columns(), fit.trees()));
        return parts;
    }
}
