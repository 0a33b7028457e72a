package outrider.server.comparison;

import java.util.List;
import outrider.check.Alarm;
import outrider.doubt.AucDoubt;
import outrider.doubt.Bootstrap;
import outrider.doubt.PairedBand;
import outrider.rank.Placed;
import outrider.rank.Ranking;

/**
 * One finished candidate's scores as a ranking, and what does not depend on stakes. Immutable.
 *
 * @param placed validation
 * @param band along {@link outrider.doubt.Depths} on validation, without money
 * @param trainingDepth and {@code trainingCapture}: points of the gains curve on training
 */
record Scored(
        Placed placed,
        PairedBand.Side side,
        AucDoubt doubt,
        Bootstrap.Band band,
        double trainingAuc,
        double[] trainingDepth,
        double[] trainingCapture,
        List<Alarm> alarms) {
    Ranking validation() {
        return placed.ranking();
    }

    /** Validation's scores in the order of its records; −0 reads as 0. */
    double[] validationScores() {
        double[] scores = new double[placed.point().length];
        for (int i = 0; i < scores.length; i++) scores[i] = placed.score(i);
        return scores;
    }
}
