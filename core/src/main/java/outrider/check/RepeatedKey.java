package outrider.check;

import static java.util.Objects.requireNonNull;

import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import outrider.table.Column;
import outrider.table.ColumnType;
import outrider.table.DateColumn;
import outrider.table.SuggestedReading;

/** Tells a column that names whom several records are of, such as a customer's number in monthly snapshots. */
final class RepeatedKey {
    private static final int FEWEST_VALUES = 30;
    private static final double FEWEST_EACH = 2;
    private static final double MOST_EACH = 500;
    /** Small numbers that count up number shelves and houses too; then a customer has no more records than weeks in a year. */
    private static final double FEW_EACH = 60;

    /** Texts such as K00417 with so many records each are whose those are; a product or a place has more. */
    private static final double SOME_EACH = 1.2;

    private static final double SEVERAL_EACH = 12;
    private static final int FEWEST_CODES = 100;
    private static final int SOME_LABELS = 1000;
    private static final Pattern CODE = Pattern.compile("A{1,5}[-_/.]?9{3,}");

    private static final double ALIKE = 0.9;
    /** Numbers of records whose variance over their mean is below this are a rhythm: codes dealt at random have 1. */
    private static final double EVEN = 0.5;

    private static final double DIGITS = 1e4;
    private static final String NUMBER = "id|no|nr|nbr|number|nummer|key|uuid|guid";
    private static final Pattern NAME = Pattern.compile("(?i:(.*[_ .-])?(" + NUMBER + ")\\.?)"
            + "|.*[a-z](ID|Id|No|Nr|Nbr|Number|Key)"
            + "|(?i:.*(customer|client|member|account|contract|patient|user|subscriber|holder|kunden|vertrags|patienten)"
            + "([_ .-]?(num|ref|" + NUMBER + "))?)\\.?");

    private RepeatedKey() {}

    /**
     * Two records a value in the mean, or a name that tells, values of one shape, and a reason: its name, or that values fill as many records each,
     * more evenly than chance, or that they are letters and a number of which each has a few records.
     */
    static boolean is(Column column, Tally tally) {
        if (column instanceof DateColumn || column.type() == ColumnType.NUMBER && daysAsNumbers(column)) return false;
        int values = tally.size();
        double each = tally.present() / (double) Math.max(1, values);
        boolean named = named(column.name());
        if (values < FEWEST_VALUES || each > MOST_EACH) return false;
        boolean few = each >= SOME_EACH && each <= SEVERAL_EACH && values >= FEWEST_CODES && !tally.ordered();
        if (few && CODE.matcher(shapeOfSome(requireNonNull(tally.labels()))).matches()) return true;
        if (!named && each < FEWEST_EACH) return false;
        boolean even = variance(tally, each) < EVEN * each;
        return (named || even)
                && (tally.ordered() ? numbered(tally, named, each) : shaped(requireNonNull(tally.labels()), named));
    }

    /** Whether a column's name says that it names somebody or something. */
    static boolean named(String column) {
        return NAME.matcher(column).matches();
    }

    private static boolean daysAsNumbers(Column column) {
        SuggestedReading suggested = SuggestedReading.of(column, null);
        return suggested != null
                && suggested.reading() != null
                && suggested.reading().type() == ColumnType.DATE;
    }

    private static double variance(Tally tally, double mean) {
        double squares = IntStream.range(0, tally.size())
                .mapToDouble(i -> (tally.records(i) - mean) * (tally.records(i) - mean))
                .sum();
        return squares / tally.size();
    }

    private static boolean numbered(Tally tally, boolean named, double each) {
        double[] values = requireNonNull(tally.values());
        if (Arrays.stream(values).anyMatch(v -> v != Math.rint(v) || v < 0)) return false;
        double low = values[0];
        double high = values[values.length - 1];
        boolean sameDigits = low >= DIGITS && Math.floor(Math.log10(low)) == Math.floor(Math.log10(high));
        boolean counted = high - low < 3.0 * values.length;
        return sameDigits || named && counted && each <= FEW_EACH;
    }

    private static boolean shaped(List<String> labels, boolean named) {
        long digits = commonShape(labels).chars().filter(c -> c == '9').count();
        return digits >= (named ? 2 : 3);
    }

    private static String shapeOfSome(List<String> labels) {
        return commonShape(labels.subList(0, Math.min(SOME_LABELS, labels.size())));
    }

    /** The shape that nearly all have, letters as A and digits as 9; empty where they have none in common. */
    private static String commonShape(List<String> labels) {
        Map<String, Integer> shapes = new HashMap<>();
        for (String label : labels) {
            shapes.merge(label.replaceAll("[0-9]", "9").replaceAll("[A-Za-z]", "A"), 1, Integer::sum);
        }
        Map.Entry<String, Integer> commonest =
                Collections.max(shapes.entrySet(), Map.Entry.<String, Integer>comparingByValue());
        return commonest.getValue() >= ALIKE * labels.size() ? commonest.getKey() : "";
    }
}
