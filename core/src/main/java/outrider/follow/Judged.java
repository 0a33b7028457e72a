package outrider.follow;

import java.util.Arrays;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.exchange.CutFigures;
import outrider.rank.IndexedRanking;
import outrider.rank.Ranking;
import outrider.stakes.NetValue;
import outrider.stakes.Stakes;
import outrider.uncertainty.AucUncertainty;
import outrider.uncertainty.CutDraws;
import outrider.uncertainty.Sample;

/**
 * Scored records and how they are judged.
 *
 * @param score one a record
 * @param threshold from which on one acts; null where nobody is acted on
 * @param outcome 1, 0, or −1 where it has not arrived
 * @param value of each record, or null
 * @param unit from 0, of records that are drawn together; null where each stands alone
 * @param due share of the outcomes that is waited for before anything is judged
 */
public record Judged(
        double[] score,
        @Nullable Double threshold,
        byte[] outcome,
        double @Nullable [] value,
        int @Nullable [] unit,
        Money money,
        double due,
        Seeds seeds,
        Workers workers) {

    /** Of which any outcome will do. */
    public Judged(
            double[] score,
            @Nullable Double threshold,
            byte[] outcome,
            double @Nullable [] value,
            int @Nullable [] unit,
            Money money,
            Seeds seeds,
            Workers workers) {
        this(score, threshold, outcome, value, unit, money, 0, seeds, workers);
    }

    /**
     * How money is counted.
     *
     * @param plannedRate NaN for the records' own
     */
    public record Money(Stakes stakes, double plannedRate) {}

    /** Whether fewer outcomes have arrived than are waited for. */
    boolean early() {
        return known(IntStream.range(0, score.length).toArray()).length < due * score.length;
    }

    /** Those of some records whose outcome has arrived. */
    int[] known(int[] rows) {
        return IntStream.of(rows).filter(i -> outcome[i] >= 0).toArray();
    }

    int events(int[] known) {
        return IntStream.of(known).map(i -> outcome[i]).sum();
    }

    /** Figures at the threshold of some records whose outcome is known; null where it is the same for all. */
    public SignedFigures.@Nullable Measures measures(int[] known) {
        int events = events(known);
        if (events == 0 || events == known.length) return null;
        double[] scores = Arrays.stream(known).mapToDouble(i -> score[i]).toArray();
        double[] all = value;
        double[] values = all == null
                ? null
                : Arrays.stream(known).mapToDouble(i -> all[i]).toArray();
        byte[] outcomes = new byte[known.length];
        for (int i = 0; i < known.length; i++) outcomes[i] = outcome[known[i]];
        int[] together = unit;
        int[] units = together == null
                ? null
                : Arrays.stream(known).map(i -> together[i]).toArray();
        Sample sample = new Sample(outcomes, values, null, units);
        IndexedRanking placed = IndexedRanking.of(scores, outcomes, null, values);
        Ranking ranking = placed.ranking();
        NetValue own = new NetValue(ranking, money.stakes(), money.plannedRate());
        int point = threshold == null ? 0 : ranking.pointAtThreshold(threshold);
        CutFigures at = CutFigures.of(
                ranking, own, ranking.size(point), CutDraws.atThreshold(placed, point, sample, seeds, workers));
        return SignedFigures.Measures.of(
                at,
                AucUncertainty.of(placed, sample).interval(),
                ranking.total(),
                EventsOverExpected.of(scores, outcomes, money.plannedRate()));
    }
}
