package outrider.casefile.checks;

import java.util.List;
import outrider.casefile.Check;
import outrider.casefile.CheckedReport;
import outrider.casefile.Figures;
import outrider.casefile.Paragraph;
import outrider.uncertainty.Verdict;

/** Whether every reference is told to be behind by AUC. */
public final class BeatsReferences extends Check {
    public BeatsReferences() {
        super(
                "beatsReferences",
                "Beats every reference",
                "By AUC the candidate is ahead of every reference that is compared.");
    }

    @Override
    protected Finding of(CheckedReport report) {
        List<Figures.CandidateRow> references = report.figures().contest().candidates().stream()
                .filter(Figures.CandidateRow::reference)
                .toList();
        List<String> unbeaten = references.stream()
                .filter(r -> r.byAuc().verdict() != Verdict.BEHIND)
                .map(Figures.CandidateRow::name)
                .toList();
        String words = references.isEmpty()
                ? "No reference was compared: add the base rate or group rates."
                : unbeaten.isEmpty()
                        ? "Ahead of "
                                + CheckedReport.named(references.stream()
                                        .map(Figures.CandidateRow::name)
                                        .toList()) + " by AUC."
                        : "Not separable from, or behind, " + CheckedReport.named(unbeaten) + " by AUC.";
        return new Finding(!references.isEmpty() && unbeaten.isEmpty(), words, Paragraph.COMPARISON);
    }
}
