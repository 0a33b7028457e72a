package outrider.learn;

import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.prepare.Preparation;
import outrider.table.Table;
import outrider.term.Term;
import outrider.term.Terms;

/**
 * A model learnt from weighted or thinned records, its probabilities corrected back to all of training by the odds formula of
 * METHODS section 5.
 */
public record RebalancedModel(Model base, double logOdds) implements Model {
    @Override
    public double[] score(Table table, int[] rows) {
        double[] score = base.score(table, rows);
        double factor = Math.exp(logOdds);
        for (int i = 0; i < score.length; i++) score[i] = factor * score[i] / (factor * score[i] + 1 - score[i]);
        return score;
    }

    @Override
    public @Nullable AdditiveScore additive() {
        AdditiveScore below = base.additive();
        if (below == null) return null;
        return below.scale() == AdditiveScore.Scale.LOG_ODDS
                ? below.moved(AdditiveScore.Scale.LOG_ODDS, logOdds, 1)
                : below.moved(AdditiveScore.Scale.RISES_WITH, 0, 1);
    }

    @Override
    public Term term() {
        Term.Step score = new Term.Step("score as learnt", base.term());
        Term.Step odds = new Term.Step("share", new Term.Product(Terms.constant(Math.exp(logOdds)), score));
        return new Term.Quotient(odds, new Term.Difference(Terms.sum(odds, Terms.constant(1)), score));
    }

    @Override
    public boolean probability() {
        return true;
    }

    @Override
    public List<String> columns() {
        return base.columns();
    }

    @Override
    public long size() {
        return base.size();
    }

    @Override
    public List<Part> summary() {
        return base.summary();
    }

    @Override
    public @Nullable Preparation preparation() {
        return base.preparation();
    }

    @Override
    public Model learnt() {
        return base.learnt();
    }
}
