package outrider.casefile.checks;

import java.util.List;
import outrider.casefile.Check;
import outrider.casefile.CheckedReport;
import outrider.casefile.ColumnUse;
import outrider.casefile.Figures;
import outrider.casefile.NumberText;
import outrider.casefile.Paragraph;

/** Whether every input is known soon enough after the decision. */
public final class InputsInTime extends Check {
    public InputsInTime() {
        super(
                "inputsInTime",
                "Inputs known in time",
                "The last input is known at most {daysAtMost} days after the decision.",
                new Limit("daysAtMost", 7));
    }

    @Override
    protected Finding of(CheckedReport report) {
        double limit = report.limit("daysAtMost");
        List<Figures.ColumnRow> inputs = report.figures().source().columns().stream()
                .filter(c -> c.use() == ColumnUse.INPUT)
                .toList();
        List<String> late = inputs.stream()
                .filter(c -> c.knownAfterDays() != null && c.knownAfterDays() > limit)
                .map(c -> c.column() + " (" + c.knownAfterDays() + " days)")
                .toList();
        long undated = inputs.stream().filter(c -> c.knownAfterDays() == null).count();
        String words = late.isEmpty()
                ? undated == 0
                        ? "All " + inputs.size() + " inputs are known within " + NumberText.number(limit) + " days."
                        : undated + " of " + inputs.size() + " inputs: nobody said when they are known."
                : "Later than " + NumberText.number(limit) + " days: " + CheckedReport.named(late) + ".";
        return new Finding(late.isEmpty() && undated == 0, words, Paragraph.INPUTS);
    }
}
