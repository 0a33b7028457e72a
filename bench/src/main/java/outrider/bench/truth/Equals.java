package outrider.bench.truth;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.exchange.AucComparison;
import outrider.exchange.CutComparison;
import outrider.rank.IndexedRanking;
import outrider.stakes.NetValue;
import outrider.stakes.Stakes;
import outrider.uncertainty.AucUncertainty;
import outrider.uncertainty.CutDraws;
import outrider.uncertainty.Verdict;

/** In how many races among equals, whose leader the same records chose, anybody is called ahead or behind. */
final class Equals {
    private static final int CANDIDATES = 6;

    private Equals() {}

    /** Shares of the races: by AUC, and by money at a tenth of the records. */
    static double[] of(int records, int events, int each, int races) {
        double[] noise = new double[CANDIDATES];
        java.util.Arrays.fill(noise, 0.7);
        Race race = new Race(records, events, each, Race.Carries.NOTHING, noise);
        boolean[][] called = new boolean[races][];
        new Workers(2).each(races, r -> called[r] = one(race, r));
        double[] share = new double[2];
        for (boolean[] one : called) for (int i = 0; i < 2; i++) if (one[i]) share[i] += 1.0 / races;
        return share;
    }

    private static boolean[] one(Race race, int r) {
        Race.Drawn drawn = race.draw(race.records(), 5000 + r);
        List<IndexedRanking> ranked = new ArrayList<>();
        for (double[] scores : drawn.scores()) {
            ranked.add(IndexedRanking.of(scores, drawn.sample().outcome(), null, null));
        }
        List<AucUncertainty> uncertainties =
                ranked.stream().map(p -> AucUncertainty.of(p, drawn.sample())).toList();
        int best = IntStream.range(0, CANDIDATES)
                .boxed()
                .max(Comparator.comparingDouble(i -> uncertainties.get(i).auc()))
                .orElseThrow();
        int events = drawn.sample().events();
        boolean few = Verdict.tooFew(drawn.sample());
        boolean byAuc = AucComparison.of(uncertainties, best, false, few, events).stream()
                .anyMatch(c -> told(c.verdict()));
        double rank = Math.rint(0.1 * race.records());
        List<NetValue> money = ranked.stream()
                .map(p -> new NetValue(p.ranking(), new Stakes(24, 4.5, 0, 0, 0, 1), Double.NaN))
                .toList();
        int richest = IntStream.range(0, CANDIDATES)
                .boxed()
                .max(Comparator.comparingDouble(i -> money.get(i).gainAt(rank)))
                .orElseThrow();
        CutDraws draws = CutDraws.at(ranked, rank, drawn.sample(), new Seeds(r), Workers.ALONE);
        boolean byMoney = CutComparison.of(ranked, money, draws, richest, false).against().stream()
                .anyMatch(a -> a != null && told(a.verdict()));
        return new boolean[] {byAuc, byMoney};
    }

    private static boolean told(Verdict verdict) {
        return verdict == Verdict.AHEAD || verdict == Verdict.BEHIND;
    }
}
