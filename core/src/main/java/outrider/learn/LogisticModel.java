package outrider.learn;

import java.util.Arrays;
import java.util.List;
import outrider.learn.linear.Coefficient;
import outrider.learn.linear.LogisticFit;
import outrider.learn.linear.PenaltyPath;
import outrider.learn.linear.Stepwise;
import outrider.prepare.Preparation;
import outrider.table.Table;

/**
 * Logistic regression on prepared columns.
 *
 * @param path of a stepwise choice; null where all columns were taken
 * @param penalties how the penalty was found; null where it was given
 */
public record LogisticModel(
        Preparation preparation, LogisticFit fit, double penalty, List<Stepwise.Taken> path, PenaltyPath penalties)
        implements Model {
    @Override
    public double[] score(Table table, int[] rows) {
        double[] beta = fit.coefficients();
        double[] score = preparation.margins(table, rows, beta[0], Arrays.copyOfRange(beta, 1, beta.length));
        for (int i = 0; i < score.length; i++) score[i] = 1 / (1 + Math.exp(-score[i]));
        return score;
    }

    @Override
    public boolean probability() {
        return true;
    }

    @Override
    public List<String> columns() {
        return preparation.columns();
    }

    @Override
    public long size() {
        return fit.coefficients().length;
    }

    public List<Coefficient> table() {
        return Coefficient.table(fit, preparation.inputs());
    }
}
