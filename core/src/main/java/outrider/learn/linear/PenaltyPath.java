package outrider.learn.linear;

import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.learn.Part;
import outrider.learn.Settings;
import outrider.table.NumberColumn;

/**
 * How a penalty was found that is taken as needed (METHODS section 7).
 *
 * @param why in a sentence
 * @param chosen the penalty
 * @param tried from the strongest down, until some fold's loss had risen twice in a row; empty where none was needed
 */
public record PenaltyPath(Reason why, double chosen, List<Point> tried) {
    /** The penalties that are tried, from the strongest. */
    public static final List<Double> PENALTIES = List.of(1000.0, 300.0, 100.0, 30.0, 10.0, 3.0, 1.0, 0.3);

    /** Why there is a penalty, or none. */
    public enum Reason {
        /** The maximum exists, and there are events enough. */
        NOT_NEEDED,
        /** Fewer than five events a coefficient. */
        FEW_EVENTS,
        /** Some inputs tell the outcome of some records without fail. */
        SEPARATED,
        /** A squared error has no maximum that could be missing: the lowest out-of-fold error decides. */
        LOWEST_ERROR,
        /** Training holds too few events for two folds: the middle of the path. */
        NO_FOLDS
    }

    /**
     * @param penalty λ
     * @param loss out of fold, a record in the mean: log loss, or squared error of labels ±1
     */
    public record Point(double penalty, double loss) {}

    /** The settings with the penalty that was found; as they are where none was looked for. */
    static Settings settled(Settings settings, @Nullable PenaltyPath found) {
        return found == null ? settings : settings.with("penalty", found.chosen());
    }

    /** @param unit of the losses, in words */
    Part.Penalty part(String unit) {
        String least = "the penalty that loses least out of fold: " + NumberColumn.text(chosen) + ".";
        String words = switch (why) {
            case NOT_NEEDED ->
                "No penalty was needed: there are five events or more a coefficient, and the maximum exists.";
            case FEW_EVENTS ->
                "There are fewer than five events a coefficient, so they are pulled towards 0 by " + least;
            case SEPARATED ->
                "Some inputs tell the outcome of some records without fail, so coefficients are pulled towards 0 by "
                        + least;
            case LOWEST_ERROR -> "Slopes are pulled towards 0 by " + least;
            case NO_FOLDS ->
                "Training holds too few events, or days, for two folds to choose a penalty by; "
                        + NumberColumn.text(chosen) + " stands in the middle of those tried.";
        };
        return new Part.Penalty(
                words,
                chosen,
                unit,
                tried.stream().mapToDouble(Point::penalty).toArray(),
                tried.stream().mapToDouble(Point::loss).toArray());
    }
}
