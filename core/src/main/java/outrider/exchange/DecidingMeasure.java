package outrider.exchange;

import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.measure.PartialAuc;
import outrider.measure.RankingFigures;
import outrider.rank.IndexedRanking;
import outrider.rank.Ranking;
import outrider.stakes.Capacity;
import outrider.stakes.NetValue;
import outrider.stakes.Stakes;
import outrider.table.NumberColumn;
import outrider.uncertainty.AucUncertainty;
import outrider.uncertainty.CutDraws;
import outrider.uncertainty.Drawn;
import outrider.uncertainty.FigureDraws;
import outrider.uncertainty.Optimism;
import outrider.uncertainty.Sample;

/**
 * What a brief's candidates are ordered and its leader is chosen by, on validation (METHODS section 2).
 *
 * @param at the depth of {@link DecidingKind#CAPTURE}, the highest false-positive rate of {@link DecidingKind#PARTIAL_AUC}; null takes the capacity
 */
public record DecidingMeasure(DecidingKind kind, @Nullable Double at) {
    /** Where neither a share nor a capacity is given. */
    private static final double PLAIN_SHARE = 0.1;

    /** @throws BadInput if {@code at} is no share above 0 */
    public DecidingMeasure {
        if (at != null && !(at > 0 && at <= 1)) {
            throw BadInput.of("decidingAt", "is " + at, "give a share above 0, at most 1, or leave it out");
        }
    }

    /**
     * What decides where nobody chose: net value where stakes are given, else capture at the capacity, else AUC.
     *
     * @param capacity or null
     */
    public static DecidingMeasure plain(Stakes stakes, @Nullable Capacity capacity) {
        boolean costs = stakes.actionCost() > 0 || stakes.falseAlarmCost() > 0;
        boolean wins = stakes.gainIfCaught() > 0 || stakes.missCost() > 0;
        DecidingKind kind =
                costs && wins ? DecidingKind.NET_VALUE : capacity != null ? DecidingKind.CAPTURE : DecidingKind.AUC;
        return new DecidingMeasure(kind, null);
    }

    /** The share that {@link #at} stands for; NaN where the measure has none. */
    public double share(@Nullable Capacity capacity, double total) {
        if (kind != DecidingKind.CAPTURE && kind != DecidingKind.PARTIAL_AUC) return Double.NaN;
        if (at != null) return at;
        double share = capacity == null ? PLAIN_SHARE : capacity.ranks(total, true) / total;
        return share > 0 ? share : PLAIN_SHARE;
    }

    /** In words, with its share. */
    public String words(@Nullable Capacity capacity, double total) {
        double share = share(capacity, total);
        String percent = Double.isNaN(share) ? "" : NumberColumn.text(Math.round(1000 * share) / 10.0) + " %";
        return switch (kind) {
            case CAPTURE -> "capture rate at " + percent + " depth";
            case PARTIAL_AUC -> "partial AUC up to a false-positive rate of " + percent;
            case NET_VALUE -> capacity == null ? kind.words() : kind.words() + " within the capacity";
            default -> kind.words();
        };
    }

    private double rank(Ranking ranking, @Nullable Capacity capacity) {
        double share = share(capacity, ranking.total());
        return new Capacity(share, true).ranks(ranking.total(), ranking.weighted());
    }

    /** The figure; higher is better. Net value is told as the gain over nobody for the ranking's records. */
    public double of(Ranking ranking, NetValue money, @Nullable Capacity capacity) {
        return switch (kind) {
            case NET_VALUE -> money.best(capacity).gainOverNobody();
            case CAPTURE -> ranking.eventsAt(rank(ranking, capacity)) / ranking.totalEvents();
            case AUC -> ranking.auc();
            case AVERAGE_PRECISION -> RankingFigures.of(ranking).averagePrecision();
            case PARTIAL_AUC -> PartialAuc.of(ranking, share(capacity, ranking.total()));
        };
    }

    /**
     * By how much the best of several candidates looks better than it is because these records chose it; null for fewer than two.
     *
     * @param money of each, in the same order
     */
    public @Nullable Double optimism(
            List<IndexedRanking> ranked,
            List<AucUncertainty> uncertainties,
            List<NetValue> money,
            @Nullable Capacity capacity,
            Sample sample,
            Seeds seeds,
            Workers workers) {
        if (ranked.size() < 2) return null;
        if (kind == DecidingKind.AUC) return Optimism.ofAuc(uncertainties, seeds);
        double[] values = new double[ranked.size()];
        double[] ranks = new double[ranked.size()];
        for (int i = 0; i < values.length; i++) {
            Ranking ranking = ranked.get(i).ranking();
            values[i] = of(ranking, money.get(i), capacity);
            if (kind == DecidingKind.NET_VALUE)
                ranks[i] = money.get(i).best(capacity).records();
            if (kind == DecidingKind.CAPTURE) ranks[i] = rank(ranking, capacity);
        }
        double[][] draws = switch (kind) {
            case AVERAGE_PRECISION -> FigureDraws.averagePrecision(ranked, sample, seeds, workers);
            case PARTIAL_AUC ->
                FigureDraws.partialAuc(
                        ranked, share(capacity, ranked.get(0).ranking().total()), sample, seeds, workers);
            default -> {
                List<Drawn> all =
                        CutDraws.of(ranked, ranks, sample, seeds, workers).together();
                double[][] figures = new double[all.size()][];
                Arrays.setAll(
                        figures,
                        i -> kind == DecidingKind.CAPTURE
                                ? all.get(i).capture()
                                : all.get(i)
                                        .gain(
                                                money.get(i).stakes(),
                                                money.get(i).planned()));
                yield figures;
            }
        };
        return Optimism.ofDraws(values, draws, seeds);
    }
}
