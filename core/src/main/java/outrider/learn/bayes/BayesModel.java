package outrider.learn.bayes;

import static java.util.Objects.requireNonNull;

import java.util.Arrays;
import java.util.List;
import outrider.learn.AdditiveScore;
import outrider.learn.ColumnTerms;
import outrider.learn.Model;
import outrider.learn.Part;
import outrider.table.Table;
import outrider.term.Term;
import outrider.term.Terms;

/**
 * Naive Bayes; its probabilities are over-confident where columns say the same.
 *
 * @param margin whether it gives the log-odds themselves, to be recalibrated: probabilities near 1 would tie
 */
public record BayesModel(NaiveBayes bayes, boolean margin) implements Model {
    @Override
    public double[] score(Table table, int[] rows) {
        double[] score = bayes.logOdds(table, rows);
        for (int i = 0; i < score.length && !margin; i++) score[i] = 1 / (1 + Math.exp(-score[i]));
        return score;
    }

    @Override
    public Term term() {
        return margin ? bayes.term() : Terms.logistic(bayes.term());
    }

    @Override
    public AdditiveScore additive() {
        return new ColumnTerms(
                margin ? AdditiveScore.Scale.SCORE : AdditiveScore.Scale.LOG_ODDS,
                bayes::terms,
                bayes.parts().size(),
                bayes.logOdds());
    }

    @Override
    public boolean probability() {
        return !margin;
    }

    @Override
    public List<String> columns() {
        return bayes.parts().stream().map(part -> part.column().name()).toList();
    }

    @Override
    public long size() {
        long size = 1;
        for (NaiveBayes.Part part : bayes.parts())
            size += part.mean() != null
                    ? part.within() == null ? 4 : 6
                    : 2L * requireNonNull(part.logShare())[0].length;
        return size;
    }

    @Override
    public List<Part> summary() {
        return List.of(new Part.ByOutcome(
                bayes.parts().stream().map(BayesModel::column).toList()));
    }

    private static Part.OutcomeColumn column(NaiveBayes.Part part) {
        double[] deviation = part.variance() == null
                ? null
                : Arrays.stream(part.variance()).map(Math::sqrt).toArray();
        double[][] share = part.logShare() == null
                ? null
                : Arrays.stream(part.logShare())
                        .map(shares -> Arrays.stream(shares).map(Math::exp).toArray())
                        .toArray(double[][]::new);
        return new Part.OutcomeColumn(
                part.column().name(),
                part.column().date(),
                part.mean(),
                deviation,
                part.within(),
                part.column().levels(),
                share);
    }
}
