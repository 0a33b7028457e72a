package outrider.exchange;

import java.util.Arrays;
import java.util.List;
import outrider.check.Alarm;
import outrider.check.Alarms;
import outrider.check.CandidateEvidence;
import outrider.doubt.AucDoubt;
import outrider.doubt.Sample;
import outrider.measure.ProbabilityQuality;
import outrider.rank.Placed;
import outrider.rank.Ranking;
import outrider.rank.Thinned;

/**
 * One candidate's scores as a ranking, and what does not depend on stakes. Immutable.
 *
 * @param placed validation
 * @param sample validation's records; the same object for all candidates of a brief
 * @param quality on validation in ten bands; null where the score is no probability
 * @param outOfFold AUC on training by models that did not see the record; null where there are no such scores
 * @param trainingDepth and {@code trainingCapture}: points of the gains curve on training
 */
public record Scored(
        Placed placed,
        Sample sample,
        AucDoubt doubt,
        ProbabilityQuality quality,
        double trainingAuc,
        AucDoubt.Interval outOfFold,
        double[] trainingDepth,
        double[] trainingCapture,
        List<Alarm> alarms) {
    private static final int TRAINING_POINTS = 401;
    private static final int BANDS = 10;

    /**
     * What is known of training.
     *
     * @param outOfFold null where there are no such scores
     */
    public record Training(double[] scores, double[] outOfFold, Sample sample) {}

    /** What a candidate is. */
    public record Nature(boolean probability, boolean reference) {}

    /**
     * O(n log n) of either part.
     *
     * @param scores of validation, finite
     */
    public static Scored of(Nature nature, Training training, double[] scores, Sample validation) {
        Placed placed = Placed.of(scores, validation.outcome(), null, validation.value());
        Ranking onTraining = Ranking.of(training.scores(), training.sample().outcome());
        AucDoubt doubt = AucDoubt.of(placed, validation);
        ProbabilityQuality quality = nature.probability()
                ? ProbabilityQuality.of(
                        placed.ranking(),
                        scores,
                        validation.outcome(),
                        null,
                        validation.unit(),
                        Math.min(BANDS, scores.length))
                : null;
        AucDoubt.Interval outOfFold = training.outOfFold() == null ? null : outOfFold(training);
        int[] points = Thinned.of(onTraining, TRAINING_POINTS).points();
        return new Scored(
                placed,
                validation,
                doubt,
                quality,
                onTraining.auc(),
                outOfFold,
                Arrays.stream(points)
                        .mapToDouble(p -> onTraining.size(p) / onTraining.total())
                        .toArray(),
                Arrays.stream(points)
                        .mapToDouble(p -> onTraining.events(p) / onTraining.totalEvents())
                        .toArray(),
                nature.reference()
                        ? List.of()
                        : Alarms.of(new CandidateEvidence(
                                outOfFold,
                                doubt.interval(),
                                Math.min(training.sample().fewest(), validation.fewest()),
                                quality)));
    }

    private static AucDoubt.Interval outOfFold(Training training) {
        Placed placed = Placed.of(training.outOfFold(), training.sample().outcome(), null, null);
        return AucDoubt.of(placed, training.sample()).interval();
    }

    public Ranking validation() {
        return placed.ranking();
    }

    /** Validation's scores in the order of its records; −0 reads as 0. */
    public double[] validationScores() {
        double[] scores = new double[placed.point().length];
        for (int i = 0; i < scores.length; i++) scores[i] = placed.score(i);
        return scores;
    }
}
