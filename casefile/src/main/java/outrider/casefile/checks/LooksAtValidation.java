package outrider.casefile.checks;

import outrider.casefile.Check;
import outrider.casefile.CheckedReport;
import outrider.casefile.NumberText;
import outrider.casefile.Paragraph;

/** Whether validation was not looked at too often. */
public final class LooksAtValidation extends Check {
    public LooksAtValidation() {
        super(
                "looks",
                "Looks at validation",
                "Validation was looked at {atMost} times at most.",
                new Limit("atMost", 30));
    }

    @Override
    protected Finding of(CheckedReport report) {
        double limit = report.limit("atMost");
        if (report.history().looks() == null) {
            return new Finding(true, "Computed without anybody looking.", Paragraph.CANDIDATES);
        }
        return new Finding(
                report.history().looks() <= limit,
                "Validation was looked at " + report.history().looks() + " times; allowed " + NumberText.number(limit)
                        + ".",
                Paragraph.CANDIDATES);
    }
}
