package outrider.prepare;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.Arrays;
import java.util.List;
import outrider.base.BadInput;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;

/**
 * A number, or a date as days since {@code origin}; missing values take the training median and, where training had any, raise
 * a flag of their own.
 */
public record NumberStep(String column, boolean date, double origin, double fill, boolean flagged) implements Step {

    /** @param rows the training records */
    public static NumberStep fit(Column source, int[] rows) {
        boolean date = source instanceof DateColumn;
        double[] seen = new double[rows.length];
        int count = 0;
        for (int row : rows) if (!source.isMissing(row)) seen[count++] = raw(source, row);
        double[] sorted = Arrays.copyOf(seen, count);
        Arrays.sort(sorted);
        double origin = date && count > 0 ? sorted[0] : 0;
        double median = count == 0 ? 0 : (sorted[(count - 1) / 2] + sorted[count / 2]) / 2;
        return new NumberStep(source.name(), date, origin, median - origin, count < rows.length);
    }

    private static double raw(Column source, int record) {
        if (source instanceof NumberColumn numbers) return numbers.values()[record];
        if (source instanceof DateColumn dates) return dates.days()[record];
        if (source instanceof CategoryColumn category && category.levels().isEmpty()) return Double.NaN;
        throw BadInput.of(
                "column \"" + source.name() + "\"",
                "holds texts where numbers were learnt from",
                "bring the same type");
    }

    @Override
    public List<String> inputs() {
        String name = date ? column + " (days)" : column;
        return flagged ? List.of(name, column + " missing") : List.of(name);
    }

    @Override
    public void write(Column source, int record, double[] into, int at) {
        boolean missing = source.isMissing(record);
        into[at] = missing ? fill : raw(source, record) - origin;
        if (flagged) into[at + 1] = missing ? 1 : 0;
    }

    @Override
    public String explain() {
        String what = date ? "days since the first date in training" : "the number itself";
        String filled = "; missing takes the training median "
                + new BigDecimal(fill)
                        .round(new MathContext(6))
                        .stripTrailingZeros()
                        .toPlainString();
        return what + (flagged ? filled + " and raises a flag" : "");
    }
}
