package outrider.explain;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.TreeMap;
import java.util.stream.IntStream;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;

/**
 * Columns that go together: connected by rank correlations of at least 0.7 in size (METHODS section 8). Levels are ranked by the mean
 * score of their records; missing values stand in the middle.
 */
final class GoingTogether {
    private static final double CLOSE = 0.7;
    private static final int MOST_RECORDS = 5000;

    private GoingTogether() {}

    /**
     * @param score of each record
     * @return groups of two places or more, each ascending
     */
    static List<int[]> of(List<Column> columns, double[] score) {
        int n = score.length;
        int step = Math.max(1, n / MOST_RECORDS);
        int[] some = IntStream.iterate(0, i -> i < n, i -> i + step).toArray();
        double[][] ranks = columns.parallelStream()
                .map(column -> standardised(values(column, some, score)))
                .toArray(double[][]::new);
        int[] group = IntStream.range(0, ranks.length).toArray();
        for (int a = 0; a < ranks.length; a++) {
            for (int b = a + 1; b < ranks.length; b++) {
                double sum = 0;
                for (int i = 0; i < some.length; i++) sum += ranks[a][i] * ranks[b][i];
                if (Math.abs(sum) / some.length < CLOSE) continue;
                int from = group[b];
                int to = group[a];
                for (int c = 0; c < group.length; c++) if (group[c] == from) group[c] = to;
            }
        }
        TreeMap<Integer, List<Integer>> members = new TreeMap<>();
        for (int c = 0; c < group.length; c++) {
            members.computeIfAbsent(group[c], g -> new ArrayList<>()).add(c);
        }
        return members.values().stream()
                .filter(m -> m.size() > 1)
                .map(m -> m.stream().mapToInt(i -> i).toArray())
                .sorted(Comparator.comparingInt(m -> m[0]))
                .toList();
    }

    private static double[] values(Column column, int[] some, double[] score) {
        if (column instanceof NumberColumn numbers) {
            return Arrays.stream(some).mapToDouble(i -> numbers.values()[i]).toArray();
        }
        if (column instanceof DateColumn dates) {
            return Arrays.stream(some)
                    .mapToDouble(i -> dates.isMissing(i) ? Double.NaN : dates.days()[i])
                    .toArray();
        }
        if (!(column instanceof CategoryColumn category)) return new double[some.length];
        double[] sum = new double[category.levels().size()];
        double[] count = new double[sum.length];
        for (int i : some) {
            if (category.codes()[i] < 0) continue;
            sum[category.codes()[i]] += score[i];
            count[category.codes()[i]]++;
        }
        return Arrays.stream(some)
                .mapToDouble(i ->
                        category.codes()[i] < 0 ? Double.NaN : sum[category.codes()[i]] / count[category.codes()[i]])
                .toArray();
    }

    /** Midranks less their mean, over their deviation; 0 for missing, and everywhere where all values are equal. */
    private static double[] standardised(double[] values) {
        int[] order = IntStream.range(0, values.length)
                .filter(i -> !Double.isNaN(values[i]))
                .boxed()
                .sorted(Comparator.comparingDouble(i -> values[i]))
                .mapToInt(i -> i)
                .toArray();
        double[] ranks = new double[values.length];
        double middle = (order.length - 1) / 2.0;
        double squares = 0;
        for (int from = 0; from < order.length; ) {
            int to = from;
            while (to < order.length && values[order[to]] == values[order[from]]) to++;
            double rank = (from + to - 1) / 2.0 - middle;
            for (int i = from; i < to; i++) ranks[order[i]] = rank;
            squares += (to - from) * rank * rank;
            from = to;
        }
        double deviation = Math.sqrt(squares / Math.max(1, values.length));
        for (int i = 0; i < ranks.length && deviation > 0; i++) ranks[i] /= deviation;
        return ranks;
    }
}
