package outrider.learn;

import java.util.List;
import outrider.learn.bayes.NaiveBayes;
import outrider.table.Table;

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
        for (NaiveBayes.Part part : bayes.parts()) size += part.mean() != null ? 4 : 2L * part.logShare()[0].length;
        return size;
    }
}
