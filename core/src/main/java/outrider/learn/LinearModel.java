package outrider.learn;

import java.util.List;
import outrider.learn.linear.LinearFit;
import outrider.learn.linear.PenaltyPath;
import outrider.prepare.Preparation;
import outrider.prepare.Scaling;
import outrider.table.Table;

/**
 * A linear margin on prepared, scaled columns: least squares, or the margin classifier. Not a probability.
 *
 * @param penalties how the penalty was found; null where it was given
 */
public record LinearModel(Preparation preparation, Scaling scaling, LinearFit fit, PenaltyPath penalties)
        implements Model {
    @Override
    public double[] score(Table table, int[] rows) {
        double[] slopes = fit.slopes().clone();
        double intercept = scaling.unscale(fit.intercept(), slopes);
        return preparation.margins(table, rows, intercept, slopes);
    }

    @Override
    public boolean probability() {
        return false;
    }

    @Override
    public List<String> columns() {
        return preparation.columns();
    }

    @Override
    public long size() {
        return fit.slopes().length + 1;
    }
}
