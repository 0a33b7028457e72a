package outrider.learn.reference;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import outrider.base.BadInput;
import outrider.learn.Model;
import outrider.prepare.TrainingData;
import outrider.table.Column;
import outrider.table.Table;
import outrider.term.Term;
import outrider.term.Terms;

/**
 * The mean outcome of each combination of levels, smoothed with {@link #PRIOR} records at the base rate (METHODS section 7).
 * Combinations not seen in training get the base rate.
 */
public record GroupRates(List<String> columns, double baseRate, Map<String, Double> rates) implements Model {
    public static final double PRIOR = 20;

    /**
     * @param columns one or more to group by
     * @throws BadInput if no column is given or one does not exist
     */
    public static GroupRates train(TrainingData data, List<String> columns) {
        if (columns.isEmpty()) throw BadInput.of("group by", "no column chosen", "choose at least one column");
        double base = data.rate();
        int[] rows = data.rows();
        double[] even = data.evenWeights(rows);
        List<String> keys = keys(data.table(), columns, rows);
        Map<String, double[]> sums = new HashMap<>();
        for (int i = 0; i < rows.length; i++) {
            double[] sum = sums.computeIfAbsent(keys.get(i), key -> new double[2]);
            double weight = even == null ? 1 : even[i];
            sum[0] += weight * data.outcome()[rows[i]];
            sum[1] += weight;
        }
        Map<String, Double> rates = new java.util.TreeMap<>();
        sums.forEach((key, sum) -> rates.put(key, (sum[0] + PRIOR * base) / (sum[1] + PRIOR)));
        return new GroupRates(List.copyOf(columns), base, rates);
    }

    private static List<String> keys(Table table, List<String> columns, int[] rows) {
        List<Column> sources = columns.stream().map(table::column).toList();
        List<String> keys = new ArrayList<>(rows.length);
        for (int row : rows) {
            StringBuilder key = new StringBuilder();
            for (Column source : sources) {
                String text = source.text(row);
                key.append(text == null ? "-" : text.length() + ":" + text).append('|');
            }
            keys.add(key.toString());
        }
        return keys;
    }

    @Override
    public double[] score(Table table, int[] rows) {
        List<String> keys = keys(table, columns, rows);
        double[] score = new double[rows.length];
        for (int i = 0; i < rows.length; i++) score[i] = rates.getOrDefault(keys.get(i), baseRate);
        return score;
    }

    @Override
    public Term term() {
        return term(0, "");
    }

    /** Of groups whose key begins so, by the columns from {@code at} on. */
    private Term term(int at, String begun) {
        if (at == columns.size()) return Terms.constant(rates.getOrDefault(begun, baseRate));
        Map<String, String> next = new java.util.TreeMap<>();
        for (String key : rates.keySet()) {
            if (!key.startsWith(begun)) continue;
            int mark = begun.length();
            if (key.charAt(mark) == '-') continue;
            int colon = key.indexOf(':', mark);
            int end = colon + 1 + Integer.parseInt(key.substring(mark, colon));
            next.put(key.substring(colon + 1, end), key.substring(0, end + 1));
        }
        List<Term> values = next.values().stream().map(key -> term(at + 1, key)).toList();
        return new Term.ByLevel(
                columns.get(at),
                List.copyOf(next.keySet()),
                values,
                term(at + 1, begun + "-|"),
                Terms.constant(baseRate));
    }

    @Override
    public boolean probability() {
        return true;
    }

    @Override
    public long size() {
        return rates.size() + 1L;
    }
}
