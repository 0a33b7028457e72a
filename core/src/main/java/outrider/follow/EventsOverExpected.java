package outrider.follow;

import org.jspecify.annotations.Nullable;
import outrider.base.Normal;
import outrider.measure.ProbabilityQuality;
import outrider.uncertainty.Sample;

/** Calibration in the large: how many events come for each that the probabilities say. */
public final class EventsOverExpected {
    private EventsOverExpected() {}

    /**
     * With a 95 % interval by the variance Σ p(1 − p), scaled to the events seen.
     *
     * @param score one a record
     * @param sample of the same records
     * @param plannedRate NaN for none; with one, scores and outcomes are of different rates on purpose, and nothing is said
     * @return null where scores are no probabilities, or say that no event comes
     */
    public static SignedFigures.@Nullable Told of(double[] score, Sample sample, double plannedRate) {
        if (!Double.isNaN(plannedRate) || !ProbabilityQuality.applies(score)) return null;
        double expected = 0;
        double variance = 0;
        double events = 0;
        double[] weight = sample.weight();
        for (int i = 0; i < score.length; i++) {
            double w = weight == null ? 1 : weight[i];
            expected += w * score[i];
            variance += w * w * score[i] * (1 - score[i]);
            events += w * sample.outcome()[i];
        }
        if (!(expected > 0) || events == 0) return null;
        double ratio = events / expected;
        double half = Normal.Z95 * Math.sqrt(variance * ratio) / expected;
        return new SignedFigures.Told(ratio, Math.max(0, ratio - half), ratio + half);
    }
}
