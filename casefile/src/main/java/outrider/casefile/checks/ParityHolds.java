package outrider.casefile.checks;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.Normal;
import outrider.casefile.Check;
import outrider.casefile.CheckedReport;
import outrider.casefile.Figures;
import outrider.casefile.NumberText;
import outrider.casefile.Paragraph;
import outrider.errors.Parity;

/** Whether segments that the brief protects fare as the rest does (METHODS section 8). */
public final class ParityHolds extends Check {
    public ParityHolds() {
        super(
                "parity",
                "Parity of protected segments",
                "In no level of a protected segment of {eventsAtLeast} events or more is the capture rate, or what came of what was promised, surely below {ratioAtLeast} of the rest's or above its inverse; intervals widened for how many there are.",
                new Limit("eventsAtLeast", 20),
                new Limit("ratioAtLeast", 0.8));
    }

    private record Judged(String words, Parity.@Nullable Measured measured) {}

    @Override
    protected Finding of(CheckedReport report) {
        double least = report.limit("ratioAtLeast");
        double events = report.limit("eventsAtLeast");
        Figures.Failures failures = report.figures().trust().failures();
        List<Judged> judged = new ArrayList<>();
        for (Figures.ParityRow row : failures == null ? List.<Figures.ParityRow>of() : failures.parity()) {
            if (!row.parityAsked() || row.events() < events) continue;
            String whom = row.column() + " " + row.level();
            judged.add(new Judged(whom + ": capture rate", row.parity().capture()));
            if (row.parity().observed() != null) {
                judged.add(new Judged(whom + ": came of promised", row.parity().observed()));
            }
        }
        if (judged.isEmpty()) {
            return new Finding(
                    true,
                    "No segment with events enough is marked as protected, on Data, so there is none to hold.",
                    Paragraph.FAILURES);
        }
        double widened = Normal.critical(0.05 / judged.size()) / Normal.Z95;
        List<String> apart = judged.stream()
                .filter(j -> isApart(j.measured(), least, widened))
                .map(j -> j.words() + " " + NumberText.fixed(ratio(j.measured()), 2) + " times the rest's")
                .toList();
        String words = apart.isEmpty()
                ? judged.size() + " figures of protected segments are within " + NumberText.number(least) + " to "
                        + NumberText.fixed(1 / least, 2) + " times the rest's, as far as can be told."
                : CheckedReport.named(apart) + " (allowed " + NumberText.number(least) + " to "
                        + NumberText.fixed(1 / least, 2) + ").";
        return new Finding(apart.isEmpty(), words, Paragraph.FAILURES);
    }

    private static boolean isApart(Parity.@Nullable Measured m, double least, double widened) {
        if (m == null || m.ratioLow() == null || m.ratioHigh() == null) return false;
        double middle = Math.sqrt(m.ratioLow() * m.ratioHigh());
        double factor = Math.pow(m.ratioHigh() / middle, widened);
        return middle * factor < least || middle / factor > 1 / least;
    }

    private static @Nullable Double ratio(Parity.@Nullable Measured m) {
        return m == null ? null : m.ratio();
    }
}
