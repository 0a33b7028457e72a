package outrider.drift;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import org.hipparchus.distribution.continuous.ChiSquaredDistribution;
import outrider.base.Workers;
import outrider.follow.Reference;
import outrider.follow.Stability;
import outrider.split.Units;
import outrider.table.Column;

/**
 * How a column's distribution moved from training to validation.
 *
 * @param stability of validation against training's bands
 * @param p of Pearson's χ² over the bands that nothing moved, divided by the mean size of a unit (Rao and Scott 1981), times the
 *     number of columns, at most 1
 * @param moved whether p is below 0.05 and the index at least {@link #SHIFT}
 */
public record Mover(Stability stability, double p, boolean moved) {
    /** A smaller index is no move, however sure it is. */
    public static final double SHIFT = 0.1;

    private static final double SURE = 0.05;

    /**
     * Each column, the largest index first.
     *
     * @param unit of each record, by record number: records of a unit are never taken for independent
     */
    public static List<Mover> of(List<Column> columns, int[] training, int[] validation, int[] unit, Workers workers) {
        double repeats = Math.max(perUnit(training, unit), perUnit(validation, unit));
        Mover[] found = new Mover[columns.size()];
        workers.each(found.length, c -> {
            Column column = columns.get(c);
            Stability stability = Stability.of(Reference.of(column, training), column, validation);
            double p = Math.min(1, found.length * pearson(stability, training.length, validation.length, repeats));
            found[c] = new Mover(stability, p, p < SURE && stability.psi() >= SHIFT);
        });
        return Arrays.stream(found)
                .sorted(Comparator.comparingDouble(m -> -m.stability.psi()))
                .toList();
    }

    /** Bands with few records make the index itself too large for its χ²; Pearson's holds. */
    private static double pearson(Stability stability, int n, int m, double repeats) {
        int bands = stability.bands().size();
        if (bands < 2) return 1;
        double sum = 0;
        for (int k = 0; k < bands; k++) {
            double difference = stability.actualShares()[k] - stability.expectedShares()[k];
            double pooled = (n * stability.expectedShares()[k] + m * stability.actualShares()[k]) / (n + m);
            sum += difference * difference / pooled;
        }
        double squares = sum / (1.0 / n + 1.0 / m) / repeats;
        return 1 - new ChiSquaredDistribution(bands - 1).cumulativeProbability(squares);
    }

    private static double perUnit(int[] rows, int[] unit) {
        int[] units = new int[rows.length];
        for (int i = 0; i < rows.length; i++) units[i] = unit[rows[i]];
        return rows.length / (double) Math.max(1, Units.different(units));
    }
}
