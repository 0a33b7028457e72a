package outrider.server.candidate;

import java.util.List;
import outrider.learn.linear.PenaltyPath;
import outrider.table.NumberColumn;

/**
 * How a penalty was found.
 *
 * @param loss what folds lose at each penalty {@code at}, in {@code unit}; empty where none was tried
 */
public record PenaltyView(String words, double chosen, String unit, double[] at, double[] loss) {
    static PenaltyView of(PenaltyPath path, String unit) {
        if (path == null) return null;
        String least = "the penalty that loses least out of fold: " + NumberColumn.text(path.chosen()) + ".";
        String words = switch (path.why()) {
            case NOT_NEEDED ->
                "No penalty was needed: there are five events or more a coefficient, and the maximum exists.";
            case FEW_EVENTS ->
                "There are fewer than five events a coefficient, so they are pulled towards 0 by " + least;
            case SEPARATED ->
                "Some inputs tell the outcome of some records without fail, so coefficients are pulled towards 0 by "
                        + least;
            case LOWEST_ERROR -> "Slopes are pulled towards 0 by " + least;
            case NO_FOLDS ->
                "Training holds too few events for two folds to choose a penalty by; "
                        + NumberColumn.text(path.chosen()) + " stands in the middle of those tried.";
        };
        List<PenaltyPath.Point> tried = path.tried();
        return new PenaltyView(
                words,
                path.chosen(),
                unit,
                tried.stream().mapToDouble(PenaltyPath.Point::penalty).toArray(),
                tried.stream().mapToDouble(PenaltyPath.Point::loss).toArray());
    }
}
