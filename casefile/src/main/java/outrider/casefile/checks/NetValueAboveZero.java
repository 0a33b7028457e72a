package outrider.casefile.checks;

import org.jspecify.annotations.Nullable;
import outrider.casefile.Check;
import outrider.casefile.CheckedReport;
import outrider.casefile.NumberText;
import outrider.casefile.Paragraph;

/** Whether the interval of the gain over nobody lies above 0. */
public final class NetValueAboveZero extends Check {
    public NetValueAboveZero() {
        super(
                "netValueAboveZero",
                "Interval of the gain above 0",
                "The lower end of the gain's 95 % interval, over acting on nobody, lies above 0.");
    }

    @Override
    protected Finding of(CheckedReport report) {
        Double low =
                campaign(report, report.figures().cut().validation().money().gainLow());
        Double high =
                campaign(report, report.figures().cut().validation().money().gainHigh());
        return new Finding(
                low != null && low > 0,
                "Gain over " + report.brief().asked().words().acting() + " nobody, for the campaign: 95 % interval "
                        + NumberText.money(report.brief(), low) + " to " + NumberText.money(report.brief(), high) + ".",
                Paragraph.THRESHOLD);
    }

    private static @Nullable Double campaign(CheckedReport report, @Nullable Double amount) {
        return amount == null ? null : amount * report.figures().cut().perCampaign();
    }
}
