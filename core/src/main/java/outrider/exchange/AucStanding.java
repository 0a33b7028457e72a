package outrider.exchange;

import java.util.ArrayList;
import java.util.List;
import outrider.doubt.AucDoubt;
import outrider.doubt.Verdict;

/**
 * How a candidate stands by AUC against a leader on the same records (METHODS section 4).
 *
 * @param verdict "leader", "ahead", "behind" or "not separable"
 * @param adjustedP Holm-adjusted; null for the leader, and where the standard error is unknown
 * @param difference candidate less leader; null for the leader
 */
public record AucStanding(String verdict, Double adjustedP, AucDoubt.Difference difference) {
    public static final String LEADER = "leader";

    /** @param leader index of whom the others are compared with */
    public static List<AucStanding> of(List<AucDoubt> candidates, int leader) {
        Double[] p = new Double[candidates.size()];
        AucDoubt.Difference[] difference = new AucDoubt.Difference[p.length];
        for (int i = 0; i < p.length; i++) {
            if (i == leader) continue;
            difference[i] = candidates.get(i).minus(candidates.get(leader));
            p[i] = difference[i].pValue();
        }
        Double[] adjusted = Verdict.holm(p);
        List<AucStanding> standings = new ArrayList<>();
        for (int i = 0; i < p.length; i++) {
            String verdict = i == leader
                    ? LEADER
                    : Verdict.of(difference[i].difference(), adjusted[i]).words();
            standings.add(new AucStanding(verdict, adjusted[i], difference[i]));
        }
        return standings;
    }
}
