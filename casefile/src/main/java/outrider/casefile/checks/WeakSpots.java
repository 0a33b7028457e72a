package outrider.casefile.checks;

import java.util.List;
import outrider.casefile.Check;
import outrider.casefile.CheckedReport;
import outrider.casefile.ColumnSetup;
import outrider.casefile.Figures;
import outrider.casefile.NumberText;
import outrider.casefile.Paragraph;

/** Whether promises are kept in every group that was found weak and confirmed (METHODS section 8). */
public final class WeakSpots extends Check {
    public WeakSpots() {
        super(
                "weakSpots",
                "No weak spot",
                "In no confirmed weak spot do events surely come more than {timesAtMost} times as often as promised, or as much less; groups by whom was acted on before are left out, as acting changes what comes.",
                new Limit("timesAtMost", 1.5));
    }

    @Override
    protected Finding of(CheckedReport report) {
        double times = report.limit("timesAtMost");
        Figures.Failures failures = report.figures().trust().failures();
        List<Figures.Spot> spots = failures == null ? null : failures.spots();
        if (spots == null) {
            return new Finding(
                    true, "The score is no probability: there is no promise to hold it to.", Paragraph.FAILURES);
        }
        List<Figures.Spot> own = spots.stream()
                .filter(s -> s.columns().stream()
                        .noneMatch(column -> report.brief().column(column).role() == ColumnSetup.Role.ACTED))
                .toList();
        List<String> far = own.stream()
                .filter(s -> s.low() > times || s.high() < 1 / times)
                .map(s -> s.words() + " (" + NumberText.count(s.observed()) + " came, " + NumberText.count(s.promised())
                        + " were promised)")
                .toList();
        String acted = own.size() == spots.size() ? "" : ", but for those that acting before explains";
        String words = own.isEmpty()
                ? "No group of one or two conditions breaks its promise beyond chance" + acted + "."
                : far.isEmpty()
                        ? own.size() + (own.size() == 1 ? " group breaks" : " groups break")
                                + " its promise beyond chance" + acted + ", none surely by more than "
                                + NumberText.number(times)
                                + " times."
                        : "Promises are broken by more than " + NumberText.number(times) + " times in "
                                + CheckedReport.named(far) + ".";
        return new Finding(far.isEmpty(), words, Paragraph.FAILURES);
    }
}
