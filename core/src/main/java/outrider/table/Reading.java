package outrider.table;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/**
 * How somebody wants a column's texts to be read, whatever type was inferred.
 *
 * @param format for a number "1234.5", "1234,5", "1,234.5" or "1.234,5"; for a date its pattern; null for the plain form
 * @param missing texts that stand for missing; null for none
 * @param keep levels that stay apart, all others become {@link #OTHER}; null for all
 */
public record Reading(
        ColumnType type,
        @Nullable String format,
        @Nullable List<String> missing,
        @Nullable List<String> keep) {
    /** The level that folded levels share. */
    public static final String OTHER = "other";

    private static final java.util.regex.Pattern EITHER =
            java.util.regex.Pattern.compile("[-+]?[1-9]\\d{0,2}\\.\\d{3}");

    public static final List<String> NUMBER_FORMATS = List.of("1234.5", "1234,5", "1,234.5", "1.234,5");
    private static final int NAMED = 6;

    /**
     * Reads the written texts anew. O(n) and a parse a distinct text.
     *
     * @param table whose lines a refusal names
     * @throws BadInput naming the first line whose text does not fit, how many there are, and the way out
     */
    public Column apply(Column from, Table table) {
        TextPool pool = new TextPool();
        int[] codes = new int[from.size()];
        for (int i = 0; i < codes.length; i++) {
            String text = from.asWritten(i);
            boolean gone = text == null || missing != null && missing.contains(text);
            codes[i] = gone ? -1 : pool.code(text);
        }
        List<String> texts = pool.texts();
        return switch (type) {
            case NUMBER -> numbers(from.name(), codes, texts, table);
            case DATE -> dates(from.name(), codes, texts, table);
            case CATEGORY -> categories(from.name(), codes, texts);
            case TEXT -> new TextColumn(from.name(), codes, texts);
        };
    }

    private Column numbers(String name, int[] codes, List<String> texts, Table table) {
        if (format != null && !NUMBER_FORMATS.contains(format)) {
            throw BadInput.of("format", "is \"" + format + "\"", "choose one of " + String.join("  ", NUMBER_FORMATS));
        }
        if (format == null) refuseEitherWay(name, codes, texts, table);
        double[] ofText =
                texts.stream().mapToDouble(text -> number(text, format)).toArray();
        boolean[] bad = new boolean[ofText.length];
        for (int i = 0; i < bad.length; i++) bad[i] = Double.isNaN(ofText[i]);
        refuse(name, codes, texts, bad, "a number" + (format == null ? "" : " written like " + format), table);
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
                "“" + text + "” can be " + shownNumber(text, "1234.5") + " or " + shownNumber(text, "1.234,5"),
                "choose how its numbers are written: 1234.5 or 1.234,5");
    }

    private Column dates(String name, int[] codes, List<String> texts, Table table) {
        DateFormat days = DateFormat.of(format);
        int[] ofText = texts.stream().mapToInt(days::day).toArray();
        boolean[] bad = new boolean[ofText.length];
        for (int i = 0; i < bad.length; i++) bad[i] = ofText[i] == DateColumn.MISSING;
        refuse(name, codes, texts, bad, "a day written like " + days.pattern().replace('u', 'y'), table);
        int[] values = new int[codes.length];
        for (int i = 0; i < values.length; i++) values[i] = codes[i] < 0 ? DateColumn.MISSING : ofText[codes[i]];
        return new DateColumn(name, values, days.pattern());
    }

    private Column categories(String name, int[] codes, List<String> texts) {
        if (keep == null) return new CategoryColumn(name, codes, List.copyOf(texts));
        Map<String, Integer> codeOf = new LinkedHashMap<>();
        int[] folded = new int[texts.size()];
        for (int i = 0; i < folded.length; i++) {
            String level = keep.contains(texts.get(i)) ? texts.get(i) : OTHER;
            codeOf.putIfAbsent(level, codeOf.size());
            folded[i] = codeOf.get(level);
        }
        int[] values = Arrays.stream(codes).map(c -> c < 0 ? -1 : folded[c]).toArray();
        return new CategoryColumn(name, values, List.copyOf(codeOf.keySet()));
    }

    /** The number that a text stands for under a format; NaN if it is none. */
    static double number(String text, @Nullable String format) {
        if (format == null || format.equals("1234.5")) return Values.decimal(text);
        char decimal = decimalOf(format);
        String plain = text;
        if (format.length() > 6) {
            char thousands = format.charAt(1);
            String mark = "\\" + thousands;
            if (!text.matches("[-+]?\\d{1,3}(" + mark + "\\d{3})*(\\" + decimal + "\\d+)?"))
                return Values.number(text, decimal);
            plain = text.replace(String.valueOf(thousands), "");
        }
        return decimal == '.' || plain.indexOf('.') < 0 ? Values.decimal(plain.replace(decimal, '.')) : Double.NaN;
    }

    private static void refuse(String name, int[] codes, List<String> texts, boolean[] bad, String what, Table table) {
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
                "texts that do not fit: " + String.join(", ", named) + more
                        + "; say that they stand for missing, or choose another type");
    }

    /**
     * What a column of texts nearly is: a number or a day in all but a few texts.
     *
     * @param reading null where its texts can be read in more ways than one: then somebody chooses
     * @param records that hold one of the texts that stand for missing
     * @param ways what the texts can stand for; empty where there is one way only
     */
    public record Mend(@Nullable Reading reading, int records, List<Way> ways) {
        public Mend {
            if (ways == null) ways = List.of();
        }
    }

    /**
     * One of several ways to read a column.
     *
     * @param examples of its own texts, each with what it would stand for
     */
    public record Way(Reading reading, List<String> examples) {}

    private static final double NEARLY = 0.8;
    private static final int MOST_ODD = 5;
    private static final int EXAMPLES = 3;
    /** A column whose first records are nothing of the kind is not looked at further. */
    private static final int FIRST = 1000;

    /**
     * The reading that fits nearly all texts of a category or text column, or the ways that do; null for none. Never applied unasked.
     *
     * @param dialect of the file, whose other columns may tell its decimal mark; null where every type is the file's own
     */
    public static @Nullable Mend mend(Column column, @Nullable Dialect dialect) {
        if (column.type() != ColumnType.CATEGORY && column.type() != ColumnType.TEXT) return null;
        if (nearlyAny(counts(column, Math.min(column.size(), FIRST)), dialect) == null) return null;
        return nearlyAny(counts(column, column.size()), dialect);
    }

    private static Map<String, Integer> counts(Column column, int records) {
        Map<String, Integer> counts = new TreeMap<>();
        for (int i = 0; i < records; i++) {
            String text = column.asWritten(i);
            if (text != null) counts.merge(text, 1, Integer::sum);
        }
        return counts;
    }

    private static @Nullable Mend nearlyAny(Map<String, Integer> counts, @Nullable Dialect dialect) {
        if (counts.keySet().stream().anyMatch(t -> t.matches("0\\d+"))) return null;
        List<Mend> numbers =
                numbers(counts, f -> dialect == null || dialect.decimalGuessed() || decimalOf(f) == dialect.decimal());
        if (numbers.isEmpty()) numbers = numbers(counts, f -> true);
        if (!numbers.isEmpty()) return oneOrAll(counts, numbers, Reading::shownNumber);
        List<Mend> days = new ArrayList<>();
        for (String pattern : DateFormat.KNOWN) {
            DateFormat format = DateFormat.of(pattern);
            Mend found = nearly(counts, ColumnType.DATE, pattern, t -> format.day(t) != DateColumn.MISSING);
            if (found != null) days.add(found);
        }
        return days.isEmpty() ? null : oneOrAll(counts, days, Reading::shownDay);
    }

    private static List<Mend> numbers(Map<String, Integer> counts, java.util.function.Predicate<String> wanted) {
        List<Mend> found = new ArrayList<>();
        for (String format : NUMBER_FORMATS) {
            if (!wanted.test(format)) continue;
            Mend one = nearly(counts, ColumnType.NUMBER, format, t -> !Double.isNaN(number(t, format)));
            if (one != null) found.add(one);
        }
        return found;
    }

    private static char decimalOf(String format) {
        return format.charAt(format.length() - 2);
    }

    private static @Nullable String shownNumber(String text, @Nullable String format) {
        double value = number(text, format);
        return Double.isNaN(value) ? null : NumberColumn.text(value);
    }

    private static @Nullable String shownDay(String text, @Nullable String pattern) {
        int day = DateFormat.of(pattern).day(text);
        return day == DateColumn.MISSING
                ? null
                : java.time.LocalDate.ofEpochDay(day)
                        .format(java.time.format.DateTimeFormatter.ofPattern("d MMMM uuuu", java.util.Locale.ENGLISH));
    }

    private interface Shown {
        @Nullable
        String of(String text, @Nullable String format);
    }

    /** The one that fits the most records, if none that fits as many gives a text another meaning; else all of these. */
    private static Mend oneOrAll(Map<String, Integer> counts, List<Mend> found, Shown shown) {
        int fewest = found.stream().mapToInt(Mend::records).min().orElseThrow();
        List<Mend> best = found.stream().filter(m -> m.records() == fewest).toList();
        List<Mend> different = new ArrayList<>();
        for (Mend one : best) {
            boolean same = different.stream()
                    .anyMatch(known -> counts.keySet().stream()
                            .allMatch(text -> java.util.Objects.equals(
                                    shown.of(text, requireNonNull(one.reading()).format()),
                                    shown.of(
                                            text,
                                            requireNonNull(known.reading()).format()))));
            if (!same) different.add(one);
        }
        if (different.size() == 1) return different.get(0);
        List<String> telling = counts.keySet().stream()
                .filter(text -> different.stream()
                                .map(m -> shown.of(
                                        text, requireNonNull(m.reading()).format()))
                                .distinct()
                                .count()
                        > 1)
                .limit(EXAMPLES)
                .toList();
        List<Way> ways = different.stream()
                .map(m -> new Way(
                        requireNonNull(m.reading()),
                        telling.stream()
                                .map(text -> text + " is "
                                        + shown.of(
                                                text,
                                                requireNonNull(m.reading()).format()))
                                .toList()))
                .toList();
        return new Mend(null, fewest, ways);
    }

    private static @Nullable Mend nearly(
            Map<String, Integer> counts, ColumnType type, String format, java.util.function.Predicate<String> fits) {
        List<String> odd = new ArrayList<>();
        int oddRecords = 0;
        int records = 0;
        for (Map.Entry<String, Integer> entry : counts.entrySet()) {
            records += entry.getValue();
            if (fits.test(entry.getKey())) continue;
            odd.add(entry.getKey());
            oddRecords += entry.getValue();
            if (odd.size() > MOST_ODD) return null;
        }
        boolean enough = counts.size() > odd.size() && oddRecords <= (1 - NEARLY) * records;
        return enough ? new Mend(new Reading(type, format, odd, null), oddRecords, List.of()) : null;
    }
}
