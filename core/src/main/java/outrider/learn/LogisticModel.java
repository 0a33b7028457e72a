package outrider.learn;

import java.util.List;
import outrider.learn.linear.Coefficient;
import outrider.learn.linear.LogisticFit;
import outrider.learn.linear.Stepwise;
import outrider.prepare.Matrix;
import outrider.prepare.Preparation;
import outrider.table.Table;

/**
 * Logistic regression on prepared columns.
 *
 * @param path of a stepwise choice; null where all columns were taken
 */
public record LogisticModel(Preparation preparation, LogisticFit fit, double penalty, List<Stepwise.Taken> path)
        implements Model {
    @Override
    public double[] score(Table table, int[] rows) {
        Matrix x = preparation.apply(table, rows);
        double[] beta = fit.coefficients();
        double[] values = x.values();
        int width = x.columns();
        double[] score = new double[rows.length];
        for (int i = 0, at = 0; i < rows.length; i++, at += width) {
            double eta = beta[0];
            for (int c = 0; c < width; c++) eta += beta[c + 1] * values[at + c];
            score[i] = 1 / (1 + Math.exp(-eta));
        }
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
