package outrider.check;

import org.jspecify.annotations.Nullable;
import outrider.measure.ProbabilityQuality;
import outrider.uncertainty.AucUncertainty;
import outrider.uncertainty.Verdict;

/**
 * What a candidate's alarms look at.
 *
 * @param outOfFold of training; null where there are no such scores
 * @param validation of the same candidate
 * @param fewest events or non-events of either part, whichever is the least; below {@link Verdict#FEWEST} errors are not believed
 * @param apart identifiers that the split does not keep together; null where there are none, or it does
 * @param quality on validation; null where the score is no probability
 */
public record CandidateEvidence(
        AucUncertainty.@Nullable Interval outOfFold,
        AucUncertainty.Interval validation,
        int fewest,
        @Nullable ProbabilityQuality quality,
        @Nullable Apart apart) {

    /** @param units of {@code all} values of an identifier have records in more than one part */
    public record Apart(String column, int units, int all) {}

    /**
     * Out of fold less validation, in standard errors of independent parts (Hanley and McNeil 1982); null where unknown, where too few say it,
     * or where either score is the same for every record.
     */
    public @Nullable Double standardisedGap() {
        if (fewest < Verdict.FEWEST) return null;
        if (outOfFold == null || outOfFold.standardError() == null || validation.standardError() == null) return null;
        if (outOfFold.ofConstant() || validation.ofConstant()) return null;
        double error = Math.hypot(outOfFold.standardError(), validation.standardError());
        double gap = outOfFold.auc() - validation.auc();
        return error == 0 ? gap == 0 ? 0 : Math.copySign(Double.POSITIVE_INFINITY, gap) : gap / error;
    }
}
