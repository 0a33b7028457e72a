package outrider.report;

import org.jspecify.annotations.Nullable;
import outrider.casefile.NumberText;

/**
 * A figure as it is shown, with its 95 % interval.
 *
 * @param interval "from to", or null where there is none
 */
public record Estimate(String value, @Nullable String interval) implements Cell {
    static final Estimate NONE = new Estimate(NumberText.NONE, null);

    static Estimate of(String value, String low, String high) {
        return new Estimate(value, low + " to " + high);
    }

    static Estimate alone(String value) {
        return new Estimate(value, null);
    }

    static Estimate percent(@Nullable Double share, @Nullable Double low, @Nullable Double high) {
        return of(NumberText.percent(share), NumberText.percent(low), NumberText.percent(high));
    }
}
