package outrider.check;

import java.util.Locale;
import org.jspecify.annotations.Nullable;
import outrider.measure.ProbabilityQuality;

/** A candidate whose probabilities are too sure. */
public final class PromisesTooMuch implements CandidateAlarm {
    @Override
    public String code() {
        return "promisesTooMuch";
    }

    @Override
    public String words() {
        return "promises too much";
    }

    @Override
    public @Nullable String rings(CandidateEvidence evidence) {
        ProbabilityQuality quality = evidence.quality();
        if (quality == null
                || quality.line().slopeHigh() == null
                || quality.line().slopeHigh() >= 1) return null;
        return String.format(
                Locale.ROOT,
                "Its high probabilities come out lower and its low ones higher: calibration slope %.2f (95 %% interval %.2f to %.2f, below 1). Recalibrate it, or use a stronger penalty.",
                quality.line().slope(),
                quality.line().slopeLow(),
                quality.line().slopeHigh());
    }
}
