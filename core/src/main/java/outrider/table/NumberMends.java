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

    /** A mark stands in so many records, or of small tables in this share of them and in some. */
    private static final int ENOUGH = 20;

    private static final double COMMON = 0.01;
    private static final int FEWEST = 3;
    private static final int FEW_VALUES = 10;
    /** So many times the range of all others a value lies apart that must stand for something else. */
    private static final double FAR = 3;
    /** Zero lies apart from values whose mean is so many times their standard deviation away from it, the nearest of them one. */
    private static final double FAR_FROM_ZERO = 3.5;
    /** Where more are zero, it may well be what it says. */
    private static final double MOST_ZEROS = 0.1;

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
        Mend mark = mark(column);
        if (mark == null) mark = farAway(column);
        return mark != null ? mark : zero(column);
    }

    private static boolean common(int records, int present) {
        return records >= Math.min(ENOUGH, Math.max(FEWEST, COMMON * present));
    }

    /** Zeros among measurements that are all far above it, such as a blood pressure of 0. */
    private static @Nullable Mend zero(NumberColumn column) {
        Ends ends = Ends.of(column.values());
        if (ends.low != 0 || ends.different < FEW_VALUES || ends.lows > MOST_ZEROS * ends.present) return null;
        double mean = 0;
        double squares = 0;
        int others = 0;
        for (double value : column.values()) {
            if (Double.isNaN(value) || value == 0) continue;
            double off = value - mean;
            mean += off / ++others;
            squares += off * (value - mean);
        }
        double spread = Math.sqrt(squares / others);
        boolean apart = mean > FAR_FROM_ZERO * spread && ends.secondLow > spread;
        return apart && common(ends.lows, ends.present) ? missing(column, 0, ends.lows) : null;
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

    /** One value, lowest or highest, that many records have and that lies several times the range of all others away from them. */
    private static @Nullable Mend farAway(NumberColumn column) {
        Ends ends = Ends.of(column.values());
        if (ends.different < FEW_VALUES) return null;
        boolean above = ends.high - ends.secondHigh > ends.secondLow - ends.low;
        double mark = above ? ends.high : ends.low;
        double range = above ? ends.secondHigh - ends.low : ends.high - ends.secondLow;
        double gap = above ? ends.high - ends.secondHigh : ends.secondLow - ends.low;
        int count = above ? ends.highs : ends.lows;
        return mark != 0 && common(count, ends.present) && gap > FAR * range ? missing(column, mark, count) : null;
    }

    /** The two lowest and the two highest different values, and how many records have the outermost ones. */
    private static final class Ends {
        double low = Double.POSITIVE_INFINITY;
        double secondLow = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        double secondHigh = Double.NEGATIVE_INFINITY;
        int lows;
        int highs;
        int present;
        /** Counted up to {@link #FEW_VALUES}. */
        int different;

        static Ends of(double[] values) {
            Ends ends = new Ends();
            double[] met = new double[FEW_VALUES];
            for (double value : values) {
                if (Double.isNaN(value)) continue;
                ends.present++;
                if (value < ends.low) {
                    ends.secondLow = ends.low;
                    ends.low = value;
                    ends.lows = 0;
                } else if (value > ends.low && value < ends.secondLow) {
                    ends.secondLow = value;
                }
                if (value > ends.high) {
                    ends.secondHigh = ends.high;
                    ends.high = value;
                    ends.highs = 0;
                } else if (value < ends.high && value > ends.secondHigh) {
                    ends.secondHigh = value;
                }
                if (value == ends.low) ends.lows++;
                if (value == ends.high) ends.highs++;
                ends.meet(met, value);
            }
            return ends;
        }

        private void meet(double[] met, double value) {
            if (different == FEW_VALUES) return;
            for (int i = 0; i < different; i++) if (met[i] == value) return;
            met[different++] = value;
        }
    }

    private static Mend missing(NumberColumn column, double mark, int records) {
        String format = column.format().equals(",") ? "1234,5" : NumberFormat.PLAIN_NAME;
        return new Mend(
                new Reading(ColumnType.NUMBER, format, List.of(NumberColumn.text(mark)), null),
                records,
                List.of(),
                false);
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
            boolean common = common(found.getValue(), present);
            boolean apart = mark < 0
                    ? low >= 0 && counts.keySet().stream().allMatch(v -> v == mark || v >= 0)
                    : mark >= 2 * high && counts.keySet().stream().allMatch(v -> v <= mark);
            if (!common || !apart || high - low < FEW_VALUES) continue;
            return missing(column, mark, found.getValue());
        }
        return null;
    }
}
