package outrider.learn.linear;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.learn.AdditiveScore;
import outrider.learn.ColumnTerms;
import outrider.learn.Part;
import outrider.learn.PreparedModel;
import outrider.prepare.Preparation;
import outrider.prepare.Scaling;
import outrider.table.Table;
import outrider.term.Term;

/**
 * A linear margin on prepared, scaled columns: least squares, or the margin classifier. Not a probability.
 *
 * @param penalties how the penalty was found; null where it was given
 */
public record LinearModel(
        Preparation preparation,
        Scaling scaling,
        LinearFit fit,
        @Nullable PenaltyPath penalties) implements PreparedModel {
    @Override
    public double[] score(Table table, int[] rows) {
        double[] slopes = fit.slopes().clone();
        double intercept = scaling.unscale(fit.intercept(), slopes);
        return preparation.margins(table, rows, intercept, slopes);
    }

    @Override
    public Term term() {
        double[] slopes = fit.slopes().clone();
        double intercept = scaling.unscale(fit.intercept(), slopes);
        return preparation.terms().margin(intercept, slopes);
    }

    @Override
    public AdditiveScore additive() {
        double[] slopes = fit.slopes().clone();
        double intercept = scaling.unscale(fit.intercept(), slopes);
        return new ColumnTerms(
                AdditiveScore.Scale.SCORE,
                (table, rows) -> preparation.terms(table, rows, slopes),
                columns().size(),
                intercept);
    }

    @Override
    public boolean probability() {
        return false;
    }

    @Override
    public long size() {
        return fit.slopes().length + 1L;
    }

    @Override
    public List<Part> summary() {
        List<Part.Bend> bends = Bent.of(preparation, perUnit());
        List<Part> parts = new ArrayList<>();
        if (penalties != null) parts.add(penalties.part("squared error of labels ±1"));
        if (!bends.isEmpty()) parts.add(new Part.Bends("margin", bends));
        parts.add(new Part.Weights(Bent.weights(preparation, fit.slopes()), Bent.inputs(bends), false));
        return parts;
    }

    private double[] perUnit() {
        double[] slopes = fit.slopes().clone();
        for (int c = 0; c < slopes.length; c++) {
            double deviation = scaling.deviation()[c];
            slopes[c] = deviation == 0 ? 0 : slopes[c] / deviation;
        }
        return slopes;
    }
}
