package outrider.explain;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import outrider.base.RandomStream;
import outrider.learn.Model;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;
import outrider.table.Table;
import outrider.table.TextColumn;

/**
 * What each column adds to one record's score: Shapley values by sampling orders of the columns (Strumbelj and Kononenko 2014;
 * METHODS section 8). They add up to the record's score less the average score of the background.
 *
 * @param columns that the model reads
 * @param values one a column, in units of the score
 * @param average score of the background records
 */
public record Contributions(List<String> columns, double[] values, double score, double average) {

    /**
     * @param record to explain
     * @param background records that stand for "not known"; each is used {@code rounds} times, with an order of its own
     */
    public static Contributions of(
            Model model, Table table, int record, int[] background, int rounds, RandomStream random) {
        List<String> columns = model.columns();
        int k = columns.size();
        int orders = background.length * rounds;
        int[][] order = new int[orders][];
        int[][] from = new int[k][orders * (k + 1)];
        for (int o = 0; o < orders; o++) {
            order[o] = new int[k];
            for (int c = 0; c < k; c++) order[o][c] = c;
            random.shuffle(order[o]);
            int at = o * (k + 1);
            for (int c = 0; c < k; c++) Arrays.fill(from[c], at, at + k + 1, background[o % background.length]);
            for (int place = 0; place < k; place++) {
                Arrays.fill(from[order[o][place]], at + place + 1, at + k + 1, record);
            }
        }
        List<Column> mixed = new ArrayList<>();
        for (int c = 0; c < k; c++) mixed.add(gathered(table.column(columns.get(c)), from[c]));
        int[] rows = new int[orders * (k + 1)];
        for (int i = 0; i < rows.length; i++) rows[i] = i;
        double[] score = model.score(new Table(mixed, null), rows);
        double[] values = new double[k];
        double average = 0;
        for (int o = 0; o < orders; o++) {
            int at = o * (k + 1);
            average += score[at] / orders;
            for (int place = 0; place < k; place++) {
                values[order[o][place]] += (score[at + place + 1] - score[at + place]) / orders;
            }
        }
        return new Contributions(columns, values, score[k], average);
    }

    private static Column gathered(Column column, int[] rows) {
        if (column instanceof NumberColumn numbers) {
            double[] values = new double[rows.length];
            for (int i = 0; i < rows.length; i++) values[i] = numbers.values()[rows[i]];
            return new NumberColumn(column.name(), values);
        }
        if (column instanceof DateColumn dates) {
            return new DateColumn(column.name(), gathered(dates.days(), rows));
        }
        if (column instanceof CategoryColumn category) {
            return new CategoryColumn(column.name(), gathered(category.codes(), rows), category.levels());
        }
        TextColumn text = (TextColumn) column;
        return new TextColumn(column.name(), gathered(text.codes(), rows), text.texts());
    }

    private static int[] gathered(int[] values, int[] rows) {
        int[] some = new int[rows.length];
        for (int i = 0; i < rows.length; i++) some[i] = values[rows[i]];
        return some;
    }
}
