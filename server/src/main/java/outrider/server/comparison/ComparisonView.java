package outrider.server.comparison;

import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.casefile.CutRule;
import outrider.check.Alarm;
import outrider.exchange.CutComparison;
import outrider.exchange.CutFigures;
import outrider.exchange.DecidingKind;
import outrider.stakes.NetValue;
import outrider.uncertainty.AucUncertainty;
import outrider.uncertainty.Verdict;

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
 * @param leader against whom verdicts are; {@code leaderNamed} whether somebody named it, else the deciding measure chose it
 * @param decidesBy the deciding measure in words, {@code deciding} which it is
 * @param cut null until one is set
 * @param at figures at that cut, or at the leader's best one; null without candidates
 * @param depths at which the bounds that charts draw are known
 */
public record ComparisonView(
        int records,
        int events,
        int trainingRecords,
        int trainingEvents,
        double eventRate,
        double eventFactor,
        double otherFactor,
        @Nullable Double breakEven,
        @Nullable Double capacityRecords,
        double campaignFactor,
        NetValue.Worth worth,
        double nobody,
        @Nullable String valueColumn,
        double totalValue,
        @Nullable Long leader,
        boolean leaderNamed,
        DecidingKind deciding,
        String decidesBy,
        @Nullable Long bestReference,
        boolean sealed,
        @Nullable CutView cut,
        @Nullable AtView at,
        double[] depths,
        LooksView looks,
        List<Row> candidates) {

    public record CutView(long candidateId, double records, CutRule rule) {}

    /**
     * How often validation was used.
     *
     * @param looks at its figures with news in them since the one before
     * @param choices of a candidate or a rule for the cut
     * @param compared candidates, references left out
     * @param optimism by how much the best of so many by the deciding measure looks better than it is; null for one candidate
     */
    public record LooksView(
            int looks, int choices, int compared, @Nullable Double optimism) {}

    /**
     * @param outOfFold AUC on training by models that did not see the record; null where there is none
     * @param decides the deciding measure; a net value is the gain over nobody
     * @param verdict by AUC against the leader
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
     */
    public record Row(
            long id,
            String name,
            String kind,
            String kindWords,
            boolean reference,
            boolean probability,
            int inputs,
            @Nullable Integer waitDays,
            @Nullable String lastInput,
            int undated,
            AucUncertainty.Interval auc,
            double trainingAuc,
            AucUncertainty.@Nullable Interval outOfFold,
            double decides,
            Verdict verdict,
            @Nullable Double adjustedP,
            @Nullable Double aucDifference,
            @Nullable Double eventsNeeded,
            @Nullable Boolean beatsReference,
            List<Alarm> alarms,
            double error,
            double[] records,
            double[] events,
            double @Nullable [] valued,
            double[] scores,
            BandView band,
            double[] trainingDepth,
            double[] trainingCapture,
            double[] slivers,
            NetValue.Cut best,
            @Nullable Double breakEvenRecords,
            int looks) {}

    /** 95 % bootstrap bounds at each of the depths, to be drawn. */
    public record BandView(
            double[] captureLow,
            double[] captureHigh,
            double[] precisionLow,
            double[] precisionHigh,
            double[] gainLow,
            double[] gainHigh) {}

    /** Everything at one cut, intervals drawn at that very cut, in the order of the comparison. */
    public record AtView(double records, @Nullable Long leader, List<AtRow> candidates) {}

    /** @param against the leader; null for the leader itself */
    public record AtRow(long id, CutFigures figures, CutComparison.@Nullable At against) {}
}
