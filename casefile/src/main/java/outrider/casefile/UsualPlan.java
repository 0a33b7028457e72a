package outrider.casefile;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import org.jspecify.annotations.Nullable;
import outrider.follow.Advice;
import outrider.follow.SignedFigures;
import outrider.follow.WatchLimit;
import outrider.follow.Watched;

/**
 * Limits that a line of a monitoring plan may begin with: distributions stay where they were, nobody acts on many more than was signed, and
 * what was signed holds at its lower bound.
 */
public final class UsualPlan {
    private static final MathContext DOWN = new MathContext(3, RoundingMode.FLOOR);
    private static final MathContext UP = new MathContext(3, RoundingMode.CEILING);
    private static final double HALF = 0.5;
    private static final double MORE = 1.2;
    private static final double SOME_MORE = 1.25;

    private UsualPlan() {}

    /** Null where the figure has no lower bound. */
    public static @Nullable WatchLimit of(Watched measure, Figures figures) {
        return switch (measure) {
            case SCORE_STABILITY, INPUT_STABILITY -> atMost(measure, Advice.FAR);
            case ACTED_SHARE ->
                atMost(
                        measure,
                        Math.min(
                                1,
                                rounded(
                                        MORE
                                                * figures.cut()
                                                        .validation()
                                                        .counts()
                                                        .depth(),
                                        UP)));
            case OUTCOMES -> new WatchLimit(measure, WatchLimit.Side.AT_LEAST, HALF, WatchLimit.Every.QUARTER);
            case CALIBRATION ->
                figures.trust().calibration() == null
                        ? null
                        : new WatchLimit(measure, WatchLimit.Side.AT_MOST, SOME_MORE, WatchLimit.Every.QUARTER);
            case CAPTURE, LIFT, PRECISION, GAIN, AUC -> {
                SignedFigures.Told signed = measure.of(SignedFigures.Measures.of(
                        figures.cut().validation(),
                        figures.chosenRow().auc(),
                        figures.source().split().validation().records(),
                        null));
                yield signed == null || signed.low() == null
                        ? null
                        : new WatchLimit(
                                measure,
                                WatchLimit.Side.AT_LEAST,
                                rounded(signed.low(), DOWN),
                                WatchLimit.Every.QUARTER);
            }
        };
    }

    private static WatchLimit atMost(Watched measure, double at) {
        return new WatchLimit(measure, WatchLimit.Side.AT_MOST, at, WatchLimit.Every.MONTH);
    }

    private static double rounded(double value, MathContext digits) {
        return BigDecimal.valueOf(value).round(digits).doubleValue();
    }
}
