package outrider.exchange;

import java.util.Arrays;
import outrider.base.Undefined;
import outrider.doubt.Bootstrap;
import outrider.rank.Ranking;
import outrider.stakes.NetValue;

/**
 * Everything a decision reads at one cut of one ranking (METHODS sections 1, 2 and 5). Counts, precision and money are at the
 * planned event rate where there is one; records, depth and capture are the sample's own. Low and high are 95 % bootstrap
 * bounds (section 4). Shares from 0 to 1, money in the brief's currency.
 *
 * @param threshold null for "nobody" and for a cut inside a tie group
 */
public record CutFigures(
        double records,
        double depth,
        Double threshold,
        double caught,
        double falseAlarms,
        double missed,
        double leftAlone,
        double capture,
        double captureLow,
        double captureHigh,
        Double lift,
        Double precision,
        double netValue,
        double gainOverNobody,
        double gainLow,
        double gainHigh,
        double gainOverEverybody,
        Double returnOnSpend) {

    /**
     * @param rank 0 … N
     * @param band the bootstrap band of the same ranking, whose depths hold or enclose the cut's
     */
    public static CutFigures of(Ranking ranking, NetValue money, double rank, Bootstrap.Band band) {
        double events = ranking.eventsAt(rank);
        double total = ranking.total();
        double caught = money.eventFactor() * events;
        double falseAlarms = money.otherFactor() * (rank - events);
        double allEvents = money.eventFactor() * ranking.totalEvents();
        double others = money.otherFactor() * (total - ranking.totalEvents());
        double precision = caught / (caught + falseAlarms);
        NetValue.Cut cut = money.cut(rank);
        double depth = rank / total;
        return new CutFigures(
                rank,
                depth,
                cut.threshold(),
                caught,
                falseAlarms,
                allEvents - caught,
                others - falseAlarms,
                events / ranking.totalEvents(),
                read(band.depth(), band.captureLow(), depth),
                read(band.depth(), band.captureHigh(), depth),
                Undefined.orNull(precision / (allEvents / (allEvents + others))),
                Undefined.orNull(precision),
                cut.netValue(),
                cut.gainOverNobody(),
                money.gainOf(rank, read(band.depth(), band.eventsLow(), depth)),
                money.gainOf(rank, read(band.depth(), band.eventsHigh(), depth)),
                cut.gainOverEverybody(),
                cut.returnOnSpend());
    }

    /** Linear between the band's depths, and from (0, 0) to its first. */
    public static double read(double[] depths, double[] values, double depth) {
        int at = Arrays.binarySearch(depths, depth);
        if (at >= 0) return values[at];
        int after = -at - 1;
        if (after == depths.length) return values[depths.length - 1];
        double from = after == 0 ? 0 : depths[after - 1];
        double start = after == 0 ? 0 : values[after - 1];
        return start + (depth - from) * (values[after] - start) / (depths[after] - from);
    }
}
