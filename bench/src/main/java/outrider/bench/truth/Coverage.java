package outrider.bench.truth;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.exchange.CutComparison;
import outrider.exchange.CutFigures;
import outrider.rank.IndexedRanking;
import outrider.rank.Ranking;
import outrider.stakes.NetValue;
import outrider.stakes.Stakes;
import outrider.uncertainty.AucUncertainty;
import outrider.uncertainty.CutDraws;
import outrider.uncertainty.Drawn;
import outrider.uncertainty.Sample;

/** In how many samples of a world each interval that is told holds the truth. */
final class Coverage {
    /** Not an interval: in how many samples it is said that a few amounts make half of what is caught. */
    private static final String FEW = "few amounts said";

    static final List<String> FIGURES = List.of(
            "AUC",
            "capture",
            "lift",
            "precision",
            "gain",
            "difference of AUC",
            "difference of capture",
            "difference of gain",
            FEW);
    private static final double DEPTH = 0.1;
    private static final int TRUTH = 1_500_000;

    private Coverage() {}

    private static Stakes stakes(Race race) {
        return race.carries() == Race.Carries.VALUES ? new Stakes(0, 2, 1, 0, 0, 1) : new Stakes(24, 4.5, 0, 0, 0, 1);
    }

    private static double[] figures(Ranking ranking, Stakes stakes, double planned) {
        NetValue money = new NetValue(ranking, stakes, planned);
        double rank = DEPTH * ranking.total();
        double caught = money.eventFactor() * ranking.eventsAt(rank);
        double precision = caught / (caught + money.otherFactor() * (rank - ranking.eventsAt(rank)));
        double rate = Double.isNaN(planned) ? ranking.baseRate() : planned;
        return new double[] {
            ranking.auc(),
            ranking.eventsAt(rank) / ranking.totalEvents(),
            precision / rate,
            precision,
            money.gainAt(rank) / ranking.total()
        };
    }

    /**
     * Shares of the samples, in the order of {@link #FIGURES}.
     *
     * @param planned event rate, NaN for none
     */
    static double[] of(Race race, double planned, int samples) {
        Stakes stakes = stakes(race);
        Race.Drawn all = race.draw(TRUTH, 7);
        double[][] truth = new double[2][];
        for (int k = 0; k < 2; k++) truth[k] = figures(ranked(all, k).ranking(), stakes, planned);
        int[][] held = new int[samples][];
        new Workers(2).each(samples, s -> held[s] = one(race, planned, stakes, truth, s));
        double[] share = new double[FIGURES.size()];
        for (int[] one : held) for (int f = 0; f < share.length; f++) share[f] += one[f] / (double) samples;
        return share;
    }

    private static IndexedRanking ranked(Race.Drawn drawn, int k) {
        return drawn.sample().ranked(drawn.scores()[k]);
    }

    private static int[] one(Race race, double planned, Stakes stakes, double[][] truth, int s) {
        Race.Drawn drawn = race.draw(race.records(), 1000 + s);
        Sample sample = drawn.sample();
        List<IndexedRanking> ranked = new ArrayList<>();
        for (int k = 0; k < 2; k++) ranked.add(ranked(drawn, k));
        List<NetValue> money = ranked.stream()
                .map(p -> new NetValue(p.ranking(), stakes, planned))
                .toList();
        CutDraws draws = CutDraws.at(ranked, Math.rint(DEPTH * race.records()), sample, new Seeds(s), Workers.ALONE);
        CutComparison at = CutComparison.of(ranked, money, draws, 1, true);
        CutFigures f = at.figures().get(0);
        CutComparison.At against = at.against().get(0);
        CutComparison.Difference moneyApart = against.netValue();
        AucUncertainty mine = AucUncertainty.of(ranked.get(0), sample);
        Drawn.Bounds aucs = mine.minus(AucUncertainty.of(ranked.get(1), sample)).bounds();
        double n = race.records();
        return new int[] {
            within(truth[0][0], mine.interval().low(), mine.interval().high()),
            within(truth[0][1], f.reach().captureLow(), f.reach().captureHigh()),
            within(truth[0][2], f.reach().liftLow(), f.reach().liftHigh()),
            within(truth[0][3], f.hits().precisionLow(), f.hits().precisionHigh()),
            within(
                    truth[0][4],
                    requireNonNull(f.money().gainLow()) / n,
                    requireNonNull(f.money().gainHigh()) / n),
            within(truth[0][0] - truth[1][0], aucs.low(), aucs.high()),
            within(
                    truth[0][1] - truth[1][1],
                    requireNonNull(against.capture()).low(),
                    against.capture().high()),
            within(
                    truth[0][4] - truth[1][4],
                    requireNonNull(moneyApart.low()) / n,
                    requireNonNull(moneyApart.high()) / n),
            at.few().get(0) == null ? 0 : 1
        };
    }

    private static int within(double truth, @Nullable Double low, @Nullable Double high) {
        return low != null && high != null && truth >= low && truth <= high ? 1 : 0;
    }

    static String line(double[] shares) {
        StringBuilder line = new StringBuilder();
        Arrays.stream(shares).forEach(share -> line.append(String.format(" %.1f |", 100 * share)));
        return line.toString();
    }
}
