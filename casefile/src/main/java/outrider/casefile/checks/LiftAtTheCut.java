package outrider.casefile.checks;

import outrider.casefile.Check;
import outrider.casefile.CheckedReport;
import outrider.casefile.NumberText;
import outrider.casefile.Paragraph;
import outrider.exchange.CutFigures;

/** At most half of what can be reached above 1 at this depth and event rate is demanded. */
public final class LiftAtTheCut extends Check {
    public LiftAtTheCut() {
        super(
                "lift",
                "Lift at the cut",
                "Events are at least {atLeast} times as frequent among those acted on as among all, or half of what can be reached above 1 at this depth and event rate.",
                new Limit("atLeast", 1.5));
    }

    @Override
    protected Finding of(CheckedReport report) {
        double limit = report.limit("atLeast");
        CutFigures v = report.figures().cut().validation();
        if (v.reach().lift() == null) return new Finding(false, "Nobody is acted on.", Paragraph.THRESHOLD);
        double rate = (v.counts().caught() + v.counts().missed())
                / (v.counts().caught()
                        + v.counts().missed()
                        + v.counts().falseAlarms()
                        + v.counts().leftAlone());
        double reachable = Math.min(1 / rate, 1 / v.counts().depth());
        double demanded = Math.min(limit, 1 + (reachable - 1) / 2);
        boolean less = demanded < limit;
        return new Finding(
                v.reach().lift() >= demanded,
                "Lift " + NumberText.fixed(v.reach().lift(), 2) + "; demanded " + NumberText.fixed(demanded, 2)
                        + " or more"
                        + (less
                                ? " (not the " + NumberText.number(limit)
                                        + " of the policy, because at this depth and event rate"
                                : ". At this depth and event rate")
                        + " at most " + NumberText.fixed(reachable, 2) + " can be reached"
                        + (less ? ")." : "."),
                Paragraph.THRESHOLD);
    }
}
