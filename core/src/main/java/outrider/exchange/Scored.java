package outrider.exchange;

import java.util.Arrays;
import java.util.List;
import outrider.base.Seeds;
import outrider.check.Alarm;
import outrider.check.CandidateAlarms;
import outrider.doubt.AucDoubt;
import outrider.doubt.Bootstrap;
import outrider.doubt.Depths;
import outrider.doubt.PairedBand;
import outrider.measure.BestOfEach;
import outrider.measure.RankingFigures;
import outrider.rank.Placed;
import outrider.rank.Ranking;
import outrider.rank.Thinned;
import outrider.stakes.NetValue;

/**
 * One candidate's scores as a ranking, and what does not depend on stakes. Immutable.
 *
 * @param placed validation
 * @param band along {@link Depths} on validation, without money
 * @param trainingDepth and {@code trainingCapture}: points of the gains curve on training
 */
public record Scored(
        Placed placed,
        PairedBand.Side side,
        AucDoubt doubt,
        Bootstrap.Band band,
        double trainingAuc,
        double[] trainingDepth,
        double[] trainingCapture,
        List<Alarm> alarms) {
    private static final int TRAINING_POINTS = 401;

    /**
     * O(n log n) of either part.
     *
     * @param scores of validation, finite, with {@code outcome} 0 or 1 and {@code value} of each record, or null
     */
    public static Scored of(Ranking training, double[] scores, byte[] outcome, double[] value, long seed) {
        Placed placed = Placed.of(scores, outcome, null, value);
        Ranking validation = placed.ranking();
        RankingFigures onTraining = RankingFigures.of(training);
        double bestAccuracy = BestOfEach.of(validation).get("accuracy").value();
        int[] points = Thinned.of(training, TRAINING_POINTS).points();
        return new Scored(
                placed,
                new PairedBand.Side(placed, Depths.all()),
                AucDoubt.of(placed, outcome),
                Bootstrap.along(validation, Depths.all(), new Seeds(seed).stream("bootstrap")),
                onTraining.auc(),
                Arrays.stream(points)
                        .mapToDouble(p -> training.size(p) / training.total())
                        .toArray(),
                Arrays.stream(points)
                        .mapToDouble(p -> training.events(p) / training.totalEvents())
                        .toArray(),
                CandidateAlarms.of(onTraining, RankingFigures.of(validation), bestAccuracy));
    }

    public Ranking validation() {
        return placed.ranking();
    }

    /** The band with money; without a value column the plain one serves, whatever things are worth. */
    public Bootstrap.Band band(NetValue.Worth worth, long seed) {
        return validation().hasValues()
                ? Bootstrap.along(validation(), Depths.all(), worth, new Seeds(seed).stream("bootstrap"))
                : band;
    }

    /** Validation's scores in the order of its records; −0 reads as 0. */
    public double[] validationScores() {
        double[] scores = new double[placed.point().length];
        for (int i = 0; i < scores.length; i++) scores[i] = placed.score(i);
        return scores;
    }
}
