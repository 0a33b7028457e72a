package outrider.follow;

import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import outrider.measure.ProbabilityQuality;

/** What a monitoring plan can watch of batches. */
public enum Watched {
    SCORE_STABILITY("stability of the score", Unit.INDEX, batch -> index(batch.score())),
    INPUT_STABILITY(
            "stability of the input that moved most",
            Unit.INDEX,
            batch -> batch.inputs().isEmpty() ? null : index(batch.inputs().get(0))),
    ACTED_SHARE("share to act on", Unit.SHARE, Watched::acted),
    /** From its limit on a batch is judged by its outcomes; below it nothing is said of them. */
    OUTCOMES("share of outcomes that have arrived", Unit.SHARE, Watched::arrived),
    CAPTURE("capture rate at the cut", Unit.SHARE, ofFigures(SignedFigures.Measures::capture)),
    LIFT("lift at the cut", Unit.TIMES, ofFigures(SignedFigures.Measures::lift)),
    PRECISION("precision at the cut", Unit.SHARE, ofFigures(SignedFigures.Measures::precision)),
    GAIN(
            "gain over acting on nobody, a 1,000 records",
            Unit.MONEY,
            ofFigures(SignedFigures.Measures::gain).andThen(Watched::ofThousand)),
    AUC("AUC", Unit.SCORE, ofFigures(SignedFigures.Measures::auc)),
    CALIBRATION("events for each that the scores say", Unit.TIMES, ofFigures(SignedFigures.Measures::calibration));

    /** How a limit on it is written. */
    public enum Unit {
        SHARE,
        TIMES,
        MONEY,
        SCORE,
        INDEX
    }

    private static final int THOUSAND = 1000;

    private final String words;
    private final Unit unit;
    private final Function<BatchFigures, SignedFigures.@Nullable Told> of;

    Watched(String words, Unit unit, Function<BatchFigures, SignedFigures.@Nullable Told> of) {
        this.words = words;
        this.unit = unit;
        this.of = of;
    }

    public String words() {
        return words;
    }

    public Unit unit() {
        return unit;
    }

    /** Whether it says how well records are ordered, or what that is worth. */
    boolean judgesOrder() {
        return switch (this) {
            case CAPTURE, LIFT, PRECISION, GAIN, AUC -> true;
            case SCORE_STABILITY, INPUT_STABILITY, ACTED_SHARE, OUTCOMES, CALIBRATION -> false;
        };
    }

    /** What a batch shows; null where it cannot be said, or not yet. The gain is of 1,000 records. */
    public SignedFigures.@Nullable Told of(BatchFigures batch) {
        SignedFigures.Told told = of.apply(batch);
        return told == null || told.value() == null ? null : told;
    }

    /** What was signed, in the same units; null where it cannot be said. */
    public SignedFigures.@Nullable Told of(SignedFigures.Measures signed) {
        return switch (this) {
            case CAPTURE -> signed.capture();
            case LIFT -> signed.lift();
            case PRECISION -> signed.precision();
            case GAIN -> ofThousand(signed.gain());
            case AUC -> signed.auc();
            case CALIBRATION -> signed.calibration();
            case SCORE_STABILITY, INPUT_STABILITY, ACTED_SHARE, OUTCOMES -> null;
        };
    }

    /** An index that chance alone may give reaches down to 0. */
    private static SignedFigures.Told index(Stability stability) {
        double low = stability.movedOfMany() ? stability.psi() : 0;
        return new SignedFigures.Told(stability.psi(), low, stability.psi());
    }

    private static SignedFigures.@Nullable Told acted(BatchFigures batch) {
        if (batch.records() == 0) return null;
        double[] interval = ProbabilityQuality.wilson(batch.acted(), batch.records());
        return new SignedFigures.Told(batch.acted() / (double) batch.records(), interval[0], interval[1]);
    }

    private static SignedFigures.@Nullable Told arrived(BatchFigures batch) {
        if (batch.records() == 0) return null;
        double share = batch.known() / (double) batch.records();
        return new SignedFigures.Told(share, share, share);
    }

    private static Function<BatchFigures, SignedFigures.@Nullable Told> ofFigures(
            Function<SignedFigures.Measures, SignedFigures.@Nullable Told> figure) {
        return batch -> batch.figures() == null || batch.early() || batch.few() ? null : figure.apply(batch.figures());
    }

    private static SignedFigures.@Nullable Told ofThousand(SignedFigures.@Nullable Told told) {
        return told == null ? null : new SignedFigures.Told(times(told.value()), times(told.low()), times(told.high()));
    }

    private static @Nullable Double times(@Nullable Double value) {
        return value == null ? null : (Double) (THOUSAND * value);
    }
}
