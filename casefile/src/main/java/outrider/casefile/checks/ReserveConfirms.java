package outrider.casefile.checks;

import java.util.List;
import outrider.casefile.Check;
import outrider.casefile.CheckedReport;
import outrider.casefile.Figures;
import outrider.casefile.NumberText;
import outrider.casefile.Paragraph;

/** Whether no figure of the reserve lies further below validation than both intervals explain (METHODS section 4). */
public final class ReserveConfirms extends Check {
    public ReserveConfirms() {
        super(
                "reserveConfirms",
                "Reserve confirms",
                "No figure of the reserve lies so far below validation's that the intervals of both cannot explain it.");
    }

    @Override
    protected Finding of(CheckedReport report) {
        Figures.Reserve reserve = report.figures().trust().reserve();
        if (reserve == null) {
            return new Finding(
                    false,
                    report.figures().source().split().held()
                            ? "The reserve is still sealed."
                            : "There is no reserve: nothing can confirm the figures of validation.",
                    Paragraph.RESERVE);
        }
        List<String> below = reserve.comparison().stream()
                .filter(c -> !c.confirmed())
                .map(c -> NumberText.measure(c.measure()))
                .toList();
        return new Finding(
                below.isEmpty(),
                below.isEmpty()
                        ? "No figure of the reserve lies further below validation's than the intervals of both explain."
                        : "Further below validation than the intervals of both explain: " + String.join(", ", below)
                                + ".",
                Paragraph.RESERVE);
    }
}
