package outrider.learn;

import java.util.List;
import outrider.base.Progress;
import outrider.learn.linear.Coefficient;
import outrider.learn.linear.LogisticFit;
import outrider.learn.linear.LogisticRegression;
import outrider.prepare.Matrix;
import outrider.prepare.Preparation;
import outrider.prepare.Step;
import outrider.split.Balance;
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
        return train(table, inputs, rows, new Balance.Sample(rows, null, 0), outcome, penalty, progress);
    }

    /**
     * The same on weighted or thinned training records. The preparation is still fitted on all of {@code rows}, and the
     * intercept is moved so that probabilities are those of all of them. A weighted fit carries no standard errors: its weights
     * are no records.
     */
    public static LogisticModel train(
            Table table,
            List<String> inputs,
            int[] rows,
            Balance.Sample sample,
            byte[] outcome,
            double penalty,
            Progress progress) {
        progress.checkpoint(0, "preparing inputs");
        Preparation preparation = Preparation.fit(table, inputs, rows);
        Matrix x = preparation.apply(table, sample.rows());
        byte[] y = new byte[sample.rows().length];
        for (int i = 0; i < y.length; i++) y[i] = outcome[sample.rows()[i]];
        LogisticFit fit = LogisticRegression.fit(x, y, sample.weight(), penalty, progress);
        return new LogisticModel(preparation, moved(fit, sample), penalty);
    }

    private static LogisticFit moved(LogisticFit fit, Balance.Sample sample) {
        double[] coefficients = fit.coefficients().clone();
        coefficients[0] += sample.logOdds();
        return new LogisticFit(
                coefficients,
                sample.weight() == null ? fit.standardErrors() : null,
                fit.deviations(),
                fit.logLikelihood(),
                fit.nullLogLikelihood(),
                fit.parameters(),
                fit.records(),
                fit.iterations(),
                fit.converged(),
                fit.dropped(),
                fit.separated());
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
