package outrider.follow;

import java.util.Arrays;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.exchange.CutFigures;
import outrider.rank.IndexedRanking;
import outrider.rank.Ranking;
import outrider.split.Units;
import outrider.stakes.NetValue;
import outrider.stakes.Stakes;
import outrider.table.Column;
import outrider.table.Table;
import outrider.uncertainty.AucUncertainty;
import outrider.uncertainty.CutDraws;
import outrider.uncertainty.Sample;

/**
 * Scored records and how they are judged.
 *
 * @param score one a record
 * @param threshold from which on one acts; null where nobody is acted on
 * @param sample the records; an outcome is −1 where it has not arrived
 * @param due share of the outcomes that is waited for before anything is judged
 * @param bySize whether few events, bands of few records, many columns and customers of several records are allowed for; not so by rules
 *     before 10
 */
public record Judged(
        double[] score,
        @Nullable Double threshold,
        Sample sample,
        Money money,
        double due,
        boolean bySize,
        Seeds seeds,
        Workers workers) {

    /** Of which any outcome will do. */
    public Judged(
            double[] score, @Nullable Double threshold, Sample sample, Money money, Seeds seeds, Workers workers) {
        this(score, threshold, sample, money, 0, true, seeds, workers);
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
        return IntStream.of(rows).filter(i -> sample.outcome()[i] >= 0).toArray();
    }

    int events(int[] known) {
        return IntStream.of(known).map(i -> sample.outcome()[i]).sum();
    }

    /** How many records a customer has, in the mean. */
    double perUnit() {
        int[] unit = sample.unit();
        return unit == null || unit.length == 0 ? 1 : unit.length / (double) Units.different(unit);
    }

    /** A batch that is looked at in so many columns. */
    Stability.Looked looked(int columns) {
        return new Stability.Looked(perUnit(), columns, seeds);
    }

    Stability stability(Reference reference, Table read, int columns) {
        Column column = read.column(reference.column());
        return bySize ? Stability.of(reference, column, looked(columns)) : Stability.of(reference, column);
    }

    /** Figures less signed ones, as one of so many that are looked at together; null where nothing is judged. */
    BatchFigures.@Nullable Differences differences(
            SignedFigures.@Nullable Measures signed, SignedFigures.@Nullable Measures now, int[] known, int many) {
        if (signed == null || now == null || early()) return null;
        int events = events(known);
        boolean few = bySize && BatchFigures.few(known.length, events);
        Double least = few ? (Double) signed.errorsGrow(Math.min(events, known.length - events)) : null;
        return BatchFigures.Differences.of(signed, now, many, least);
    }

    /** Figures at the threshold of some records whose outcome is known; null where it is the same for all. */
    public SignedFigures.@Nullable Measures measures(int[] known) {
        int events = events(known);
        if (events == 0 || events == known.length) return null;
        double[] scores = Arrays.stream(known).mapToDouble(i -> score[i]).toArray();
        Sample judged = sample.at(known);
        IndexedRanking ranked = judged.ranked(scores);
        Ranking ranking = ranked.ranking();
        NetValue own = new NetValue(ranking, money.stakes(), money.plannedRate());
        int point = threshold == null ? 0 : ranking.pointAtThreshold(threshold);
        CutFigures at = CutFigures.of(
                ranking, own, ranking.size(point), CutDraws.atThreshold(ranked, point, judged, seeds, workers));
        return SignedFigures.Measures.of(
                at,
                AucUncertainty.of(ranked, judged).interval(),
                ranking.total(),
                EventsOverExpected.of(scores, judged, money.plannedRate()));
    }
}
