package outrider.exchange;

import org.jspecify.annotations.Nullable;
import outrider.base.Inline;
import outrider.base.Undefined;
import outrider.rank.Ranking;
import outrider.stakes.NetValue;
import outrider.uncertainty.Drawn;

/**
 * Everything a decision reads at one cut of one ranking (METHODS sections 1, 2 and 5). Counts, precision and money are at the
 * planned event rate where there is one; records, depth and capture are the sample's own. Low and high are 95 % bootstrap
 * bounds at this very cut (section 4); null where the figure or every resample of it is undefined. Shares from 0 to 1, money in the
 * brief's currency.
 */
public record CutFigures(Counts counts, Reach reach, Hits hits, Money money) {
    /**
     * Who is acted on.
     *
     * @param threshold null for "nobody" and for a cut inside a tie group
     */
    public record Counts(
            double records,
            double depth,
            @Nullable Double threshold,
            double caught,
            double falseAlarms,
            double missed,
            double leftAlone)
            implements Inline {}

    /**
     * How many of the events are among them.
     */
    public record Reach(
            double capture,
            @Nullable Double captureLow,
            @Nullable Double captureHigh,
            @Nullable Double lift,
            @Nullable Double liftLow,
            @Nullable Double liftHigh)
            implements Inline {}

    /**
     * How many of them are events.
     */
    public record Hits(
            @Nullable Double precision,
            @Nullable Double precisionLow,
            @Nullable Double precisionHigh) implements Inline {}

    /**
     * What it is worth.
     */
    public record Money(
            double netValue,
            double gainOverNobody,
            @Nullable Double gainLow,
            @Nullable Double gainHigh,
            double gainOverEverybody,
            @Nullable Double returnOnSpend)
            implements Inline {}

    /**
     * @param rank 0 … N
     * @param drawn resamples of the same ranking at this rank
     */
    public static CutFigures of(Ranking ranking, NetValue money, double rank, Drawn drawn) {
        double events = ranking.eventsAt(rank);
        double total = ranking.total();
        double allEvents = money.eventFactor() * ranking.totalEvents();
        double others = money.otherFactor() * (total - ranking.totalEvents());
        double caught = money.eventFactor() * events;
        double falseAlarms = money.otherFactor() * (rank - events);
        NetValue.Cut cut = money.cut(rank);
        Double precision = Undefined.orNull(caught / (caught + falseAlarms));
        Drawn.Bounds capture = Drawn.bounds(drawn.capture());
        Drawn.Bounds lift = Drawn.bounds(drawn.lift(money.planned()));
        Drawn.Bounds precisions = Drawn.bounds(drawn.precision(money.planned()));
        Drawn.Bounds gain = Drawn.bounds(drawn.gain(money.stakes(), money.planned()));
        return new CutFigures(
                new Counts(
                        rank,
                        rank / total,
                        cut.threshold(),
                        caught,
                        falseAlarms,
                        allEvents - caught,
                        others - falseAlarms),
                new Reach(
                        events / ranking.totalEvents(),
                        capture.low(),
                        capture.high(),
                        precision == null ? null : Undefined.orNull(precision / (allEvents / (allEvents + others))),
                        lift.low(),
                        lift.high()),
                new Hits(precision, precisions.low(), precisions.high()),
                new Money(
                        cut.netValue(),
                        cut.gainOverNobody(),
                        gain.low(),
                        gain.high(),
                        cut.gainOverEverybody(),
                        cut.returnOnSpend()));
    }
}
