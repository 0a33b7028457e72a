package outrider.casefile.checks;

import static java.util.Objects.requireNonNull;

import java.util.Map;
import outrider.casefile.Check;
import outrider.casefile.CheckedReport;
import outrider.casefile.Figures;
import outrider.casefile.NumberText;
import outrider.casefile.Paragraph;
import outrider.check.CandidateEvidence;
import outrider.check.DoesNotCarryOver;

/** Whether AUC out of fold on training and on validation are the same within their errors (METHODS section 9). */
public final class CarriesOver extends Check {
    public CarriesOver() {
        super(
                "carriesOver",
                "Carries over to validation",
                "The AUC out of fold and the AUC on validation lie at most {gapAtMost} apart, or at most 2.58 standard errors.",
                new Limit("gapAtMost", 0.02));
    }

    /** What policies called it while training was held against validation itself. */
    @Override
    public String nameBefore() {
        return "trainingGap";
    }

    @Override
    public Map<String, String> limitsBefore() {
        return Map.of("atMost", "gapAtMost");
    }

    @Override
    protected Finding of(CheckedReport report) {
        double limit = report.limit("gapAtMost");
        Figures.CandidateRow row = report.figures().chosenRow();
        Figures.Split split = report.figures().source().split();
        int fewest = Math.min(split.training().fewest(), split.validation().fewest());
        Double z = new CandidateEvidence(row.outOfFold(), row.auc(), fewest, null, null).standardisedGap();
        if (z == null) return new Finding(true, whyNot(row), Paragraph.COMPARISON);
        double gap = requireNonNull(row.outOfFold()).auc() - row.auc().auc();
        boolean apart = Math.abs(gap) > limit && Math.abs(z) >= DoesNotCarryOver.ERRORS_APART;
        return new Finding(
                !apart,
                "AUC " + NumberText.fixed(row.outOfFold().auc(), 3) + " out of fold on training, "
                        + NumberText.fixed(row.auc().auc(), 3) + " on validation: " + NumberText.fixed(Math.abs(gap), 3)
                        + " or " + NumberText.fixed(Math.abs(z), 1) + " standard errors apart; allowed "
                        + NumberText.number(limit) + ", or less than "
                        + NumberText.number(DoesNotCarryOver.ERRORS_APART)
                        + " standard errors.",
                Paragraph.COMPARISON);
    }

    private static String whyNot(Figures.CandidateRow row) {
        if (row.outOfFold() == null) {
            return "No model was fitted without some of training's records, so there is nothing to hold against validation.";
        }
        if (row.auc().ofConstant() || row.outOfFold().ofConstant()) {
            return "The score is the same for every record, "
                    + (row.auc().ofConstant() ? "on validation" : "out of fold")
                    + ", so nothing can be held against validation.";
        }
        return "Too few events or non-events for an error of the AUC, so nothing can be held against validation.";
    }
}
