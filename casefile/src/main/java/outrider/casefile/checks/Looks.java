package outrider.casefile.checks;

import outrider.casefile.Check;
import outrider.casefile.CheckedReport;
import outrider.casefile.Paragraph;
import outrider.casefile.Written;

/** Whether validation was not looked at too often. */
public final class Looks extends Check {
    public Looks() {
        super(
                "looks",
                "Looks at validation",
                "Validation was looked at {atMost} times at most.",
                new Limit("atMost", 30));
    }

    @Override
    protected Finding of(CheckedReport report) {
        double limit = report.limit("atMost");
        if (report.conduct().looks() == null) {
            return new Finding(true, "Computed without anybody looking.", Paragraph.CANDIDATES);
        }
        return new Finding(
                report.conduct().looks() <= limit,
                "Validation was looked at " + report.conduct().looks() + " times; allowed " + Written.number(limit)
                        + ".",
                Paragraph.CANDIDATES);
    }
}
