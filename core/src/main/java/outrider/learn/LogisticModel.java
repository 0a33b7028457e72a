package outrider.learn;

import java.util.List;
import outrider.base.Progress;
import outrider.learn.linear.Coefficient;
import outrider.learn.linear.LogisticFit;
import outrider.learn.linear.LogisticRegression;
import outrider.prepare.Matrix;
import outrider.prepare.Preparation;
import outrider.prepare.Step;
import outrider.table.Table;

/** Logistic regression on prepared columns. */
public record LogisticModel(Preparation preparation, LogisticFit fit, double penalty) implements Model {

    /**
     * @param inputs names of the input columns
     * @param rows training records; nothing outside them is looked at
     * @param outcome 0 or 1 for every record of the table
     * @param penalty λ >= 0 on standardised inputs
     */
    public static LogisticModel train(
            Table table, List<String> inputs, int[] rows, byte[] outcome, double penalty, Progress progress) {
        progress.checkpoint(0, "preparing inputs");
        Preparation preparation = Preparation.fit(table, inputs, rows);
        Matrix x = preparation.apply(table, rows);
        byte[] y = new byte[rows.length];
        for (int i = 0; i < rows.length; i++) y[i] = outcome[rows[i]];
        return new LogisticModel(preparation, LogisticRegression.fit(x, y, null, penalty, progress), penalty);
    }

    @Override
    public double[] score(Table table, int[] rows) {
        Matrix x = preparation.apply(table, rows);
        double[] beta = fit.coefficients();
        double[] score = new double[rows.length];
        for (int i = 0; i < rows.length; i++) {
            double eta = beta[0];
            for (int c = 0; c < x.columns(); c++) eta += beta[c + 1] * x.at(i, c);
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
        return preparation.steps().stream().map(Step::column).toList();
    }

    public List<Coefficient> table() {
        return Coefficient.table(fit, preparation.inputs());
    }
}
