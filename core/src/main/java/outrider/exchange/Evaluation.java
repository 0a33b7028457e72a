package outrider.exchange;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import outrider.base.BadInput;
import outrider.doubt.AucDoubt;
import outrider.measure.Bands;
import outrider.measure.BestOfEach;
import outrider.measure.Cells;
import outrider.measure.Measure;
import outrider.measure.ProbabilityQuality;
import outrider.measure.RankingFigures;
import outrider.rank.Ranking;
import outrider.stakes.Capacity;
import outrider.stakes.NetValue;
import outrider.stakes.Stakes;
import outrider.table.Levels;
import outrider.table.Numbers;
import outrider.table.Table;

/**
 * Every figure of score columns in a table, as one document of maps, lists, records and numbers with the JSON names of METHODS.
 */
public final class Evaluation {
    private Evaluation() {}

    /**
     * What to evaluate.
     *
     * @param weight a column, or null
     * @param value a column, or null
     * @param stakes or null to leave money out
     * @param capacity or null
     * @param plannedRate NaN for the sample's own
     * @param bands numbers of bands
     * @param curve whether the net-value curve is wanted
     * @param cuts or null
     */
    public record Request(
            String outcome,
            List<String> eventLevels,
            List<String> scores,
            String weight,
            String value,
            Stakes stakes,
            Capacity capacity,
            double plannedRate,
            List<Integer> bands,
            List<Double> thresholds,
            boolean curve,
            Cuts cuts) {}

    /**
     * Cuts at which figures with intervals are wanted; they need stakes and unweighted records.
     *
     * @param records numbers of records acted on
     * @param leader the score that others are set against, or null
     * @param seed of the bootstrap
     */
    public record Cuts(List<Double> records, String leader, long seed) {}

    /** @throws BadInput naming line and column of the first value that will not do */
    public static Map<String, Object> of(Table table, Request request) {
        byte[] outcome = Levels.outcome(table, request.outcome(), request.eventLevels());
        double[] weight = request.weight() == null
                ? null
                : Numbers.demand(table, request.weight(), w -> w > 0, "weights must be numbers above 0");
        double[] value = request.value() == null
                ? null
                : Numbers.demand(table, request.value(), v -> v >= 0, "values must be numbers of 0 or more");
        Map<String, Object> scores = new LinkedHashMap<>();
        List<AucDoubt> doubts = new ArrayList<>();
        for (String name : request.scores()) {
            if (scores.containsKey(name)) throw BadInput.of("score", "\"" + name + "\" is named twice", "name it once");
            double[] score = Numbers.demand(table, name, s -> true, "every record needs a finite score");
            AucDoubt doubt = weight == null ? AucDoubt.of(score, outcome) : null;
            doubts.add(doubt);
            scores.put(name, figures(score, outcome, weight, value, doubt, request));
        }
        if (request.cuts() != null)
            CutsAsked.of(table, request, outcome, weight, value).addTo(scores);
        Map<String, Object> document = new LinkedHashMap<>();
        document.put("scores", scores);
        document.put("pairs", pairs(request.scores(), doubts, scores));
        return document;
    }

    private static Map<String, Object> figures(
            double[] score, byte[] outcome, double[] weight, double[] value, AucDoubt doubt, Request request) {
        Ranking ranking = Ranking.of(score, outcome, weight, value);
        Map<String, Object> figures = ranking(ranking, doubt);
        Map<String, Object> bands = new LinkedHashMap<>();
        for (int q : request.bands()) bands.put(Integer.toString(q), Bands.of(ranking, q));
        figures.put("bands", bands);
        List<Object> thresholds = new ArrayList<>();
        for (double t : request.thresholds()) thresholds.add(threshold(ranking, t));
        figures.put("thresholds", thresholds);
        figures.put("bestOfEach", BestOfEach.of(ranking));
        if (ProbabilityQuality.applies(score)) {
            int q = request.bands().isEmpty() ? 1 : request.bands().get(0);
            figures.put("probability", ProbabilityQuality.of(score, outcome, weight, q));
        }
        if (request.stakes() != null) {
            NetValue money = new NetValue(ranking, request.stakes(), request.plannedRate());
            figures.put("stakes", stakes(ranking, money, request.stakes(), request.capacity(), request.curve()));
        }
        return figures;
    }

    /** The figures of sections 1 and 4. @param doubt null where records are weighted */
    public static Map<String, Object> ranking(Ranking ranking, AucDoubt doubt) {
        RankingFigures whole = RankingFigures.of(ranking);
        Map<String, Object> figures = new LinkedHashMap<>();
        figures.put("auc", whole.auc());
        AucDoubt.Interval interval = doubt == null ? null : doubt.interval();
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
            Ranking ranking, NetValue money, Stakes stakes, Capacity capacity, boolean curve) {
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

    private static List<Object> pairs(List<String> names, List<AucDoubt> doubts, Map<String, Object> scores) {
        List<Object> pairs = new ArrayList<>();
        for (int a = 0; a < names.size(); a++) {
            for (int b = a + 1; b < names.size(); b++) {
                Map<String, Object> pair = new LinkedHashMap<>();
                pair.put("a", names.get(a));
                pair.put("b", names.get(b));
                AucDoubt.Difference difference = doubts.get(a) == null
                        ? new AucDoubt.Difference(
                                auc(scores, names.get(a)) - auc(scores, names.get(b)), null, null, null)
                        : doubts.get(a).minus(doubts.get(b));
                pair.put("difference", difference.difference());
                pair.put("standardError", difference.standardError());
                pair.put("z", difference.z());
                pair.put("pValue", difference.pValue());
                pairs.add(pair);
            }
        }
        return pairs;
    }

    private static double auc(Map<String, Object> scores, String name) {
        return (double) ((Map<?, ?>) scores.get(name)).get("auc");
    }
}
