package outrider.learn;

import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import outrider.learn.calibrate.Calibration;
import outrider.learn.calibrate.IsotonicMap;
import outrider.learn.calibrate.LogisticMap;
import outrider.prepare.Preparation;
import outrider.table.Table;
import outrider.term.Term;

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

    /** A line on the log-odds keeps them a sum; other maps only keep their order. */
    @Override
    public @Nullable AdditiveScore additive() {
        AdditiveScore below = base.additive();
        if (below == null) return null;
        if (calibration instanceof LogisticMap line) {
            AdditiveScore.Scale read = line.onLogOdds() ? AdditiveScore.Scale.LOG_ODDS : AdditiveScore.Scale.SCORE;
            if (below.scale() == read) {
                return below.moved(AdditiveScore.Scale.LOG_ODDS, line.intercept(), line.slope());
            }
        }
        return below.moved(AdditiveScore.Scale.RISES_WITH, 0, 1);
    }

    @Override
    public Term term() {
        return calibration.term(base.term());
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

    @Override
    public List<Part> summary() {
        return Stream.concat(base.summary().stream(), Stream.of(map())).toList();
    }

    private Part map() {
        if (calibration instanceof LogisticMap line) {
            if (line.leavesAsItIs()) {
                return new Part.Limit(
                        "Training is too small for the folds that a recalibration is learnt on: probabilities are as this kind makes them, which promise too much or too little.");
            }
            String on = line.onLogOdds() ? "log-odds of the score" : "score";
            String words =
                    String.format(Locale.ROOT, "log-odds = %.3f + %.3f × %s", line.intercept(), line.slope(), on);
            return new Part.CalibrationMap(words, null, null);
        }
        IsotonicMap steps = (IsotonicMap) calibration;
        return new Part.CalibrationMap(steps.from().length + " rising steps", steps.from(), steps.value());
    }

    @Override
    public @Nullable Preparation preparation() {
        return base.preparation();
    }

    @Override
    public Model learnt() {
        return base.learnt();
    }
}
