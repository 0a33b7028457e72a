package outrider.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import outrider.doubt.AucDoubt;
import outrider.doubt.Verdict;
import outrider.measure.ProbabilityQuality;

/** The alarms of one candidate (METHODS section 9). References ring none. */
public final class CandidateAlarms {
    public static final double TOO_GOOD = 0.99;
    /** Out-of-fold and validation AUC differ where they are this far apart and by this many standard errors. */
    public static final double APART = 0.02;

    public static final double ERRORS_APART = 2.58;

    private CandidateAlarms() {}

    /**
     * @param outOfFold of training; null where there are no such scores
     * @param validation of the same candidate
     * @param fewest events or non-events of either part, whichever is the least; below {@link Verdict#FEWEST} errors are not believed
     * @param quality on validation; null where the score is no probability
     */
    public static List<Alarm> of(
            AucDoubt.Interval outOfFold, AucDoubt.Interval validation, int fewest, ProbabilityQuality quality) {
        List<Alarm> alarms = new ArrayList<>();
        if (validation.auc() >= TOO_GOOD) {
            alarms.add(new Alarm(
                    AlarmKind.TOO_GOOD,
                    String.format(
                            Locale.ROOT,
                            "Validation AUC is %.3f. An input may know the outcome: look for columns that are filled in afterwards.",
                            validation.auc())));
        }
        Double z = standardisedGap(outOfFold, validation, fewest);
        if (z != null && Math.abs(z) >= ERRORS_APART) {
            double gap = outOfFold.auc() - validation.auc();
            if (Math.abs(gap) >= APART) alarms.add(carriesNotOver(outOfFold.auc(), validation.auc(), z));
        }
        if (quality != null && quality.slopeHigh() != null && quality.slopeHigh() < 1) {
            alarms.add(new Alarm(
                    AlarmKind.PROMISES_TOO_MUCH,
                    String.format(
                            Locale.ROOT,
                            "Its high probabilities come out lower and its low ones higher: calibration slope %.2f (95 %% interval %.2f to %.2f, below 1). Recalibrate it, or use a stronger penalty.",
                            quality.slope(),
                            quality.slopeLow(),
                            quality.slopeHigh())));
        }
        return alarms;
    }

    /** Out of fold less validation, in standard errors of independent parts (Hanley and McNeil 1982); null where unknown, or where too few say it. */
    public static Double standardisedGap(AucDoubt.Interval outOfFold, AucDoubt.Interval validation, int fewest) {
        if (fewest < Verdict.FEWEST) return null;
        if (outOfFold == null || outOfFold.standardError() == null || validation.standardError() == null) return null;
        double error = Math.hypot(outOfFold.standardError(), validation.standardError());
        double gap = outOfFold.auc() - validation.auc();
        return error == 0 ? gap == 0 ? 0 : Math.copySign(Double.POSITIVE_INFINITY, gap) : gap / error;
    }

    private static Alarm carriesNotOver(double outOfFold, double validation, double z) {
        String remedy = z > 0
                ? "Validation's records differ from training's, or copies of one record lie in several folds: look at the split, and at columns that drift."
                : "Validation is easier than training: something of the outcome may have leaked into it. Look at how the parts were made.";
        return new Alarm(
                AlarmKind.DOES_NOT_CARRY_OVER,
                String.format(
                        Locale.ROOT,
                        "AUC is %.3f out of fold on training and %.3f on validation, %.1f standard errors apart. %s",
                        outOfFold,
                        validation,
                        Math.abs(z),
                        remedy));
    }
}
