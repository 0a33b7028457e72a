package outrider.learn;

import java.util.List;
import outrider.learn.network.Network;
import outrider.prepare.Matrix;
import outrider.prepare.Preparation;
import outrider.prepare.Scaling;
import outrider.table.Table;

/** A neural network of one hidden layer on prepared, standardised columns. */
public record NetworkModel(Preparation preparation, Scaling scaling, Network.Fit fit) implements Model {
    @Override
    public double[] score(Table table, int[] rows) {
        Matrix x = scaling.applyInPlace(preparation.apply(table, rows));
        double[] score = new double[rows.length];
        double[] space = new double[fit.units()];
        for (int i = 0; i < rows.length; i++) {
            score[i] = 1 / (1 + Math.exp(-fit.margin(x.values(), i * x.columns(), space)));
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
        return fit.hidden().length + fit.output().length;
    }
}
