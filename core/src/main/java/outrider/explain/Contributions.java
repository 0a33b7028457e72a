package outrider.explain;

import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.RandomStream;
import outrider.learn.AdditiveScore;
import outrider.learn.Model;
import outrider.table.Table;

/**
 * What each column adds to one record's score: Shapley values with respect to some background records (Strumbelj and Kononenko 2014;
 * METHODS section 8). They add up to the record's score less the average score of the background. Exact where the score is a sum over
 * columns or trees, or where so few columns are read that all their subsets can be tried; else by sampled orders of the columns.
 *
 * @param columns that the model reads
 * @param values one a column, in units of the score; 0 for one that the model does not use
 * @param errors standard errors of the values; null where they are exact
 * @param average score of the background records
 */
public record Contributions(
        List<String> columns, double[] values, double @Nullable [] errors, double score, double average) {
    /** Scorings that all subsets may take. */
    private static final int MOST_SCORINGS = 1 << 16;

    /**
     * @param record to explain
     * @param background records that stand for “not known”, at most 64; each is used with {@code pairs} orders and their reverses where
     *     orders are sampled
     * @param pairs at least 2
     */
    public static Contributions of(
            Model model, Table table, int record, int[] background, int pairs, RandomStream random) {
        AdditiveScore sum = model.additive();
        if (sum != null && sum.scale() == AdditiveScore.Scale.SCORE) {
            AdditiveScore.Apart apart = sum.against(table, background);
            int[] one = {record};
            return new Contributions(
                    model.columns(),
                    apart.of(table, one),
                    null,
                    model.score(table, one)[0],
                    mean(model.score(table, sorted(background))));
        }
        int columns = model.columns().size();
        boolean few = columns < 30 && (long) background.length << columns <= MOST_SCORINGS;
        return few
                ? Subsets.of(model, table, record, background)
                : Orders.of(model, table, record, background, pairs, random);
    }

    /** The same by sampled orders, whatever the model. */
    public static Contributions sampled(
            Model model, Table table, int record, int[] background, int pairs, RandomStream random) {
        return Orders.of(model, table, record, background, pairs, random);
    }

    static double mean(double[] values) {
        double sum = 0;
        for (double value : values) sum += value;
        return sum / values.length;
    }

    private static int[] sorted(int[] rows) {
        int[] ascending = rows.clone();
        java.util.Arrays.sort(ascending);
        return ascending;
    }
}
