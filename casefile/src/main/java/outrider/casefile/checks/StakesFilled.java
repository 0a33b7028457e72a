package outrider.casefile.checks;

import java.util.ArrayList;
import java.util.List;
import outrider.casefile.Check;
import outrider.casefile.CheckedReport;
import outrider.casefile.Paragraph;
import outrider.stakes.Stakes;

/** Whether acting has a cost and events have a worth. */
public final class StakesFilled extends Check {
    public StakesFilled() {
        super("stakesFilled", "Stakes filled in", "Acting has a cost, and catching an event is worth something.");
    }

    @Override
    protected Finding of(CheckedReport report) {
        Stakes s = report.brief().decision().stakes();
        List<String> missing = new ArrayList<>();
        if (s.actionCost() == 0 && s.falseAlarmCost() == 0) missing.add("what acting costs");
        if (s.gainIfCaught() == 0 && s.missCost() == 0) missing.add("what an event caught or missed is worth");
        return new Finding(
                missing.isEmpty(),
                missing.isEmpty()
                        ? "Acting has a cost, and events have a worth."
                        : "Missing: " + String.join(", ", missing) + ".",
                Paragraph.THRESHOLD);
    }
}
