package outrider.zoo;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import outrider.prepare.TrainingData;
import outrider.rank.Ranking;
import outrider.table.Column;
import outrider.table.ColumnBuilder;
import outrider.table.Reading;
import outrider.table.SuggestedReading;
import outrider.table.Table;

/**
 * A generated table whose truth is known: the first records are for training, the rest for validation.
 *
 * @param inputs names of the input columns
 * @param outcome 0 or 1 a record
 * @param unit the first record of each record's customer; null where every record stands alone
 * @param risk the log-odds that the outcome was drawn by
 * @param training how many records are for training
 * @param known how many records have an outcome that is known yet; what comes after is in no part
 */
public record WildTable(
        Table table, List<String> inputs, byte[] outcome, int[] unit, double[] risk, int training, int known) {

    /** Reads columns of written cells as a file of them would be read; null is an empty cell. */
    static Table read(Map<String, String[]> cells) {
        List<Column> columns = new ArrayList<>();
        cells.forEach((name, written) -> {
            ColumnBuilder builder = ColumnBuilder.inferring(name, '.');
            for (String cell : written) builder.add(cell);
            columns.add(builder.build());
        });
        return new Table(columns, null);
    }

    /** The same records with every reading taken that the application offers, of several the first. */
    public WildTable offersTaken() {
        List<Column> read = table.columns().stream()
                .map(column -> {
                    SuggestedReading offer = SuggestedReading.of(column, null);
                    if (offer == null) return column;
                    Reading taken = offer.reading();
                    return (taken == null ? offer.ways().get(0).reading() : taken).apply(column, table);
                })
                .toList();
        return new WildTable(new Table(read, null), inputs, outcome, unit, risk, training, known);
    }

    public TrainingData data(long seed) {
        return new TrainingData(table, inputs, IntStream.range(0, training).toArray(), outcome, unit, seed);
    }

    public int[] validation() {
        return IntStream.range(training, known).toArray();
    }

    /** AUC on validation of scores of its records. */
    public double auc(double[] score) {
        return Ranking.of(score, Arrays.copyOfRange(outcome, training, known)).auc();
    }

    /** What nobody can beat but by luck: the AUC of the true risk. */
    public double ceiling() {
        return auc(Arrays.copyOfRange(risk, training, known));
    }
}
