package outrider.table;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/**
 * How somebody wants a column's texts to be read, whatever type was inferred.
 *
 * @param format for a number an example such as "1,234.5", "1.234,5 ¤", "(1234.5) %", "1:23:45" or "1h 23m", for a date its pattern; null for the plain form
 * @param missing texts that stand for missing, a blank one for all blank texts; null for none
 * @param keep levels that stay apart, all others become {@link #OTHER}; null for all
 * @param order levels from the first to the last, where their order means something; those not named come behind; null for none
 * @param levels what levels are to become, those that are not named stay; before {@code keep}; null for none
 */
public record Reading(
        ColumnType type,
        @Nullable String format,
        @Nullable List<String> missing,
        @Nullable List<String> keep,
        @Nullable Map<String, String> levels,
        @Nullable List<String> order) {
    public Reading(
            ColumnType type, @Nullable String format, @Nullable List<String> missing, @Nullable List<String> keep) {
        this(type, format, missing, keep, null, null);
    }

    public Reading(
            ColumnType type,
            @Nullable String format,
            @Nullable List<String> missing,
            @Nullable List<String> keep,
            @Nullable Map<String, String> levels) {
        this(type, format, missing, keep, levels, null);
    }

    /** The level that folded levels share. */
    public static final String OTHER = "other";

    private static final java.util.regex.Pattern EITHER =
            java.util.regex.Pattern.compile("[-+]?[1-9]\\d{0,2}\\.\\d{3}");

    private static final int NAMED = 6;

    /**
     * Reads the written texts anew. O(n) and a parse a distinct text.
     *
     * @param table whose lines a refusal names
     * @throws BadInput naming the first line whose text does not fit, how many there are, and the way out
     */
    public Column apply(Column from, Table table) {
        return apply(from, table, "say that they stand for missing, or choose another type");
    }

    /**
     * The same of a table whose reading is settled.
     *
     * @param wayOut what to do about texts that do not fit
     */
    public Column apply(Column from, Table table, String wayOut) {
        TextPool pool = new TextPool();
        int[] codes = new int[from.size()];
        for (int i = 0; i < codes.length; i++) {
            String text = from.asWritten(i);
            boolean gone = text == null || standsForMissing(text);
            codes[i] = gone ? -1 : pool.code(text);
        }
        List<String> texts = pool.texts();
        return switch (type) {
            case NUMBER -> numbers(from.name(), codes, texts, table, wayOut);
            case DATE -> dates(from.name(), codes, texts, table, wayOut);
            case CATEGORY -> categories(from.name(), codes, texts);
            case TEXT -> new TextColumn(from.name(), codes, texts);
        };
    }

    private boolean standsForMissing(String text) {
        if (text.isBlank() && (type == ColumnType.NUMBER || type == ColumnType.DATE)) return true;
        if (missing == null) return false;
        return missing.contains(text) || text.isBlank() && missing.stream().anyMatch(String::isBlank);
    }

    private Column numbers(String name, int[] codes, List<String> texts, Table table, String wayOut) {
        NumberFormat written = NumberFormat.of(format);
        if (format == null) refuseEitherWay(name, codes, texts, table);
        if (written.currency()) refuseTwoCurrencies(name, codes, texts, table);
        double[] ofText = texts.stream().mapToDouble(written::number).toArray();
        boolean[] bad = new boolean[ofText.length];
        for (int i = 0; i < bad.length; i++) bad[i] = Double.isNaN(ofText[i]);
        refuse(name, codes, texts, bad, "a number" + (format == null ? "" : " written like " + format), table, wayOut);
        double[] values = new double[codes.length];
        for (int i = 0; i < values.length; i++) values[i] = codes[i] < 0 ? Double.NaN : ofText[codes[i]];
        return new NumberColumn(name, values);
    }

    /** A lone point that parts three digits may part thousands: nobody said which. */
    private static void refuseEitherWay(String name, int[] codes, List<String> texts, Table table) {
        List<String> marked = texts.stream().filter(t -> t.indexOf('.') >= 0).toList();
        if (marked.isEmpty() || !marked.stream().allMatch(t -> EITHER.matcher(t).matches())) return;
        int first = 0;
        while (codes[first] < 0 || !texts.get(codes[first]).equals(marked.get(0))) first++;
        String text = marked.get(0);
        throw BadInput.atLine(
                table.lineOf(first),
                name,
                "“" + text + "” can be " + SuggestedReadings.shownNumber(text, "1234.5") + " or "
                        + SuggestedReadings.shownNumber(text, "1.234,5"),
                "choose how its numbers are written: 1234.5 or 1.234,5");
    }

    private static void refuseTwoCurrencies(String name, int[] codes, List<String> texts, Table table) {
        String first = null;
        for (int i = 0; i < codes.length; i++) {
            String sign = codes[i] < 0 ? "" : NumberFormat.sign(texts.get(codes[i]));
            if (sign.isEmpty()) continue;
            if (first == null) first = sign;
            if (first.equals(sign)) continue;
            throw BadInput.atLine(
                    table.lineOf(i),
                    name,
                    "is in " + sign + ", others are in " + first,
                    "bring amounts of one currency, or read the column as a category");
        }
    }

    private Column dates(String name, int[] codes, List<String> texts, Table table, String wayOut) {
        DateFormat days = DateFormat.of(format);
        int[] ofText = texts.stream().mapToInt(days::day).toArray();
        boolean[] bad = new boolean[ofText.length];
        for (int i = 0; i < bad.length; i++) bad[i] = ofText[i] == DateColumn.MISSING;
        refuse(name, codes, texts, bad, "a day written like " + days.pattern().replace('u', 'y'), table, wayOut);
        int[] values = new int[codes.length];
        for (int i = 0; i < values.length; i++) values[i] = codes[i] < 0 ? DateColumn.MISSING : ofText[codes[i]];
        return new DateColumn(name, values, days.pattern());
    }

    private Column categories(String name, int[] codes, List<String> texts) {
        if (keep == null && levels == null && order == null) return new CategoryColumn(name, codes, List.copyOf(texts));
        Map<String, Integer> codeOf = new LinkedHashMap<>();
        if (order != null) for (String level : order) codeOf.putIfAbsent(level, codeOf.size());
        int[] folded = new int[texts.size()];
        for (int i = 0; i < folded.length; i++) {
            String level = levels == null ? texts.get(i) : levels.getOrDefault(texts.get(i), texts.get(i));
            if (keep != null && !keep.contains(level)) level = OTHER;
            codeOf.putIfAbsent(level, codeOf.size());
            folded[i] = codeOf.get(level);
        }
        int[] values = Arrays.stream(codes).map(c -> c < 0 ? -1 : folded[c]).toArray();
        return new CategoryColumn(name, values, List.copyOf(codeOf.keySet()), order != null);
    }

    private static void refuse(
            String name, int[] codes, List<String> texts, boolean[] bad, String what, Table table, String wayOut) {
        int first = -1;
        Map<Integer, Integer> counts = new HashMap<>();
        for (int i = 0; i < codes.length; i++) {
            if (codes[i] < 0 || !bad[codes[i]]) continue;
            if (first < 0) first = i;
            counts.merge(codes[i], 1, Integer::sum);
        }
        if (first < 0) return;
        List<String> named = new ArrayList<>();
        counts.entrySet().stream()
                .sorted((a, b) -> b.getValue() - a.getValue())
                .limit(NAMED)
                .forEach(e -> named.add("“" + texts.get(e.getKey()) + "” (" + e.getValue() + ")"));
        String more = counts.size() > NAMED ? " and " + (counts.size() - NAMED) + " other texts" : "";
        throw BadInput.atLine(
                table.lineOf(first),
                name,
                "is “" + texts.get(codes[first]) + "”, not " + what,
                "texts that do not fit: " + String.join(", ", named) + more + "; " + wayOut);
    }

    /** A format as people write it, years with y; null for none. */
    public static @Nullable String shown(ColumnType type, @Nullable String format) {
        return format == null || type != ColumnType.DATE ? format : format.replace('u', 'y');
    }

    /** A number, or a day since 1970-01-01, written so that this reading reads it. */
    public String written(double value) {
        if (type == ColumnType.DATE) return DateFormat.of(format).text((int) value);
        return NumberFormat.of(format).text(value);
    }
}
