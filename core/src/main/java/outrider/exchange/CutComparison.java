package outrider.exchange;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.rank.IndexedRanking;
import outrider.stakes.NetValue;
import outrider.uncertainty.CutDraws;
import outrider.uncertainty.Drawn;
import outrider.uncertainty.FewAmounts;
import outrider.uncertainty.LeaderTests;
import outrider.uncertainty.Verdict;

/**
 * Candidates at one cut, each with its intervals and against one leader (METHODS section 4), all on the same records and resamples.
 *
 * @param figures of each candidate
 * @param against the leader, by candidate; null for the leader itself and where there is none
 * @param few by candidate, why the interval of its gain may be too narrow; null where nothing speaks for that
 */
public record CutComparison(List<CutFigures> figures, List<At> against, List<@Nullable FewAmounts> few) {

    /** A difference with its 95 % interval, null where it is undefined. */
    public record Difference(
            double difference,
            @Nullable Double low,
            @Nullable Double high) {}

    /** Candidate less leader. {@code adjustedP} and {@code verdict} are of the net value. */
    public record At(
            @Nullable Difference capture,
            @Nullable Difference lift,
            @Nullable Difference precision,
            Difference netValue,
            double adjustedP,
            Verdict verdict) {}

    /**
     * @param draws of the candidates in the same order, all at the same rank
     * @param money of each
     * @param leader index, or −1 for none
     * @param named whether somebody named that leader; else the same records chose it
     */
    public static CutComparison of(
            List<IndexedRanking> ranked, List<NetValue> money, CutDraws draws, int leader, boolean named) {
        List<CutFigures> figures = new ArrayList<>();
        List<@Nullable FewAmounts> fewAmounts = new ArrayList<>();
        for (int i = 0; i < ranked.size(); i++) {
            figures.add(CutFigures.of(ranked.get(i).ranking(), money.get(i), draws.rank(i), draws.single(i)));
            fewAmounts.add(FewAmounts.of(draws.sample(), ranked.get(i), draws.rank(i)));
        }
        List<At> against = new ArrayList<>();
        LeaderTests tests = leader < 0
                ? null
                : LeaderTests.of(ranked.size(), leader, named, (i, j) -> pValue(draws, money.get(i), i, j, leader));
        boolean tooFew = Verdict.tooFew(draws.sample());
        for (int i = 0; i < ranked.size(); i++) {
            against.add(
                    leader < 0 || i == leader
                            ? null
                            : against(draws.pair(i, leader), figures, i, leader, money.get(i), tests, tooFew));
        }
        return new CutComparison(figures, against, fewAmounts);
    }

    private static Double pValue(CutDraws draws, NetValue money, int i, int j, int leader) {
        CutDraws.Pair pair = i == leader || j == leader ? draws.pair(i, j) : draws.others(i, j);
        double[] difference = Drawn.minus(
                pair.first().gain(money.stakes(), money.planned()),
                pair.second().gain(money.stakes(), money.planned()));
        return Verdict.pValue(difference, pair.discordant());
    }

    private static At against(
            CutDraws.Pair pair,
            List<CutFigures> figures,
            int i,
            int leader,
            NetValue money,
            @Nullable LeaderTests tests,
            boolean tooFew) {
        CutFigures mine = figures.get(i);
        CutFigures theirs = figures.get(leader);
        double planned = money.planned();
        Drawn a = pair.first();
        Drawn b = pair.second();
        double gain = mine.money().gainOverNobody() - theirs.money().gainOverNobody();
        double p = requireNonNull(tests).adjusted()[i];
        boolean few = tooFew || pair.discordant().records() < Verdict.FEWEST_DISCORDANT;
        return new At(
                difference(mine.reach().capture(), theirs.reach().capture(), a.capture(), b.capture()),
                difference(mine.reach().lift(), theirs.reach().lift(), a.lift(planned), b.lift(planned)),
                difference(
                        mine.hits().precision(), theirs.hits().precision(), a.precision(planned), b.precision(planned)),
                requireNonNull(difference(
                        mine.money().gainOverNobody(),
                        theirs.money().gainOverNobody(),
                        a.gain(money.stakes(), planned),
                        b.gain(money.stakes(), planned))),
                p,
                few ? Verdict.TOO_FEW : Verdict.of(gain, p));
    }

    /** Null where either figure is undefined. */
    static @Nullable Difference difference(@Nullable Double mine, @Nullable Double theirs, double[] a, double[] b) {
        if (mine == null || theirs == null) return null;
        Drawn.Bounds bounds = Drawn.bounds(Drawn.minus(a, b));
        return new Difference(mine - theirs, bounds.low(), bounds.high());
    }
}
