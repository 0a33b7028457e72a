package outrider.casefile;

import com.fasterxml.jackson.annotation.JsonAlias;
import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.Inline;
import outrider.base.Normal;
import outrider.check.Alarm;
import outrider.errors.Parity;
import outrider.exchange.AucComparison;
import outrider.exchange.CutComparison;
import outrider.exchange.CutFigures;
import outrider.exchange.DecidingKind;
import outrider.measure.BandRow;
import outrider.measure.ProbabilityQuality;
import outrider.table.Join;
import outrider.uncertainty.AucUncertainty;
import outrider.uncertainty.FewAmounts;

/**
 * Every figure of a report: what can be computed anew from the data and the recipe, and nothing else. Shares from 0 to 1, money
 * in the brief's currency, summed over validation unless said; figures at the cut are at the planned event rate where there is one.
 */
public record Figures(Source source, Contest contest, AtCut cut, Trust trust) {
    /**
     * What the figures are of.
     */
    public record Source(Data data, Split split, List<ColumnRow> columns) implements Inline {}

    /**
     * The candidates beside each other.
     *
     * @param deciding by what candidates are ordered, in words; {@code candidates} best first, references last; each at the chosen one's depth
     * @param chosen name of the proposed candidate
     * @param optimism of the best by the deciding measure for having been chosen among all, in its unit; null for fewer than two
     */
    public record Contest(
            Deciding deciding,
            List<CandidateRow> candidates,
            String chosen,
            @Nullable Double optimism) implements Inline {}

    /**
     * The chosen one at the cut.
     *
     * @param validation the chosen candidate at the cut
     * @param everybody acting on all, {@code gainOverNobody}
     * @param today how one acts today, at its own depth; null where nobody is acted on
     * @param perCampaign what a sum over validation is multiplied by for the campaign
     * @param breakEven event probability from which acting pays; null where there is none, and with a value column
     */
    public record AtCut(
            CutFigures validation,
            double everybody,
            @Nullable Today today,
            double perCampaign,
            @Nullable Double breakEven,
            List<WhatIf> sensitivity,
            List<Takeover> takeovers)
            implements Inline {}

    /**
     * How far it can be believed.
     *
     * @param calibration of the chosen one on validation in ten bands; null where its score is no probability
     * @param failures null in evidence of rules before 4
     * @param reserve null while it is sealed
     * @param fewAmounts why the interval of the gain at the cut may be too narrow; null where nothing speaks for that, and by rules before 14
     */
    public record Trust(
            List<BandRow> bands,
            @Nullable ProbabilityQuality calibration,
            Stability stability,
            @Nullable Failures failures,
            @Nullable Reserve reserve,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            FewAmounts fewAmounts)
            implements Inline {}

    /** @param words the measure with its share, if it has one */
    public record Deciding(DecidingKind measure, String words) {}

    /** A file whose columns were joined to the data's own, and what it found. */
    public record Joined(String file, String sha256, Join.Found found) {}

    /** @param joins null for none */
    public record Data(
            String sha256,
            long bytes,
            int records,
            int columns,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            List<Joined> joins) {}

    /** Its reserve shows no outcome before the seal is opened. */
    public record Split(
            Part training,
            Part validation,
            int reserveRecords,
            int leftOut,
            String method,
            @Nullable String balance) {
        /** Whether anything was held back at all. */
        public boolean held() {
            return reserveRecords > 0;
        }
    }

    /** @param units customers with events, or with others, whichever are fewer; null where each record stands alone */
    public record Part(
            int records,
            int events,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            Integer units) {
        /** Events or non-events, whichever are fewer; customers that have them where these have several records. */
        public int fewest() {
            return units == null ? Math.min(events, records - events) : units;
        }
    }

    /**
     * One candidate.
     *
     * @param numbers how many numbers its model holds
     * @param knownAfterDays when the last of its inputs is known, and {@code lastKnown} which that is; null where nobody said
     * @param undated how many of its inputs nobody said it of
     * @param outOfFold AUC on training by models that did not see the record; null where there is none
     * @param byAuc against the chosen one
     * @param deciding the deciding measure; a net value is the gain over nobody
     * @param difference at the cut, this one less the chosen one; null for itself
     * @param bestDepth where its own net value is highest within the capacity, and {@code bestGain} what that gains over nobody
     * @param curve 201 points of depth, capture rate and gain over nobody
     */
    public record CandidateRow(
            String name,
            String kind,
            String settings,
            boolean reference,
            int inputs,
            Long numbers,
            @Nullable Integer knownAfterDays,
            @Nullable String lastKnown,
            int undated,
            AucUncertainty.Interval auc,
            double trainingAuc,
            AucUncertainty.@Nullable Interval outOfFold,
            AucComparison byAuc,
            double deciding,
            CutFigures atCut,
            CutComparison.At difference,
            double bestDepth,
            double bestGain,
            List<Alarm> alarms,
            List<double[]> curve) {}

    /** @param difference the proposal's gain less today's, paired bootstrap where both act on as many; else without interval */
    public record Today(String candidate, CutFigures at, CutComparison.@Nullable Difference difference) {}

    /**
     * The same cut where one amount is another.
     *
     * @param amount of the parameter named, {@code factor} times what it is
     * @param gain of the proposed cut over nobody; {@code bestDepth} and {@code bestGain} of the cut that would be best then
     */
    public record WhatIf(
            @JsonAlias("lever") String parameter,
            double factor,
            double amount,
            double gain,
            double bestDepth,
            double bestGain) {}

    /** The amount of one parameter from which another candidate has the best net value. */
    public record Takeover(@JsonAlias("lever") String parameter, double now, double amount, String candidate) {}

    /**
     * Within validation, at the same threshold.
     *
     * @param timeColumn by whose days periods are made; null where the brief names none
     */
    public record Stability(List<Group> segments, @Nullable String timeColumn, List<Group> periods) {}

    /**
     * Some of validation's records.
     *
     * @param column and {@code level}: what they share; levels of fewer than 1 % of the records are told together
     * @param auc null without events or non-events
     * @param acted how many of them are acted on, {@code caught} how many of their events
     * @param lift among them, precision over their event rate; null where undefined
     * @param meanScore of them, where scores are probabilities; null otherwise
     */
    public record Group(
            String column,
            String level,
            int records,
            int events,
            AucUncertainty.@Nullable Interval auc,
            double acted,
            double caught,
            @Nullable Double lift,
            @Nullable Double meanScore) {}

    /**
     * Where the chosen candidate fails.
     *
     * @param spots groups whose promise is not kept, confirmed on the other half of validation; null where scores are no probabilities
     * @param notInModel columns that it does not read and that would add more than chance
     */
    public record Failures(@Nullable List<Spot> spots, List<ParityRow> parity, List<Added> notInModel) {}

    /**
     * Figures of the half that confirms.
     *
     * @param columns by which the group is told
     * @param low and {@code high}: 95 % interval of observed over promised
     */
    public record Spot(
            String words, List<String> columns, int records, double promised, int observed, double low, double high) {}

    /** @param parityAsked whether the brief asks for parity of this segment */
    public record ParityRow(String column, String level, boolean parityAsked, int records, int events, Parity parity) {}

    /**
     * @param why it is no input of the candidate
     * @param auc of the candidate out of fold on training, {@code adds} what the column would add to it
     * @param low and {@code high}: 95 % interval of what it adds; null in evidence of rules before 5
     */
    public record Added(
            String column,
            String why,
            @Nullable Integer knownAfterDays,
            double auc,
            double adds,
            @Nullable Double low,
            @Nullable Double high,
            double p) {}

    /**
     * @param figures the cut is read at validation's threshold, or at its depth where it is none
     * @param comparison how each measure fares against validation
     */
    public record Reserve(
            Part part, CutFigures figures, AucUncertainty.Interval auc, double perCampaign, List<Compared> comparison) {
        public boolean confirms() {
            return comparison.stream().allMatch(Compared::confirmed);
        }
    }

    /**
     * One measure on both parts, each with its 95 % interval, money for the campaign.
     *
     * @param optimism by how much validation's figure is too good because its cut was chosen there; null where it was not, and in evidence of
     *     rules before 7
     * @param confirmed whether what the reserve lacks to validation, less that, is within the uncertainty of both (METHODS section 4)
     */
    public record Compared(
            String measure,
            @Nullable Double validation,
            @Nullable Double low,
            @Nullable Double high,
            @Nullable Double reserve,
            @Nullable Double reserveLow,
            @Nullable Double reserveHigh,
            @Nullable Double optimism,
            boolean confirmed) {
        /** One-sided 0.025 over five figures. */
        private static final double ERRORS = 2.576;

        static Compared of(
                String measure,
                @Nullable Double v,
                @Nullable Double low,
                @Nullable Double high,
                @Nullable Double r,
                @Nullable Double rLow,
                @Nullable Double rHigh,
                @Nullable Double optimism) {
            double error = Math.hypot(half(low, high), half(rLow, rHigh)) / Normal.Z95;
            double chosen = optimism == null ? 0 : optimism;
            boolean confirmed = v == null || r == null || v - chosen - r < ERRORS * error || r >= v;
            return new Compared(measure, v, low, high, r, rLow, rHigh, optimism, confirmed);
        }

        private static double half(@Nullable Double low, @Nullable Double high) {
            return low == null || high == null ? 0 : (high - low) / 2;
        }
    }

    /**
     * A column of the file as training shows it.
     *
     * @param auc alone, of an ordered or levelled column; null for the outcome and free text of too many texts
     * @param alarms what rang; {@code answers} what was said to each by name
     */
    public record ColumnRow(
            String column,
            String type,
            ColumnUse use,
            String reason,
            @Nullable String knownWhere,
            @Nullable Integer knownAfterDays,
            @Nullable String meaning,
            double missing,
            @Nullable Double auc,
            @Nullable Double informationValue,
            List<ColumnAlarm> alarms) {}

    /**
     * An alarm and what came of it.
     *
     * @param leak whether it is a suspected leak
     * @param answer why it may stay, or that the column is no input; null while nobody answered
     */
    public record ColumnAlarm(
            String name,
            String meaning,
            boolean leak,
            @Nullable String answer) {}

    public CandidateRow row(String name) {
        return contest.candidates.stream()
                .filter(r -> r.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    public CandidateRow chosenRow() {
        return row(contest.chosen);
    }
}
