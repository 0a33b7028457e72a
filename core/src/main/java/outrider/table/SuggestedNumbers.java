package outrider.table;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.DoublePredicate;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** Numbers that may be days, or of which some values may stand for missing. */
final class SuggestedNumbers {
    /** A mark stands in so many records, or of small tables in this share of them and in some. */
    private static final int ENOUGH = 20;

    private static final double COMMON = 0.01;
    private static final int FEWEST = 3;
    private static final int FEW_VALUES = 10;
    /** So many other values tell how far they reach. */
    private static final int FEWEST_OTHERS = 5;
    /** So many times the range of all others a value lies apart that must stand for something else. */
    private static final double FAR = 3;
    /** Zero lies apart from values whose mean is so many times their standard deviation away from it, the nearest of them one. */
    private static final double FAR_FROM_ZERO = 3.5;
    /** Where more are zero, it may well be what it says. */
    private static final double MOST_ZEROS = 0.1;

    private static final Pattern DAY_NAME = Pattern.compile("(?i).*(date|datum|day|_on|_at|_dt|since|until)");
    private static final Pattern MONTH_NAME = Pattern.compile("(?i).*(month|period|yyyymm|date|datum|snapshot)");

    private SuggestedNumbers() {}

    /** Values that people write for “no value”, where they lie apart from all others. */
    private static boolean isMark(double value) {
        if (value != (int) value) return false;
        return switch ((int) value) {
            case -1, -9, -99, -999, -9999, 99, 999, 9999, 99999, 999999 -> true;
            default -> false;
        };
    }

    static @Nullable SuggestedReading of(NumberColumn column) {
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
        Ends ends = Ends.of(column.values());
        if (ends.present == 0) return null;
        // a mark lies apart from all others, so it is an end
        SuggestedReading mark = isMark(ends.low.value[0]) || isMark(ends.high.value[0]) ? mark(column) : null;
        if (mark != null) return mark;
        SuggestedReading far = farAway(column, ends);
        return far != null ? far : zero(column, ends);
    }

    /** Whether so many records of those that hold a value are too many for a slip. */
    static boolean common(int records, int present) {
        return records >= Math.min(ENOUGH, Math.max(FEWEST, COMMON * present));
    }

    /** Zeros among measurements that are all far above it, such as a blood pressure of 0. */
    private static @Nullable SuggestedReading zero(NumberColumn column, Ends ends) {
        if (ends.different < FEW_VALUES || ends.low.value[0] != 0) return null;
        int zeros = ends.low.records(column.values(), 1);
        if (zeros > MOST_ZEROS * ends.present) return null;
        int others = ends.present - zeros;
        double sum = 0;
        for (double value : column.values()) if (value > 0) sum += value;
        double mean = sum / others;
        double squares = 0;
        for (double value : column.values()) if (value > 0) squares += (value - mean) * (value - mean);
        double spread = Math.sqrt(squares / others);
        boolean apart = mean > FAR_FROM_ZERO * spread && ends.low.value[1] > spread;
        return apart && common(zeros, ends.present) ? missing(column, zeros, 0) : null;
    }

    private static SuggestedReading day(String pattern) {
        return new SuggestedReading(new Reading(ColumnType.DATE, pattern, null, null), 0, List.of(), false);
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

    /** Up to three values, the lowest or the highest, that lie several times the range of all others away from them. */
    private static @Nullable SuggestedReading farAway(NumberColumn column, Ends ends) {
        Outermost farthest = null;
        double widest = 0;
        int marks = 0;
        for (Outermost side : List.of(ends.high, ends.low)) {
            double other = (side == ends.high ? ends.low : ends.high).value[0];
            for (int m = 1; m < side.size && ends.different - m >= FEWEST_OTHERS; m++) {
                double gap = Math.abs(side.value[m] - side.value[m - 1]);
                boolean apart = gap > FAR * Math.abs(side.value[m] - other)
                        && gap > Math.abs(side.value[0] - side.value[m - 1])
                        && gap > widest;
                if (!apart || !common(side.records(column.values(), m), ends.present)) continue;
                farthest = side;
                widest = gap;
                marks = m;
            }
        }
        if (farthest == null) return null;
        double[] found = Arrays.copyOf(farthest.value, marks);
        Arrays.sort(found);
        return Arrays.stream(found).anyMatch(v -> v == 0)
                ? null
                : missing(column, farthest.records(column.values(), marks), found);
    }

    /** The few highest different values, or the lowest. */
    private static final class Outermost {
        private final double sign;
        final double[] value = new double[4];
        int size;
        /** What lies further in is none of the few. */
        private double bar = Double.NEGATIVE_INFINITY;

        Outermost(boolean highest) {
            sign = highest ? 1 : -1;
        }

        void meet(double met) {
            if (sign * met <= bar) return;
            int place = 0;
            while (place < size && sign * value[place] > sign * met) place++;
            if (place < size && value[place] == met) return;
            if (size < value.length) size++;
            for (int i = size - 1; i > place; i--) value[i] = value[i - 1];
            value[place] = met;
            if (size == value.length) bar = sign * value[size - 1];
        }

        /** How many hold one of the first. */
        int records(double[] values, int first) {
            int records = 0;
            for (double met : values) if (sign * met >= sign * value[first - 1]) records++;
            return records;
        }
    }

    /** What the values end with on either side. */
    private static final class Ends {
        final Outermost low = new Outermost(false);
        final Outermost high = new Outermost(true);
        int present;
        /** Counted up to {@link #FEW_VALUES}. */
        int different;

        static Ends of(double[] values) {
            Ends ends = new Ends();
            double[] met = new double[FEW_VALUES];
            for (double value : values) {
                if (Double.isNaN(value)) continue;
                ends.present++;
                ends.low.meet(value);
                ends.high.meet(value);
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

    private static SuggestedReading missing(NumberColumn column, int records, double... marks) {
        String format = column.format().equals(",") ? "1234,5" : NumberFormat.PLAIN_NAME;
        return new SuggestedReading(
                new Reading(
                        ColumnType.NUMBER,
                        format,
                        Arrays.stream(marks).mapToObj(NumberColumn::text).toList(),
                        null),
                records,
                List.of(),
                false);
    }

    /** A negative mark where all others are 0 or more; a row of nines at least twice the largest of the others. */
    private static @Nullable SuggestedReading mark(NumberColumn column) {
        double[] values = column.values();
        Map<Double, Integer> counts = new HashMap<>();
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        int present = 0;
        for (double value : values) {
            if (Double.isNaN(value)) continue;
            present++;
            if (isMark(value)) {
                counts.merge(value, 1, Integer::sum);
                continue;
            }
            if (value < low) low = value;
            if (value > high) high = value;
        }
        for (Map.Entry<Double, Integer> found : counts.entrySet()) {
            double mark = found.getKey();
            boolean common = common(found.getValue(), present);
            boolean apart = mark < 0
                    ? low >= 0 && counts.keySet().stream().allMatch(v -> v == mark || v >= 0)
                    : mark >= 2 * high && counts.keySet().stream().allMatch(v -> v <= mark);
            if (!common || !apart || high - low < FEW_VALUES) continue;
            return missing(column, found.getValue(), mark);
        }
        return null;
    }
}
