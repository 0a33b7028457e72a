package outrider.server.comparison;

import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.casefile.CutRule;
import outrider.check.Alarm;
import outrider.exchange.CutComparison;
import outrider.exchange.CutFigures;
import outrider.exchange.DecidingKind;
import outrider.stakes.NetValue;
import outrider.uncertainty.AucUncertainty;
import outrider.uncertainty.FewAmounts;
import outrider.uncertainty.Verdict;

/**
 * Everything Compare and Threshold show of the validation part at any cut. Curves run over points of the ranking: {@code records}
 * and {@code events} have one entry more than {@code scores}, the first being "nobody". Between points everything is linear.
 *
 * @param candidates in their order; of many only the leaders, and whoever leads, decides by the cut or is the best reference
 */
public record ComparisonView(
        ComparedPartView part,
        RateView rate,
        MoneyView money,
        OrderView order,
        ActingView acted,
        ValidationUseView validationUse,
        List<CandidateRow> candidates,
        DrawnView drawn) {

    /**
     * What figures are of: validation, and training beside it.
     *
     * @param events by weight where records have weights, and {@code trainingEvents} likewise
     * @param units how many values of the column that keeps records together have an event, and how many a record without; null where
     *     none does
     * @param weightColumn by which records count, in proportion, so that they add up to {@code records}; null where each counts once
     * @param sealed whether the reserve still is
     */
    public record ComparedPartView(
            int records,
            double events,
            @Nullable List<Integer> units,
            int trainingRecords,
            double trainingEvents,
            @Nullable String weightColumn,
            boolean sealed) {}

    /**
     * At which event rate figures are told.
     *
     * @param eventRate planned, or the part's own
     * @param eventFactor by which events count for the planned rate; 1 without one
     * @param otherFactor the same of non-events
     */
    public record RateView(double eventRate, double eventFactor, double otherFactor) {}

    /**
     * What acting costs and earns.
     *
     * @param capacityRecords the capacity in this part's records, or null
     * @param campaignFactor what a sum over the part is multiplied by for the campaign
     * @param worth what acting adds to acting on nobody
     * @param nobody net value of acting on nobody
     * @param valueColumn by whose value money is counted, or null; {@code totalValue} that of all events
     */
    public record MoneyView(
            @Nullable Double breakEven,
            @Nullable Double capacityRecords,
            double campaignFactor,
            NetValue.Worth worth,
            double nobody,
            @Nullable String valueColumn,
            double totalValue) {}

    /**
     * By what candidates are ordered.
     *
     * @param leader against whom verdicts are; {@code leaderNamed} whether somebody named it, else the deciding measure chose it
     * @param decidesBy the deciding measure in words, {@code deciding} which it is
     * @param others those of many that are not shown
     */
    public record OrderView(
            @Nullable Long leader,
            boolean leaderNamed,
            DecidingKind deciding,
            String decidesBy,
            @Nullable Long bestReference,
            List<Other> others) {}

    /**
     * Where one acts.
     *
     * @param cut null until one is set
     * @param at figures at that cut, or at the leader's best one; null without candidates
     */
    public record ActingView(
            @Nullable CutView cut, @Nullable AtView at) {}

    /**
     * What charts draw.
     *
     * @param depths at which the bounds are known
     * @param curves of the candidates, by {@link CandidateRow#drawn}; without those that the asker says it holds
     */
    public record DrawnView(double[] depths, Map<String, CurveView> curves) {}

    /** The cut that is kept with a brief. */
    public record CutView(long candidateId, double records, CutRule rule) {}

    /**
     * How often validation was used.
     *
     * @param looks at its figures with news in them since the one before
     * @param choices of a candidate or a rule for the cut
     * @param compared candidates, references left out
     * @param optimism by how much the best of so many by the deciding measure looks better than it is; null for one candidate
     */
    public record ValidationUseView(
            int looks, int choices, int compared, @Nullable Double optimism) {}

    /**
     * A candidate of a comparison: what it is, how it ranks, and its curve to draw.
     *
     * @param decides the deciding measure; a net value is the gain over nobody
     * @param drawn the key of its curve, which stays the same whatever the stakes
     * @param breakEvenRecords records whose score reaches the break-even probability; null for plain scores
     */
    public record CandidateRow(
            long id,
            String name,
            String kind,
            String kindWords,
            boolean reference,
            boolean probability,
            int inputs,
            Known known,
            AucUncertainty.Interval auc,
            TrainingView training,
            ByAuc byAuc,
            double decides,
            List<Alarm> alarms,
            String drawn,
            GainBand gain,
            NetValue.Cut best,
            @Nullable Double breakEvenRecords,
            int looks) {}

    /** A candidate that is not shown among the leaders, in the order of the comparison. */
    public record Other(
            long id,
            String name,
            boolean reference,
            AucUncertainty.Interval auc,
            double trainingAuc,
            List<Alarm> alarms) {}

    /**
     * When inputs are known.
     *
     * @param days after the decision until the last of them is; null where no input's time is known
     * @param last the input of that
     * @param undated inputs whose time nobody said
     */
    public record Known(@Nullable Integer days, @Nullable String last, int undated) {}

    /**
     * What it reaches on training.
     *
     * @param outOfFold by models that did not see the record; null where there is none
     */
    public record TrainingView(double auc, AucUncertainty.@Nullable Interval outOfFold) {}

    /**
     * How it stands by AUC.
     *
     * @param verdict against the leader
     * @param adjustedP Holm-adjusted p value of the difference; null where there is none
     * @param difference to the leader
     * @param eventsNeeded to tell that difference, four times in five; null for none
     * @param beatsReference whether it is told apart from the best reference's; null for references
     */
    public record ByAuc(
            Verdict verdict,
            @Nullable Double adjustedP,
            @Nullable Double difference,
            @Nullable Double eventsNeeded,
            @Nullable Boolean beatsReference) {}

    /**
     * A candidate's ranking of validation, at points: all of it that no stake changes.
     *
     * @param error in depth and capture; 0 where it holds every point
     * @param events by points; {@code valued} their summed values, null without a value column
     * @param slivers event rate of equal slivers of the ranked population, highest scores first
     * @param training its gains curve on training
     */
    public record CurveView(
            double error,
            double[] records,
            double[] events,
            double @Nullable [] valued,
            double[] scores,
            BandView band,
            double[] slivers,
            GainsView training) {}

    /** Points of a gains curve. */
    public record GainsView(double[] depth, double[] capture) {}

    /** 95 % bootstrap bounds at each of the depths, to be drawn. */
    public record BandView(double[] captureLow, double[] captureHigh, double[] precisionLow, double[] precisionHigh) {}

    /** The same of the gain over nobody. */
    public record GainBand(double[] low, double[] high) {}

    /** Everything at one cut, intervals drawn at that very cut, in the order of the comparison. */
    public record AtView(double records, @Nullable Long leader, List<AtRow> candidates) {}

    /**
     * A candidate at the cut, against the leader.
     *
     * @param against the leader; null for the leader itself
     * @param few why the interval of the gain may be too narrow; null where nothing speaks for that
     */
    public record AtRow(
            long id,
            CutFigures figures,
            CutComparison.@Nullable At against,
            @Nullable FewAmounts few) {}
}
