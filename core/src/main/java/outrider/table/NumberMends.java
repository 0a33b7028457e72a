package outrider.table;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.DoublePredicate;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import outrider.table.Reading.Mend;

/** Numbers that may be days, or of which one value may stand for missing. */
final class NumberMends {
    /** Values that people write for “no value”, where they lie apart from all others. */
    private static final List<Double> MARKS =
            List.of(-1.0, -9.0, -99.0, -999.0, -9999.0, 99.0, 999.0, 9999.0, 99999.0, 999999.0);

    private static final double COMMON = 0.01;
    private static final int FEWEST = 20;
    private static final int FEW_VALUES = 10;
    private static final Pattern DAY_NAME = Pattern.compile("(?i).*(date|datum|day|_on|_at|_dt|since|until)");
    private static final Pattern MONTH_NAME = Pattern.compile("(?i).*(month|period|yyyymm|date|datum|snapshot)");

    private NumberMends() {}

    static @Nullable Mend of(NumberColumn column) {
        String name = column.name();
        if (days(column, DateFormat.of("uuuuMMdd"), v -> v >= 19000101 && v <= 21001231)) return day("uuuuMMdd");
        if (MONTH_NAME.matcher(name).matches()
                && days(column, DateFormat.of("uuuuMM"), v -> v >= 190001 && v <= 210012)) {
            return day("uuuuMM");
        }
        if (DAY_NAME.matcher(name).matches()
                && days(column, DateFormat.of(DateFormat.SERIAL), v -> v >= 18_000 && v < 73_000)) {
            return day(DateFormat.SERIAL);
        }
        return mark(column);
    }

    private static Mend day(String pattern) {
        return new Mend(new Reading(ColumnType.DATE, pattern, null, null), 0, List.of(), false);
    }

    /** Whether all values are whole, several, and days under a format. */
    private static boolean days(NumberColumn column, DateFormat format, DoublePredicate within) {
        double first = Double.NaN;
        boolean differ = false;
        for (double value : column.values()) {
            if (Double.isNaN(value)) continue;
            if (value != Math.rint(value) || !within.test(value)) return false;
            if (Double.isNaN(first)) first = value;
            differ |= value != first;
            if (format.day(NumberColumn.text(value)) == DateColumn.MISSING) return false;
        }
        return differ;
    }

    /** A negative mark where all others are 0 or more; a row of nines at least twice the largest of the others. */
    private static @Nullable Mend mark(NumberColumn column) {
        double[] values = column.values();
        Map<Double, Integer> counts = new HashMap<>();
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        int present = 0;
        for (double value : values) {
            if (Double.isNaN(value)) continue;
            present++;
            if (MARKS.contains(value)) {
                counts.merge(value, 1, Integer::sum);
                continue;
            }
            low = Math.min(low, value);
            high = Math.max(high, value);
        }
        for (Map.Entry<Double, Integer> found : counts.entrySet()) {
            double mark = found.getKey();
            boolean common = found.getValue() >= Math.max(FEWEST, COMMON * present);
            boolean apart = mark < 0
                    ? low >= 0 && counts.keySet().stream().allMatch(v -> v == mark || v >= 0)
                    : mark >= 2 * high && counts.keySet().stream().allMatch(v -> v <= mark);
            if (!common || !apart || high - low < FEW_VALUES) continue;
            String format = column.format().equals(",") ? "1234,5" : NumberFormat.PLAIN_NAME;
            String text = NumberColumn.text(mark);
            return new Mend(
                    new Reading(ColumnType.NUMBER, format, List.of(text), null), found.getValue(), List.of(), false);
        }
        return null;
    }
}
