package outrider.casefile.checks;

import java.util.List;
import outrider.casefile.Check;
import outrider.casefile.CheckedReport;
import outrider.casefile.Figures;
import outrider.casefile.Paragraph;
import outrider.check.Alarms;

/** Whether no input rings a leak alarm that nobody answered, and the candidate is not too good. */
public final class NoOpenLeak extends Check {
    public NoOpenLeak() {
        super("noOpenLeak", "No open leak alarm", "No input is suspected of a leak without somebody's answer.");
    }

    @Override
    protected Finding of(CheckedReport report) {
        List<String> open = report.figures().source().columns().stream()
                .filter(c -> c.alarms().stream().anyMatch(a -> a.leak() && a.answer() == null))
                .map(Figures.ColumnRow::column)
                .toList();
        boolean tooGood = report.figures().chosenRow().alarms().stream().anyMatch(Alarms::leak);
        String words = open.isEmpty() && !tooGood
                ? "No input rings a leak alarm that nobody answered."
                : open.isEmpty()
                        ? "The validation AUC is too good to be true."
                        : "Open on " + CheckedReport.named(open) + ".";
        return new Finding(open.isEmpty() && !tooGood, words, Paragraph.ALARMS);
    }
}
