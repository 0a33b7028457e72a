package outrider.server.comparison;

import java.util.List;
import outrider.check.Alarm;
import outrider.doubt.AucDoubt;
import outrider.stakes.NetValue;

/**
 * Everything Compare and Threshold show of the validation part at any cut. Curves run over points of the ranking: {@code records}
 * and {@code events} have one entry more than {@code scores}, the first being "nobody". Between points everything is linear.
 *
 * @param eventFactor by which events count for the planned rate; 1 without one
 * @param otherFactor the same of non-events
 * @param eventRate planned, or the part's own
 * @param capacityRecords the capacity in this part's records, or null
 * @param worth what acting adds to acting on nobody
 * @param nobody net value of acting on nobody
 * @param valueColumn by whose value money is counted, or null; {@code totalValue} that of all events
 * @param leader against whom verdicts are
 * @param cut null until one is set
 * @param depths at which intervals are known
 */
public record ComparisonView(
        int records,
        int events,
        int trainingRecords,
        int trainingEvents,
        double eventRate,
        double eventFactor,
        double otherFactor,
        Double breakEven,
        Double capacityRecords,
        double campaignFactor,
        NetValue.Worth worth,
        double nobody,
        String valueColumn,
        double totalValue,
        Long leader,
        Long bestReference,
        boolean sealed,
        CutView cut,
        double[] depths,
        LooksView looks,
        List<Row> candidates) {

    public record CutView(long candidateId, double records, String rule) {}

    /**
     * How often validation was used.
     *
     * @param looks at its figures with news in them since the one before
     * @param choices of a candidate or a rule for the cut
     * @param compared candidates, references left out
     * @param aucOptimism by how much the best AUC of so many looks better than it is; null for one candidate
     */
    public record LooksView(int looks, int choices, int compared, Double aucOptimism) {}

    /**
     * @param verdict by AUC against the leader: leader, ahead, behind or not separable
     * @param adjustedP Holm-adjusted p value of the difference of AUC; null where there is none
     * @param aucDifference to the leader
     * @param eventsNeeded to tell that difference, four times in five; null for none
     * @param beatsReference whether its AUC is told apart from the best reference's; null for references
     * @param waitDays days after the decision until its last input is known, null where no input's time is known
     * @param lastInput the input of that; {@code undated} inputs whose time nobody said
     * @param error of the curve in depth and capture; 0 where it holds every point
     * @param events by points; {@code valued} their summed values, null without a value column
     * @param slivers event rate of equal slivers of the ranked population, highest scores first
     * @param breakEvenRecords records whose score reaches the break-even probability; null for plain scores
     * @param against intervals of differences to the leader; null for the leader
     */
    public record Row(
            long id,
            String name,
            String kind,
            String kindWords,
            boolean reference,
            boolean probability,
            int inputs,
            Integer waitDays,
            String lastInput,
            int undated,
            AucDoubt.Interval auc,
            double trainingAuc,
            String verdict,
            Double adjustedP,
            Double aucDifference,
            Double eventsNeeded,
            Boolean beatsReference,
            List<Alarm> alarms,
            double error,
            double[] records,
            double[] events,
            double[] valued,
            double[] scores,
            BandView band,
            AgainstView against,
            double[] trainingDepth,
            double[] trainingCapture,
            double[] slivers,
            NetValue.Cut best,
            Double breakEvenRecords,
            int looks) {}

    /** 95 % bootstrap bounds at each of the depths; events scaled to the part's records. */
    public record BandView(
            double[] captureLow,
            double[] captureHigh,
            double[] eventsLow,
            double[] eventsHigh,
            double[] gainLow,
            double[] gainHigh) {}

    /** The same of the paired difference to the leader, with Holm-adjusted p values of the money. */
    public record AgainstView(
            double[] captureLow,
            double[] captureHigh,
            double[] eventsLow,
            double[] eventsHigh,
            double[] gainLow,
            double[] gainHigh,
            double[] adjustedP) {}
}
