package outrider.exchange;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.uncertainty.AucUncertainty;
import outrider.uncertainty.LeaderTests;
import outrider.uncertainty.Verdict;

/**
 * A candidate's AUC against a leader's on the same records (METHODS section 4).
 *
 * @param adjustedP null for the leader, and where the standard error is unknown
 * @param difference candidate less leader; null for the leader
 * @param eventsNeeded to tell that difference, four times in five; null for none
 */
public record AucComparison(
        Verdict verdict,
        @Nullable Double adjustedP,
        AucUncertainty.@Nullable Difference difference,
        @Nullable Double eventsNeeded) {

    /**
     * @param leader index of whom the others are compared with
     * @param named whether somebody named that leader; else the same records chose it
     * @param tooFew whether the part holds too little for any difference
     */
    public static List<AucComparison> of(
            List<AucUncertainty> candidates, int leader, boolean named, boolean tooFew, double events) {
        LeaderTests tests = LeaderTests.of(
                candidates.size(),
                leader,
                named,
                (i, j) -> candidates.get(i).minus(candidates.get(j)).pValue());
        List<AucComparison> all = new ArrayList<>();
        for (int i = 0; i < candidates.size(); i++) {
            if (i == leader) {
                all.add(new AucComparison(Verdict.LEADER, null, null, null));
                continue;
            }
            AucUncertainty.Difference difference = candidates.get(i).minus(candidates.get(leader));
            Double p = tests.adjusted()[i];
            all.add(new AucComparison(
                    tooFew ? Verdict.TOO_FEW : Verdict.of(difference.difference(), p),
                    p,
                    difference,
                    Verdict.eventsNeeded(difference.difference(), difference.standardError(), events, tests.number())));
        }
        return all;
    }
}
