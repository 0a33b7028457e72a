package outrider.exchange;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Workers;
import outrider.measure.Bands;
import outrider.measure.BestOfEach;
import outrider.measure.Cells;
import outrider.measure.Measure;
import outrider.measure.PartialAuc;
import outrider.measure.ProbabilityQuality;
import outrider.measure.RankingFigures;
import outrider.rank.IndexedRanking;
import outrider.rank.Ranking;
import outrider.split.Units;
import outrider.stakes.Capacity;
import outrider.stakes.NetValue;
import outrider.stakes.Stakes;
import outrider.table.Levels;
import outrider.table.Numbers;
import outrider.table.Table;
import outrider.uncertainty.AucUncertainty;
import outrider.uncertainty.Sample;

/**
 * Every figure of score columns in a table, as one document of maps, lists, records and numbers with the JSON names of METHODS.
 */
public final class Evaluation {
    private static final String PROBABILITY = "probability";

    private Evaluation() {}

    /**
     * What to evaluate.
     *
     * @param scores columns
     * @param money or null to leave it out
     * @param figures what is wanted of each score
     * @param cuts or null
     */
    public record Request(
            Records records,
            List<String> scores,
            @Nullable Money money,
            Wanted figures,
            @Nullable Cuts cuts) {}

    /**
     * What the table's columns are, but for the scores.
     *
     * @param weight a column, or null
     * @param value a column, or null
     * @param unit a column whose equal values name records that belong together, or null
     */
    public record Records(
            String outcome,
            List<String> eventLevels,
            @Nullable String weight,
            @Nullable String value,
            @Nullable String unit) {

        /** @throws BadInput naming line and column of the first value that will not do */
        private Sample of(Table table) {
            byte[] events = Levels.outcome(table, outcome, eventLevels);
            double[] weights = weight == null
                    ? null
                    : Numbers.demand(table, weight, w -> w > 0, "weights must be numbers above 0");
            double[] values = value == null
                    ? null
                    : Numbers.demand(table, value, v -> v >= 0, "values must be numbers of 0 or more");
            return new Sample(events, values, weights, unit == null ? null : Units.of(table.column(unit)));
        }
    }

    /**
     * @param capacity or null
     * @param plannedRate NaN for the sample's own
     * @param curve whether the net-value curve is wanted
     */
    public record Money(Stakes stakes, @Nullable Capacity capacity, double plannedRate, boolean curve) {}

    /**
     * @param bands numbers of bands
     * @param partialAuc false-positive rate up to which it is wanted; null for none
     */
    public record Wanted(List<Integer> bands, List<Double> thresholds, Double partialAuc) {}

    /**
     * Cuts at which figures with intervals are wanted; they need stakes.
     *
     * @param records numbers of records acted on
     * @param leader the score that others are set against as somebody named it, or null
     * @param seed of the bootstrap
     */
    public record Cuts(List<Double> records, String leader, long seed) {}

    /** @throws BadInput naming line and column of the first value that will not do */
    public static Map<String, Object> of(Table table, Request request) {
        Sample sample = request.records().of(table);
        int k = request.scores().size();
        if (new HashSet<>(request.scores()).size() < k) {
            throw BadInput.of("score", "names a column twice", "name each once");
        }
        double[][] score = new double[k][];
        IndexedRanking[] ranked = new IndexedRanking[k];
        AucUncertainty[] uncertainty = new AucUncertainty[k];
        List<Map<String, Object>> figures = new ArrayList<>(Collections.nCopies(k, Map.of()));
        Object[] quality = new Object[k];
        Workers workers = new Workers(Runtime.getRuntime().availableProcessors());
        workers.each(k, i -> {
            score[i] = Numbers.demand(table, request.scores().get(i), s -> true, "every record needs a finite score");
            ranked[i] = IndexedRanking.of(score[i], sample.outcome(), sample.weight(), sample.value());
            uncertainty[i] = sample.weight() == null ? AucUncertainty.of(ranked[i], sample) : null;
        });
        // the longest tasks first
        workers.each(2 * k, task -> {
            int i = task % k;
            Ranking ranking = ranked[i].ranking();
            if (task < k) quality[i] = quality(ranking, score[i], sample, request.figures());
            else figures.set(i, figures(ranking, uncertainty[i], request));
        });
        Map<String, Object> scores = new LinkedHashMap<>();
        for (int i = 0; i < k; i++) {
            if (quality[i] == null) figures.get(i).remove(PROBABILITY);
            else figures.get(i).put(PROBABILITY, quality[i]);
            scores.put(request.scores().get(i), figures.get(i));
        }
        Cuts cuts = request.cuts();
        if (cuts != null)
            CutsAsked.of(request, cuts, List.of(ranked), sample, workers).addTo(scores);
        Map<String, Object> document = new LinkedHashMap<>();
        document.put("scores", scores);
        document.put("pairs", pairs(request.scores(), uncertainty, ranked));
        return document;
    }

    /** Null where the score is no probability. */
    private static @Nullable Object quality(Ranking ranking, double[] score, Sample sample, Wanted wanted) {
        if (!ProbabilityQuality.applies(score)) return null;
        int q = wanted.bands().isEmpty() ? 1 : wanted.bands().get(0);
        return ProbabilityQuality.of(ranking, score, sample.outcome(), sample.weight(), sample.unit(), q);
    }

    private static Map<String, Object> figures(Ranking ranking, @Nullable AucUncertainty uncertainty, Request request) {
        Map<String, Object> figures = ranking(ranking, uncertainty);
        Wanted wanted = request.figures();
        if (wanted.partialAuc() != null) figures.put("partialAuc", PartialAuc.of(ranking, wanted.partialAuc()));
        Map<String, Object> bands = new LinkedHashMap<>();
        for (int q : wanted.bands()) bands.put(Integer.toString(q), Bands.of(ranking, q));
        figures.put("bands", bands);
        List<Object> thresholds = new ArrayList<>();
        for (double t : wanted.thresholds()) thresholds.add(threshold(ranking, t));
        figures.put("thresholds", thresholds);
        figures.put("bestOfEach", BestOfEach.of(ranking));
        figures.put(PROBABILITY, Map.of()); // its place
        if (request.money() != null) {
            Money asked = request.money();
            NetValue money = new NetValue(ranking, asked.stakes(), asked.plannedRate());
            figures.put("stakes", stakes(ranking, money, asked.stakes(), asked.capacity(), asked.curve()));
        }
        return figures;
    }

    /**
     * The figures of sections 1 and 4.
     *
     * @param uncertainty null where records are weighted
     */
    public static Map<String, Object> ranking(Ranking ranking, @Nullable AucUncertainty uncertainty) {
        RankingFigures whole = RankingFigures.of(ranking);
        Map<String, Object> figures = new LinkedHashMap<>();
        figures.put("auc", whole.auc());
        AucUncertainty.Interval interval = uncertainty == null ? null : uncertainty.interval();
        figures.put("aucStandardError", interval == null ? null : interval.standardError());
        figures.put("aucLow", interval == null ? null : interval.low());
        figures.put("aucHigh", interval == null ? null : interval.high());
        figures.put("gini", whole.gini());
        figures.put("ks", whole.ks());
        figures.put("averagePrecision", whole.averagePrecision());
        figures.put("baseRate", whole.baseRate());
        return figures;
    }

    private static Map<String, Object> threshold(Ranking ranking, double t) {
        Map<String, Object> at = new LinkedHashMap<>();
        at.put("threshold", t);
        at.put("measures", Measure.all(Cells.at(ranking, ranking.pointAtThreshold(t))));
        return at;
    }

    /** The figures of section 5. */
    public static Map<String, Object> stakes(
            Ranking ranking, NetValue money, Stakes stakes, @Nullable Capacity capacity, boolean curve) {
        Map<String, Object> figures = new LinkedHashMap<>();
        figures.put("nobody", money.nobody());
        figures.put("everybody", money.everybody());
        figures.put("bestCut", money.best(capacity));
        figures.put("breakEven", money.breakEven());
        if (stakes.acting() != Stakes.Acting.PAYS_ABOVE_BREAK_EVEN) {
            figures.put(
                    "breakEvenNote",
                    stakes.acting() == Stakes.Acting.NEVER_PAYS ? "acting can never pay" : "acting always pays");
        }
        if (curve) {
            List<Object> points = new ArrayList<>();
            for (int g = 0; g <= ranking.groups(); g++) {
                points.add(new TreeMap<>(Map.of("records", ranking.size(g), "netValue", money.atPoint(g))));
            }
            figures.put("curve", points);
        }
        return figures;
    }

    private static List<Object> pairs(List<String> names, AucUncertainty[] uncertainties, IndexedRanking[] ranked) {
        List<Object> pairs = new ArrayList<>();
        for (int a = 0; a < names.size(); a++) {
            for (int b = a + 1; b < names.size(); b++) {
                Map<String, Object> pair = new LinkedHashMap<>();
                pair.put("a", names.get(a));
                pair.put("b", names.get(b));
                AucUncertainty.Difference difference = uncertainties[a] == null
                        ? new AucUncertainty.Difference(
                                ranked[a].ranking().auc() - ranked[b].ranking().auc(), null, null, null)
                        : uncertainties[a].minus(uncertainties[b]);
                pair.put("difference", difference.difference());
                pair.put("standardError", difference.standardError());
                pair.put("z", difference.z());
                pair.put("pValue", difference.pValue());
                pairs.add(pair);
            }
        }
        return pairs;
    }
}
