package outrider.learn;

import java.util.List;
import outrider.learn.linear.LinearFit;
import outrider.prepare.Matrix;
import outrider.prepare.Preparation;
import outrider.prepare.Scaling;
import outrider.table.Table;

/** A linear margin on prepared, standardised columns: least squares, or the margin classifier. Not a probability. */
public record LinearModel(Preparation preparation, Scaling scaling, LinearFit fit) implements Model {
    @Override
    public double[] score(Table table, int[] rows) {
        Matrix x = scaling.applyInPlace(preparation.apply(table, rows));
        double[] score = new double[rows.length];
        for (int i = 0; i < rows.length; i++) score[i] = fit.margin(x.values(), i * x.columns());
        return score;
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
