package outrider.learn;

import java.util.List;
import outrider.learn.calibrate.Calibration;
import outrider.table.Table;

/** A model whose scores are mapped to probabilities. */
public record CalibratedModel(Model base, Calibration calibration) implements Model {
    @Override
    public double[] score(Table table, int[] rows) {
        return mapped(calibration, base.score(table, rows));
    }

    static double[] mapped(Calibration calibration, double[] score) {
        double[] mapped = new double[score.length];
        for (int i = 0; i < score.length; i++) mapped[i] = calibration.probability(score[i]);
        return mapped;
    }

    @Override
    public boolean probability() {
        return true;
    }

    @Override
    public List<String> columns() {
        return base.columns();
    }

    @Override
    public long size() {
        return base.size();
    }
}
