package outrider.prepare;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;
import outrider.term.Condition;
import outrider.term.Term;
import outrider.term.Terms;

/**
 * A number, or a date as its age in days before {@code origin} (after it, where {@code age} is false); missing values take the training median and, where training had any, raise
 * a flag of their own.
 */
public record NumberStep(String column, boolean date, double origin, double fill, boolean flagged, boolean age)
        implements Step {
    /** Numbers beyond this cannot be computed with. */
    private static final double MOST = 1e100;

    /**
     * @param rows the training records
     * @throws BadInput if a number is too large to compute with
     */
    public static NumberStep fit(Column source, int[] rows) {
        boolean date = source instanceof DateColumn;
        double[] seen = values(source, rows);
        double origin = date && seen.length > 0 ? Arrays.stream(seen).max().orElseThrow() : 0;
        double median = median(seen);
        return new NumberStep(
                source.name(), date, origin, date ? origin - median : median, seen.length < rows.length, date);
    }

    private static double median(double[] seen) {
        if (seen.length == 0) return 0;
        double usual = seen[0];
        int lead = 0;
        for (double v : seen) {
            if (lead == 0) usual = v;
            lead += v == usual ? 1 : -1;
        }
        int count = 0;
        for (double v : seen) if (v == usual) count++;
        if (2 * count > seen.length + 1) return usual;
        double[] sorted = seen.clone();
        Arrays.sort(sorted);
        return (sorted[(sorted.length - 1) / 2] + sorted[sorted.length / 2]) / 2;
    }

    /** The values that are not missing, ascending. */
    static double[] seen(Column source, int[] rows) {
        double[] seen = values(source, rows);
        Arrays.parallelSort(seen);
        return seen;
    }

    /** The values that are not missing. */
    private static double[] values(Column source, int[] rows) {
        double[] seen = new double[rows.length];
        int count = 0;
        if (source instanceof NumberColumn numbers) {
            for (int row : rows) {
                double value = numbers.values()[row];
                if (!Double.isNaN(value)) seen[count++] = value;
            }
        } else {
            for (int row : rows) if (!source.isMissing(row)) seen[count++] = raw(source, row);
        }
        double low = 0;
        double high = 0;
        for (int i = 0; i < count; i++) {
            low = Math.min(low, seen[i]);
            high = Math.max(high, seen[i]);
        }
        if (low < -MOST || high > MOST) {
            throw BadInput.of(
                    "column \"" + source.name() + "\"",
                    "holds " + (low < -MOST ? low : high) + ", too large to compute with",
                    "read that text as missing on the Data page, or set the column aside");
        }
        return count == seen.length ? seen : Arrays.copyOf(seen, count);
    }

    static double raw(Column source, int record) {
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
        String name = !date ? column : column + (age ? " (age in days)" : " (days)");
        return flagged ? List.of(name, column + " missing") : List.of(name);
    }

    /** The value of one record as the first input has it. */
    double value(Column source, int record) {
        if (source.isMissing(record)) return fill;
        double value = raw(source, record);
        return !date ? value : age ? origin - value : value - origin;
    }

    @Override
    public void write(Column source, int[] rows, double[][] into) {
        if (source instanceof NumberColumn numbers) {
            double[] values = numbers.values();
            for (int i = 0; i < rows.length; i++) {
                double value = values[rows[i]];
                into[0][i] = !Double.isNaN(value) ? value : fill;
            }
            return;
        }
        for (int i = 0; i < rows.length; i++) into[0][i] = value(source, rows[i]);
    }

    /** The first input. */
    Term term() {
        Term raw = date ? new Term.DaysOf(column) : new Term.NumberOf(column);
        Term value = !date
                ? raw
                : age
                        ? new Term.Difference(Terms.constant(origin), raw)
                        : new Term.Difference(raw, Terms.constant(origin));
        return new Term.Choice(new Condition.Missing(column), Terms.constant(fill), value);
    }

    @Override
    public List<Term> numberTerms() {
        return List.of(term());
    }

    @Override
    public Term levelTerm(double[] slopes) {
        return new Term.Choice(new Condition.Missing(column), Terms.constant(slopes[0]), Terms.constant(0));
    }

    @Override
    public int @Nullable [] levels(Column source, int[] rows) {
        return flagged ? missing(source, rows) : null;
    }

    /** 0 where the value is missing, else −1. */
    static int[] missing(Column source, int[] rows) {
        return Arrays.stream(rows).map(row -> source.isMissing(row) ? 0 : -1).toArray();
    }

    @Override
    public String explain() {
        String what = !date
                ? "the number itself"
                : age ? "age in days, back from the last date in training" : "days since the first date in training";
        String filled = "; missing takes the training median "
                + new BigDecimal(fill)
                        .round(new MathContext(6))
                        .stripTrailingZeros()
                        .toPlainString();
        return what + (flagged ? filled + " and raises a flag" : "");
    }
}
