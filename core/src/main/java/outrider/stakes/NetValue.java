package outrider.stakes;

import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.rank.Ranking;

/**
 * Money along a ranking (METHODS section 5). Immutable and thread safe; O(1) at a point, O(log n) at a rank, O(groups) for the
 * best cut.
 */
public final class NetValue {
    /** Values closer than this share of the money at stake are the same value reached by other roundings. */
    private static final double SAME = 1e-13;
    /** A planned rate this near to the present one, relatively, changes nothing. */
    private static final double SAME_RATE = 1e-9;

    private final Ranking ranking;
    private final Stakes stakes;
    private final double planned;
    private final double eventFactor;
    private final double otherFactor;
    private final double gain;
    private final double miss;
    private final double nobody;
    private final Worth worth;

    /**
     * @param plannedRate the event rate to project to (Saerens, Latinne and Decaestecker 2002), or NaN for the sample's own
     * @throws BadInput if the planned rate is not between 0 and 1
     */
    public NetValue(Ranking ranking, Stakes stakes, double plannedRate) {
        if (!Double.isNaN(plannedRate) && !(plannedRate > 0 && plannedRate < 1)) {
            throw BadInput.of("plannedRate", "is " + plannedRate, "give a rate between 0 and 1");
        }
        this.ranking = ranking;
        this.stakes = stakes;
        double rate = ranking.baseRate();
        planned = Math.abs(plannedRate - rate) <= SAME_RATE * rate ? Double.NaN : plannedRate;
        eventFactor = Double.isNaN(planned) ? 1 : planned / rate;
        otherFactor = Double.isNaN(planned) ? 1 : (1 - planned) / (1 - rate);
        gain = stakes.successRate() * stakes.gainIfCaught() - (1 - stakes.successRate()) * stakes.missCost();
        miss = stakes.missCost();
        double unacted = miss * ranking.valued(ranking.groups());
        nobody = otherFactor * stakes.leftAlone() * (ranking.total() - ranking.totalEvents()) - eventFactor * unacted;
        worth = worth(stakes, eventFactor, otherFactor);
    }

    /** @param eventFactor by which events count, {@code otherFactor} by which non-events do: 1 without a planned rate */
    public static Worth worth(Stakes stakes, double eventFactor, double otherFactor) {
        double gain = stakes.successRate() * stakes.gainIfCaught() - (1 - stakes.successRate()) * stakes.missCost();
        double perRecord = otherFactor * (stakes.falseAlarm() - stakes.leftAlone());
        double perEvent = -eventFactor * stakes.actionCost() - perRecord;
        return new Worth(perRecord, perEvent, eventFactor * (gain + stakes.missCost()));
    }

    /**
     * Of a resample, whose own events and non-events count towards the planned rate.
     *
     * @param planned event rate, NaN for the resample's own
     */
    public static Worth worth(Stakes stakes, double planned, double total, double events) {
        return Double.isNaN(planned)
                ? worth(stakes, 1, 1)
                : worth(stakes, planned * total / events, (1 - planned) * total / (total - events));
    }

    /**
     * What acting adds to acting on nobody, by what is among those acted on: {@code perRecord · records + perEvent · events +
     * perValue · Σ value of the events}; without a value column every value is 1.
     */
    public record Worth(double perRecord, double perEvent, double perValue) {
        public double of(double records, double events, double valued) {
            return perRecord * records + perEvent * events + perValue * valued;
        }
    }

    public Worth worth() {
        return worth;
    }

    /** A cut with its money. {@code threshold} is null for "nobody" and for a cut inside a tie group. */
    public record Cut(
            double records,
            double depth,
            @Nullable Double threshold,
            double netValue,
            double netValuePerRecord,
            double gainOverNobody,
            double gainOverEverybody,
            @Nullable Double returnOnSpend) {}

    public double atPoint(int point) {
        return nobody + worth.of(ranking.size(point), ranking.events(point), ranking.valued(point));
    }

    /** At any rank 0 … N, linear between points. */
    public double atRank(double rank) {
        return nobody + gainAt(rank);
    }

    /** Gain over nobody at any rank 0 … N. */
    public double gainAt(double rank) {
        return worth.of(rank, ranking.eventsAt(rank), ranking.valuedAt(rank));
    }

    /** Gain over nobody if {@code events} events had been among the first {@code rank} records; without a value column. */
    public double gainOf(double rank, double events) {
        return worth.of(rank, events, events);
    }

    /** The rate that is projected to; NaN where that is the ranking's own. */
    public double planned() {
        return planned;
    }

    public Stakes stakes() {
        return stakes;
    }

    /** π′/π, by which events count; 1 without a planned rate. */
    public double eventFactor() {
        return eventFactor;
    }

    /** (1 − π′)/(1 − π), by which non-events count; 1 without a planned rate. */
    public double otherFactor() {
        return otherFactor;
    }

    public double nobody() {
        return nobody;
    }

    public double everybody() {
        return atPoint(ranking.groups());
    }

    /** Null where there is no overall one: with a value column, or as {@link Stakes#acting()} says. */
    public @Nullable Double breakEven() {
        return ranking.hasValues() ? null : stakes.breakEven();
    }

    /** The cut at a rank 0 … N. */
    public Cut cut(double rank) {
        int point = ranking.pointAtOrBefore(rank);
        boolean onPoint = point > 0 && ranking.size(point) == rank;
        double over = gainAt(rank);
        double value = nobody + over;
        double events = ranking.eventsAt(rank);
        double spend = stakes.actionCost() * (eventFactor * events + otherFactor * (rank - events));
        return new Cut(
                rank,
                rank / ranking.total(),
                onPoint ? ranking.score(point) : null,
                value,
                value / ranking.total(),
                over,
                value - everybody(),
                spend > 0 ? over / spend : null);
    }

    /**
     * The point with the highest net value, the smallest depth on ties. With a capacity only depths up to it count, and the
     * point at exactly the capacity too.
     *
     * @param capacity or null for none
     */
    public Cut best(@Nullable Capacity capacity) {
        double most = capacity == null ? ranking.total() : capacity.ranks(ranking.total(), ranking.weighted());
        double same = SAME * scale();
        int last = ranking.pointAtOrBefore(most);
        double bestRank = 0;
        double best = 0;
        for (int point = 1; point <= last; point++) {
            double over = worth.of(ranking.size(point), ranking.events(point), ranking.valued(point));
            if (over > best + same) {
                best = over;
                bestRank = ranking.size(point);
            }
        }
        if (ranking.size(last) < most && gainAt(most) > best + same) bestRank = most;
        return cut(bestRank);
    }

    private double scale() {
        double valued = ranking.valued(ranking.groups());
        double others = ranking.total() - ranking.totalEvents();
        double onEvents = (Math.abs(gain) + miss) * valued + stakes.actionCost() * ranking.totalEvents();
        return Math.abs(eventFactor) * onEvents
                + otherFactor * others * (Math.abs(stakes.falseAlarm()) + Math.abs(stakes.leftAlone()));
    }
}
