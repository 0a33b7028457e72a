package outrider.learn.neighbour;

import java.util.List;
import outrider.learn.Part;
import outrider.learn.PreparedModel;
import outrider.prepare.Design;
import outrider.prepare.Preparation;
import outrider.prepare.Scaling;
import outrider.table.Table;
import outrider.term.Term;
import outrider.term.Terms;

/** The share of events among the nearest training records. */
public record NeighbourModel(Preparation preparation, Scaling scaling, Neighbours neighbours, int k, boolean byDistance)
        implements PreparedModel {
    @Override
    public double[] score(Table table, int[] rows) {
        Design x = preparation.apply(table, rows);
        double[] score = new double[rows.length];
        double[] record = new double[x.columns()];
        for (int i = 0; i < rows.length; i++) {
            x.write(i, record);
            score[i] = neighbours.share(scaling, record, k, byDistance);
        }
        return score;
    }

    @Override
    public Term term() {
        throw Terms.none(
                "of nearest neighbours compares with remembered records of training, which no form may carry out of the house",
                "take the recipe, or sign another kind");
    }

    @Override
    public boolean probability() {
        return true;
    }

    @Override
    public long size() {
        float[] listed = neighbours.listedInputs().listed();
        return neighbours.denseInputs().values().length + (listed == null ? 0L : listed.length);
    }

    @Override
    public List<Part> summary() {
        return List.of(
                new Part.Sentence(k + " nearest of " + neighbours.records() + " remembered training records vote"));
    }
}
