package outrider.exchange;

import java.util.Arrays;
import java.util.List;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.doubt.Depths;
import outrider.doubt.PairedBand;
import outrider.doubt.Verdict;
import outrider.stakes.NetValue;

/**
 * Candidates against one leader at every depth (METHODS section 4), all on the same records.
 *
 * @param bands one a candidate, the candidate less the leader; null for the leader
 * @param adjustedP Holm-adjusted over the candidates at each of the depths; null for the leader
 */
public record AgainstLeader(int leader, List<PairedBand> bands, List<double[]> adjustedP) {

    /** A difference with its 95 % interval. */
    public record Difference(double difference, double low, double high) {}

    /** At one cut. {@code adjustedP} and {@code verdict} are of the net value. */
    public record At(
            Difference capture,
            Difference lift,
            Difference precision,
            Difference netValue,
            double adjustedP,
            Verdict verdict) {}

    /**
     * @param value of each record, or null
     * @param worth the same for all
     */
    public static AgainstLeader of(
            int leader,
            List<PairedBand.Side> sides,
            byte[] outcome,
            double[] value,
            NetValue.Worth worth,
            Seeds seeds,
            Workers workers) {
        PairedBand[] bands = new PairedBand[sides.size()];
        workers.each(sides.size(), i -> {
            if (i == leader) return;
            bands[i] = PairedBand.of(sides.get(i), sides.get(leader), outcome, value, worth, seeds);
        });
        return of(leader, bands);
    }

    /** From bands that are known. */
    public static AgainstLeader of(int leader, PairedBand[] bands) {
        double[][] adjusted = new double[bands.length][];
        for (int i = 0; i < bands.length; i++)
            if (bands[i] != null) adjusted[i] = bands[i].pValue().clone();
        int depths = Depths.all().length;
        for (int d = 0; d < depths; d++) {
            Double[] p = new Double[bands.length];
            for (int i = 0; i < p.length; i++) p[i] = bands[i] == null ? null : bands[i].pValue()[d];
            Double[] holm = Verdict.holm(p);
            for (int i = 0; i < p.length; i++) if (holm[i] != null) adjusted[i][d] = holm[i];
        }
        return new AgainstLeader(leader, Arrays.asList(bands), Arrays.asList(adjusted));
    }

    /**
     * @param mine and {@code theirs}: figures at the same cut, of the candidate and of the leader
     * @param money of either
     * @return null for the leader itself
     */
    public At at(int candidate, CutFigures mine, CutFigures theirs, NetValue money) {
        PairedBand band = bands.get(candidate);
        if (band == null) return null;
        double depth = mine.depth();
        Difference capture = new Difference(
                mine.capture() - theirs.capture(),
                band.read(band.captureLow(), depth),
                band.read(band.captureHigh(), depth));
        Difference gain = new Difference(
                mine.gainOverNobody() - theirs.gainOverNobody(),
                band.read(band.gainLow(), depth),
                band.read(band.gainHigh(), depth));
        double p = adjustedP.get(candidate)[index(band.depth(), depth)];
        Difference precision = mine.precision() == null ? null : precision(band, mine, theirs, money);
        return new At(
                capture,
                precision == null ? null : lift(capture, precision, mine, money),
                precision,
                gain,
                p,
                Verdict.of(gain.difference(), p));
    }

    /** Bounds of the events, as shares of those acted on, moved to the planned rate along the secant of the odds formula. */
    private static Difference precision(PairedBand band, CutFigures mine, CutFigures theirs, NetValue money) {
        double a = mine.caught() / money.eventFactor() / mine.records();
        double b = theirs.caught() / money.eventFactor() / theirs.records();
        double difference = mine.precision() - theirs.precision();
        double acted = money.eventFactor() * a + money.otherFactor() * (1 - a);
        double secant = a == b ? money.eventFactor() * money.otherFactor() / (acted * acted) : difference / (a - b);
        double unit = secant / mine.records();
        return new Difference(
                difference,
                unit * band.read(band.eventsLow(), mine.depth()),
                unit * band.read(band.eventsHigh(), mine.depth()));
    }

    private static Difference lift(Difference capture, Difference precision, CutFigures mine, NetValue money) {
        double all = mine.caught() + mine.falseAlarms() + mine.missed() + mine.leftAlone();
        double rate = (mine.caught() + mine.missed()) / all;
        boolean planned = money.eventFactor() != 1;
        Difference from = planned ? precision : capture;
        double unit = planned ? 1 / rate : 1 / mine.depth();
        return new Difference(precision.difference() / rate, from.low() * unit, from.high() * unit);
    }

    /** The first depth at or after this one. */
    static int index(double[] depths, double depth) {
        int at = 0;
        while (at < depths.length - 1 && depths[at] < depth) at++;
        return at;
    }
}
