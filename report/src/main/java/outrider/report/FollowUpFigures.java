package outrider.report;

import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import outrider.casefile.NumberText;
import outrider.casefile.PlanLine;
import outrider.follow.SignedFigures;
import outrider.follow.WatchLimit;

/** How a follow-up report writes figures, their differences and how they stand. */
final class FollowUpFigures {
    private FollowUpFigures() {}

    static SignedFigures.@Nullable Told difference(SignedFigures.@Nullable Difference off) {
        return off == null || off.value() == null ? null : new SignedFigures.Told(off.value(), off.low(), off.high());
    }

    static Estimate share(SignedFigures.@Nullable Told t) {
        return t == null || t.value() == null ? Estimate.NONE : Estimate.percent(t.value(), t.low(), t.high());
    }

    static Estimate capture(SignedFigures.@Nullable Measures figures) {
        return share(figures == null ? null : figures.capture());
    }

    static Estimate digits(SignedFigures.@Nullable Told t, int digits) {
        if (t == null || t.value() == null) return Estimate.NONE;
        return Estimate.of(
                NumberText.fixed(t.value(), digits),
                NumberText.fixed(t.low(), digits),
                NumberText.fixed(t.high(), digits));
    }

    /** A difference of figures that are told to so many digits. */
    static Estimate apart(SignedFigures.@Nullable Told t, int digits) {
        if (t == null || t.value() == null) return Estimate.NONE;
        return Estimate.of(
                signed(t.value(), 1, digits, ""), signed(t.low(), 1, digits, ""), signed(t.high(), 1, digits, ""));
    }

    /** A difference of shares. */
    static Estimate points(SignedFigures.@Nullable Told t) {
        if (t == null || t.value() == null) return Estimate.NONE;
        return Estimate.of(
                signed(t.value(), 100, 1, " points"), signed(t.low(), 100, 1, ""), signed(t.high(), 100, 1, ""));
    }

    static String signed(@Nullable Double value, double scale, int digits, String unit) {
        if (value == null) return NumberText.NONE;
        String written = NumberText.fixed(scale * value, digits);
        return (value > 0 ? "+" : "") + written + unit;
    }

    static String standing(SignedFigures.Difference off) {
        return off.value() == null ? "" : off.holds() ? "holds" : "has fallen";
    }

    static String standing(WatchLimit.Standing standing) {
        return switch (standing) {
            case UNKNOWN -> "not yet known";
            case HOLDS -> "holds";
            case WITHIN_CHANCE -> "beyond, within chance";
            case CROSSED -> "crossed";
        };
    }

    static String points(@Nullable Double share) {
        return NumberText.fixed(share == null ? null : Double.valueOf(100 * share), 1);
    }

    static String due(PlanLine line) {
        LocalDate day = line.day();
        return day == null ? "" : line.due().toString();
    }
}
