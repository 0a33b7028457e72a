package outrider.exchange;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.check.Alarm;
import outrider.check.Alarms;
import outrider.check.CandidateEvidence;
import outrider.learn.OutOfFold;
import outrider.measure.ProbabilityQuality;
import outrider.rank.IndexedRanking;
import outrider.rank.Ranking;
import outrider.rank.SimplifiedCurve;
import outrider.split.Folds;
import outrider.uncertainty.AucUncertainty;
import outrider.uncertainty.Sample;

/**
 * One candidate's scores as a ranking, and what does not depend on stakes. Immutable.
 *
 * @param ranked validation
 * @param sample validation's records; the same object for all candidates of a brief
 * @param quality on validation in ten bands; null where the score is no probability
 * @param beside training
 */
public record ValidationScores(
        IndexedRanking ranked,
        Sample sample,
        AucUncertainty uncertainty,
        @Nullable ProbabilityQuality quality,
        OnTraining beside,
        List<Alarm> alarms) {
    private static final int TRAINING_POINTS = 401;
    private static final int BANDS = 10;

    /**
     * What is known of training.
     *
     * @param outOfFold null where there are no such scores; NaN for records that no fold holds
     * @param folds whose models gave these scores; null where they are of one scale
     */
    public record Training(
            double[] scores,
            double @Nullable [] outOfFold,
            @Nullable Folds folds,
            Sample sample) {}

    /**
     * What is seen on training.
     *
     * @param outOfFold AUC by models that did not see the record, the mean over the folds; null where there are no such scores
     * @param depth and {@code capture}: points of the gains curve
     */
    public record OnTraining(
            double auc, AucUncertainty.@Nullable Interval outOfFold, double[] depth, double[] capture) {}

    /** What a candidate is, and what its split does not keep together. */
    public record Nature(boolean probability, boolean reference, CandidateEvidence.@Nullable Apart apart) {}

    /**
     * O(n log n) of either part.
     *
     * @param scores of validation, finite
     */
    public static ValidationScores of(Nature nature, Training training, double[] scores, Sample validation) {
        IndexedRanking ranked = validation.ranked(scores);
        Ranking onTraining = Ranking.of(
                training.scores(),
                training.sample().outcome(),
                training.sample().weight(),
                null);
        AucUncertainty uncertainty = AucUncertainty.of(ranked, validation);
        ProbabilityQuality quality = nature.probability()
                ? ProbabilityQuality.of(
                        ranked.ranking(),
                        scores,
                        validation.outcome(),
                        validation.weight(),
                        validation.drawnTogether(),
                        Math.min(BANDS, scores.length))
                : null;
        AucUncertainty.Interval outOfFold = training.outOfFold() == null ? null : outOfFold(training);
        int[] points = SimplifiedCurve.of(onTraining, TRAINING_POINTS).points();
        OnTraining beside = new OnTraining(
                onTraining.auc(),
                outOfFold,
                Arrays.stream(points)
                        .mapToDouble(p -> onTraining.size(p) / onTraining.total())
                        .toArray(),
                Arrays.stream(points)
                        .mapToDouble(p -> onTraining.events(p) / onTraining.totalEvents())
                        .toArray());
        return new ValidationScores(
                ranked,
                validation,
                uncertainty,
                quality,
                beside,
                nature.reference()
                        ? List.of()
                        : Alarms.of(new CandidateEvidence(
                                outOfFold,
                                uncertainty.interval(),
                                Math.min(training.sample().fewest(), validation.fewest()),
                                quality,
                                nature.apart())));
    }

    private static AucUncertainty.Interval outOfFold(Training training) {
        double[] all = requireNonNull(training.outOfFold());
        Folds folds = training.folds();
        if (folds == null) return interval(training, OutOfFold.scored(all));
        List<AucUncertainty.Interval> each = new ArrayList<>();
        for (int f = 0; f < folds.count(); f++) {
            int[] scored = OutOfFold.known(all, folds.held(f));
            if (scored.length > 0) each.add(interval(training, scored));
        }
        return AucUncertainty.Interval.mean(each);
    }

    private static AucUncertainty.Interval interval(Training training, int[] places) {
        double[] all = requireNonNull(training.outOfFold());
        double[] scores = Arrays.stream(places).mapToDouble(i -> all[i]).toArray();
        Sample sample = training.sample().at(places);
        return AucUncertainty.of(sample.ranked(scores), sample).interval();
    }

    public Ranking validation() {
        return ranked.ranking();
    }

    /** Validation's scores in the order of its records; −0 reads as 0. */
    public double[] validationScores() {
        double[] scores = new double[ranked.point().length];
        for (int i = 0; i < scores.length; i++) scores[i] = ranked.score(i);
        return scores;
    }
}
