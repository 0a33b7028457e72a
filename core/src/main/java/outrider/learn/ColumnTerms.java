package outrider.learn;

import java.util.function.BiFunction;
import outrider.table.Table;

/**
 * A sum in which each column has a term of its own: what it adds is its term less the mean of that term.
 *
 * @param terms of records, record i, column c at {@code i · columns + c}
 */
public record ColumnTerms(Scale scale, BiFunction<Table, int[], double[]> terms, int columns, double base)
        implements AdditiveScore {
    @Override
    public Apart against(Table table, int[] background) {
        double[] known = terms.apply(table, background);
        double[] mean = new double[columns];
        for (int i = 0; i < known.length; i++) mean[i % columns] += known[i] / background.length;
        double sum = base;
        for (double one : mean) sum += one;
        double average = sum;
        return new Apart() {
            @Override
            public double average() {
                return average;
            }

            @Override
            public double[] of(Table list, int[] rows) {
                double[] values = terms.apply(list, rows);
                for (int i = 0; i < values.length; i++) values[i] -= mean[i % columns];
                return values;
            }
        };
    }
}
