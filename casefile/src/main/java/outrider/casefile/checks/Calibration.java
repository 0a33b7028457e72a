package outrider.casefile.checks;

import static java.util.Objects.requireNonNull;

import outrider.casefile.Check;
import outrider.casefile.CheckedReport;
import outrider.casefile.NumberText;
import outrider.casefile.Paragraph;
import outrider.measure.ProbabilityQuality;

/** Whether probabilities mean what they say (METHODS section 3). */
public final class Calibration extends Check {
    /** An interval of the slope wider than this says nothing. */
    private static final double VAGUE = 20;

    public Calibration() {
        super(
                "calibration",
                "Calibration",
                "Some of the calibration slope's 95 % interval lies between {slopeFrom} and {slopeTo}, and the mean error over ten bands is at most {errorAtMost} more than a perfect forecast of this size would show.",
                new Limit("slopeFrom", 0.8),
                new Limit("slopeTo", 1.25),
                new Limit("errorAtMost", 0.02));
    }

    @Override
    protected Finding of(CheckedReport report) {
        var quality = report.figures().trust().calibration();
        if (quality == null) {
            return new Finding(
                    true,
                    "The score is no probability; the cut goes by rank, so none is needed.",
                    Paragraph.CALIBRATION);
        }
        double from = report.limit("slopeFrom");
        double to = report.limit("slopeTo");
        double error = report.limit("errorAtMost");
        boolean slopeOff = quality.line().slope() != null
                && (requireNonNull(quality.line().slopeHigh()) < from
                        || requireNonNull(quality.line().slopeLow()) > to);
        double excess = quality.error().ece() - quality.perfect();
        String slope = quality.line().slope() == null ? "No calibration line can be fitted" : told(quality, from, to);
        return new Finding(
                !slopeOff && excess <= error,
                slope + ", mean error " + NumberText.fixed(quality.error().ece(), 4)
                        + " where a perfect forecast would show " + NumberText.fixed(quality.perfect(), 4)
                        + " (allowed " + NumberText.number(error) + " more).",
                Paragraph.CALIBRATION);
    }

    private static String told(ProbabilityQuality quality, double from, double to) {
        double low = requireNonNull(quality.line().slopeLow());
        double high = requireNonNull(quality.line().slopeHigh());
        boolean vague = high - low > VAGUE;
        return (vague
                        ? "The probabilities hardly differ, so their slope cannot be told"
                        : "Slope " + NumberText.fixed(quality.line().slope(), 2))
                + " (95 % interval " + (vague ? NumberText.count(low) : NumberText.fixed(low, 2)) + " to "
                + (vague ? NumberText.count(high) : NumberText.fixed(high, 2)) + "; allowed "
                + NumberText.number(from) + " to " + NumberText.number(to) + ")";
    }
}
