package outrider.server.comparison;

import java.util.List;
import outrider.check.Alarm;
import outrider.doubt.AucDoubt;
import outrider.doubt.Bootstrap;
import outrider.rank.Ranking;

/**
 * One finished candidate's scores as rankings, and what does not depend on stakes. Immutable.
 *
 * @param band along {@link ScoredCandidates#DEPTHS} on validation
 */
record Scored(
        double[] validationScores,
        Ranking validation,
        Ranking training,
        double trainingAuc,
        AucDoubt doubt,
        Bootstrap.Band band,
        List<Alarm> alarms) {}
