package outrider.casefile.checks;

import outrider.casefile.Check;
import outrider.casefile.CheckedReport;
import outrider.casefile.Figures;
import outrider.casefile.NumberText;
import outrider.casefile.Paragraph;

/** Whether each part holds enough events, and enough others. */
public final class EnoughEvents extends Check {
    public EnoughEvents() {
        super(
                "enoughEvents",
                "Enough events",
                "Training holds {training} events or more, validation {validation} and the reserve {reserve}, and as many others each.",
                new Limit("training", 200),
                new Limit("validation", 100),
                new Limit("reserve", 100));
    }

    @Override
    protected Finding of(CheckedReport report) {
        double training = report.limit("training");
        double validation = report.limit("validation");
        double reserve = report.limit("reserve");
        Figures.Split split = report.figures().source().split();
        Figures.Part own = report.figures().trust().reserve() == null
                ? null
                : report.figures().trust().reserve().part();
        boolean passes = enough(split.training(), training)
                && enough(split.validation(), validation)
                && (own == null || enough(own, reserve));
        return new Finding(
                passes,
                "Training holds " + both(report, split.training()) + " (demanded " + NumberText.number(training)
                        + " of each), validation " + both(report, split.validation()) + " ("
                        + NumberText.number(validation)
                        + "), "
                        + (own == null
                                ? split.held() ? "the reserve is sealed" : "there is no reserve"
                                : "the reserve " + both(report, own))
                        + " (" + NumberText.number(reserve) + ").",
                Paragraph.DATA);
    }

    private static boolean enough(Figures.Part part, double demanded) {
        return part.fewest() >= demanded;
    }

    private static String both(CheckedReport report, Figures.Part part) {
        return NumberText.count(part.events()) + " "
                + report.brief().asked().words().events() + " and " + NumberText.count(part.records() - part.events())
                + " others"
                + (part.units() == null
                        ? ""
                        : ", or " + NumberText.count(part.units()) + " of the fewer where every value of "
                                + report.brief().taken().split().groupBy() + " counts once");
    }
}
