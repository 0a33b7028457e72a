package outrider.casefile.checks;

import static java.util.Objects.requireNonNull;

import java.util.List;
import java.util.stream.Stream;
import outrider.base.Normal;
import outrider.casefile.Check;
import outrider.casefile.CheckedReport;
import outrider.casefile.Figures;
import outrider.casefile.NumberText;
import outrider.casefile.Paragraph;
import outrider.uncertainty.AucUncertainty;

/** Whether AUC holds in every segment and period with events enough. */
public final class Stability extends Check {
    public Stability() {
        super(
                "stability",
                "Stable over segments and time",
                "In no segment or period of {eventsAtLeast} events or more does the upper end of the AUC's interval, widened for how many there are, lie more than {aucDropAtMost} below the whole's.",
                new Limit("eventsAtLeast", 20),
                new Limit("aucDropAtMost", 0.03));
    }

    @Override
    protected Finding of(CheckedReport report) {
        double events = report.limit("eventsAtLeast");
        double drop = report.limit("aucDropAtMost");
        double whole = report.figures().chosenRow().auc().auc();
        Figures.Stability stability = report.figures().trust().stability();
        List<Figures.Group> judged = Stream.concat(stability.segments().stream(), stability.periods().stream())
                .filter(g -> g.events() >= events && g.auc() != null && g.auc().standardError() != null)
                .toList();
        double widened = Normal.critical(0.05 / Math.max(1, judged.size()));
        List<String> weak = judged.stream()
                .filter(g -> auc(g).auc() + widened * requireNonNull(auc(g).standardError()) < whole - drop)
                .map(g -> g.column() + " " + g.level() + " (AUC " + NumberText.fixed(auc(g).auc(), 3) + ")")
                .toList();
        String words = judged.isEmpty()
                ? "No segment or period with " + NumberText.number(events)
                        + " events or more: give columns the role segment or date on Data."
                : weak.isEmpty()
                        ? "AUC holds in all " + judged.size() + " segments and periods with "
                                + NumberText.number(events) + " events or more."
                        : "AUC drops in " + CheckedReport.named(weak) + ".";
        return new Finding(!judged.isEmpty() && weak.isEmpty(), words, Paragraph.STABILITY);
    }

    private static AucUncertainty.Interval auc(Figures.Group group) {
        return requireNonNull(group.auc());
    }
}
