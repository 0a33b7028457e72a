package outrider.casefile.checks;

import java.util.List;
import outrider.casefile.Check;
import outrider.casefile.CheckedReport;
import outrider.casefile.Figures;
import outrider.casefile.Paragraph;
import outrider.check.Alarm;
import outrider.check.Alarms;
import outrider.check.TooGood;

/** Whether no input rings a leak alarm that nobody answered, and the candidate is not too good. */
public final class NoOpenLeak extends Check {
    private static final String TOO_GOOD = new TooGood().code();

    public NoOpenLeak() {
        super("noOpenLeak", "No open leak alarm", "No input is suspected of a leak without somebody's answer.");
    }

    @Override
    protected Finding of(CheckedReport report) {
        List<String> open = report.figures().source().columns().stream()
                .filter(c -> c.alarms().stream().anyMatch(a -> a.leak() && a.answer() == null))
                .map(Figures.ColumnRow::column)
                .toList();
        String rung = report.figures().chosenRow().alarms().stream()
                .filter(Alarms::leak)
                .map(NoOpenLeak::said)
                .findFirst()
                .orElse("");
        String words = !open.isEmpty()
                ? "Open on " + CheckedReport.named(open) + "."
                : !rung.isEmpty() ? rung : "No input rings a leak alarm that nobody answered.";
        return new Finding(open.isEmpty() && rung.isEmpty(), words, Paragraph.ALARMS);
    }

    private static String said(Alarm alarm) {
        return alarm.kind().equals(TOO_GOOD)
                ? "The validation AUC is too good to be true."
                : "The candidate rings “" + alarm.name() + "”.";
    }
}
