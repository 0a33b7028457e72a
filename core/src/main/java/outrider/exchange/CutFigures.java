package outrider.exchange;

import outrider.base.Undefined;
import outrider.doubt.Bootstrap;
import outrider.doubt.Depths;
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
        Double liftLow,
        Double liftHigh,
        Double precision,
        Double precisionLow,
        Double precisionHigh,
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
        double allEvents = money.eventFactor() * ranking.totalEvents();
        double others = money.otherFactor() * (total - ranking.totalEvents());
        double caught = money.eventFactor() * events;
        double falseAlarms = money.otherFactor() * (rank - events);
        double rate = allEvents / (allEvents + others);
        NetValue.Cut cut = money.cut(rank);
        double depth = rank / total;
        double captureLow = Depths.read(band.depth(), band.captureLow(), depth);
        double captureHigh = Depths.read(band.depth(), band.captureHigh(), depth);
        Double precision = precision(money, rank, events);
        Double precisionLow = precision(money, rank, Depths.read(band.depth(), band.eventsLow(), depth));
        Double precisionHigh = precision(money, rank, Depths.read(band.depth(), band.eventsHigh(), depth));
        boolean planned = money.eventFactor() != 1;
        double[][] gains = band.gains(money, total);
        return new CutFigures(
                rank,
                depth,
                cut.threshold(),
                caught,
                falseAlarms,
                allEvents - caught,
                others - falseAlarms,
                events / ranking.totalEvents(),
                captureLow,
                captureHigh,
                over(precision, rate),
                planned ? over(precisionLow, rate) : over(captureLow, depth),
                planned ? over(precisionHigh, rate) : over(captureHigh, depth),
                precision,
                precisionLow,
                precisionHigh,
                cut.netValue(),
                cut.gainOverNobody(),
                Depths.read(band.depth(), gains[0], depth),
                Depths.read(band.depth(), gains[1], depth),
                cut.gainOverEverybody(),
                cut.returnOnSpend());
    }

    private static Double precision(NetValue money, double rank, double events) {
        double caught = money.eventFactor() * events;
        return Undefined.orNull(caught / (caught + money.otherFactor() * (rank - events)));
    }

    private static Double over(Double share, double by) {
        return share == null ? null : Undefined.orNull(share / by);
    }
}
