package outrider.server.comparison;

import java.util.List;
import outrider.check.Alarm;
import outrider.doubt.AucDoubt;
import outrider.stakes.NetValue;

/**
 * Everything Compare shows of the validation part. Curves run over points of the ranking: {@code records}, {@code events} and
 * {@code gain} (over nobody) have one entry more than {@code scores}, the first being "nobody". Between points everything is
 * linear.
 *
 * @param eventFactor by which events count for the planned rate; 1 without one
 * @param otherFactor the same of non-events
 * @param eventRate planned, or the part's own
 * @param capacityRecords the capacity in this part's records, or null
 * @param cut null until one is set
 */
public record ComparisonView(
        int records,
        int events,
        double eventRate,
        double eventFactor,
        double otherFactor,
        Double breakEven,
        Double capacityRecords,
        double campaignFactor,
        Long leader,
        boolean sealed,
        CutView cut,
        List<Row> candidates) {

    public record CutView(long candidateId, double records, String rule) {}

    /**
     * @param verdict against the leader: leader, ahead, behind or not separable
     * @param adjustedP Holm-adjusted p value of the difference of AUC; null where there is none
     * @param exact whether the curve holds every point; else the nearest points of a fine grid of depths
     * @param slivers event rate of equal slivers of the ranked population, highest scores first
     * @param breakEvenRecords records whose score reaches the break-even probability; null for plain scores
     */
    public record Row(
            long id,
            String name,
            String kind,
            String kindWords,
            boolean reference,
            boolean probability,
            int inputs,
            AucDoubt.Interval auc,
            double trainingAuc,
            String verdict,
            Double adjustedP,
            List<Alarm> alarms,
            boolean exact,
            double[] records,
            double[] events,
            double[] gain,
            double[] scores,
            BandView band,
            double[] trainingDepth,
            double[] trainingCapture,
            double[] slivers,
            NetValue.Cut best,
            Double breakEvenRecords,
            int looks) {}

    /** 95 % bootstrap bounds along the depth. */
    public record BandView(
            double[] depth, double[] captureLow, double[] captureHigh, double[] gainLow, double[] gainHigh) {}
}
