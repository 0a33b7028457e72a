package outrider.follow;

import org.jspecify.annotations.Nullable;
import outrider.base.Normal;
import outrider.measure.ProbabilityQuality;

/** Calibration in the large: how many events come for each that the probabilities say. */
public final class EventsOverExpected {
    private EventsOverExpected() {}

    /**
     * With a 95 % interval by the variance Σ p(1 − p), scaled to the events seen.
     *
     * @param score one a record
     * @param outcome 0 or 1
     * @param plannedRate NaN for none; with one, scores and outcomes are of different rates on purpose, and nothing is said
     * @return null where scores are no probabilities, or say that no event comes
     */
    public static SignedFigures.@Nullable Told of(double[] score, byte[] outcome, double plannedRate) {
        if (!Double.isNaN(plannedRate) || !ProbabilityQuality.applies(score)) return null;
        double expected = 0;
        double variance = 0;
        int events = 0;
        for (int i = 0; i < score.length; i++) {
            expected += score[i];
            variance += score[i] * (1 - score[i]);
            events += outcome[i];
        }
        if (!(expected > 0) || events == 0) return null;
        double ratio = events / expected;
        double half = Normal.Z95 * Math.sqrt(variance * ratio) / expected;
        return new SignedFigures.Told(ratio, Math.max(0, ratio - half), ratio + half);
    }
}
