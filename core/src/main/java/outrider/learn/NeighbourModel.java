package outrider.learn;

import java.util.List;
import outrider.learn.neighbour.Neighbours;
import outrider.prepare.Matrix;
import outrider.prepare.Preparation;
import outrider.prepare.Scaling;
import outrider.table.Table;

/** The share of events among the nearest training records. */
public record NeighbourModel(Preparation preparation, Scaling scaling, Neighbours neighbours, int k, boolean byDistance)
        implements Model {
    @Override
    public double[] score(Table table, int[] rows) {
        Matrix x = scaling.applyInPlace(preparation.apply(table, rows));
        double[] score = new double[rows.length];
        float[] query = new float[x.columns()];
        for (int i = 0; i < rows.length; i++) {
            for (int c = 0; c < query.length; c++) query[c] = (float) x.at(i, c);
            score[i] = neighbours.share(query, k, byDistance);
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
        return (long) neighbours.records() * neighbours.inputs();
    }
}
