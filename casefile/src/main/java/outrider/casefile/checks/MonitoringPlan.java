package outrider.casefile.checks;

import java.util.Locale;
import outrider.casefile.AuthorText;
import outrider.casefile.Check;
import outrider.casefile.CheckedReport;
import outrider.casefile.NumberText;
import outrider.casefile.Paragraph;

/** Whether it is said what will be watched, how often and by whom. */
public final class MonitoringPlan extends Check {
    public MonitoringPlan() {
        super(
                "monitoring",
                "Monitoring plan",
                "The monitoring plan has {linesAtLeast} complete lines or more.",
                new Limit("linesAtLeast", 2));
    }

    @Override
    protected Finding of(CheckedReport report) {
        double limit = report.limit("linesAtLeast");
        long whole = report.brief().authorText().monitoring().stream()
                .filter(AuthorText.Watch::whole)
                .count();
        return new Finding(
                whole >= limit,
                String.format(
                        Locale.ROOT,
                        "%d complete %s (what, limit, how often, who); demanded %s.",
                        whole,
                        whole == 1 ? "line" : "lines",
                        NumberText.number(limit)),
                Paragraph.MONITORING);
    }
}
