package outrider.table;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/** The distinct values of any column, as texts, with how many records hold each; missing counts apart. */
public record Levels(List<Level> levels, int missing) {
    /** So many numbers' levels are remembered while an outcome is read. */
    private static final int MOST_KEPT = 1000;
    /** So many levels are named in an error. */
    private static final int NAMED = 12;

    public record Level(String text, int records) {}

    /** Commonest first, equal ones by text. O(n). */
    public static Levels of(Column column) {
        return of(column, IntStream.range(0, column.size()).toArray());
    }

    /** The same over the records {@code rows} alone. */
    public static Levels of(Column column, int[] rows) {
        Map<String, int[]> counts = new HashMap<>();
        int missing = 0;
        for (int row : rows) {
            String text = column.text(row);
            if (text == null) missing++;
            else counts.computeIfAbsent(text, key -> new int[1])[0]++;
        }
        List<Level> levels = new ArrayList<>();
        counts.forEach((text, count) -> levels.add(new Level(text, count[0])));
        levels.sort((a, b) -> a.records() != b.records()
                ? b.records() - a.records()
                : a.text().compareTo(b.text()));
        return new Levels(levels, missing);
    }

    /** Those of the levels that a column holds, as it writes them. */
    public static List<String> held(Column column, List<String> levels) {
        Set<String> there = new HashSet<>();
        of(column).levels().forEach(level -> there.add(level.text()));
        return levels.stream()
                .map(level -> asIn(column, level))
                .filter(there::contains)
                .toList();
    }

    /** Whether a text says that a value is not known, such as NA, rather than that there is nothing. */
    public static boolean notKnown(String text) {
        return MissingTexts.notKnown(text);
    }

    /** As {@link #outcome(Table, String, List, List, boolean, boolean[])} with no record left out. */
    public static byte[] outcome(Table table, String columnName, List<String> eventLevels) {
        return outcome(table, columnName, eventLevels, List.of(), false, null);
    }

    /** As {@link #outcome(Table, String, List, List, boolean, boolean[])} with every record kept. */
    public static byte[] outcome(
            Table table, String columnName, List<String> eventLevels, List<String> leftOut, boolean leaveOutMissing) {
        return outcome(table, columnName, eventLevels, leftOut, leaveOutMissing, null);
    }

    /**
     * Outcomes as far as they have arrived, whichever of the levels are there. A text that says that it is not known, such as NA, has not
     * arrived, unless nothing else in the column tells from the event.
     *
     * @return 1 for the event, 0 for another value, −1 for a record left out or without a value; one entry a record
     */
    public static byte[] arrived(Column column, List<String> eventLevels, List<String> leftOut) {
        Set<String> events = new HashSet<>();
        for (String level : eventLevels) events.add(asIn(column, level));
        Set<String> out = new HashSet<>();
        for (String level : leftOut) out.add(asIn(column, level));
        byte[] outcome = new byte[column.size()];
        boolean[] notKnown = new boolean[outcome.length];
        boolean told = false;
        for (int i = 0; i < outcome.length; i++) {
            String text = column.text(i);
            outcome[i] = (byte) (text == null || out.contains(text) ? -1 : events.contains(text) ? 1 : 0);
            notKnown[i] = text != null && outcome[i] == 0 && MissingTexts.notKnown(text);
            told |= outcome[i] == 0 && !notKnown[i];
        }
        for (int i = 0; told && i < outcome.length; i++) if (notKnown[i]) outcome[i] = -1;
        return outcome;
    }

    /**
     * @param rows records that are looked at, missing values aside
     * @param known levels that a value has to be one of
     * @throws BadInput naming the first that is none, and the level that it is near to
     */
    public static void demandKnown(Table table, Column column, int[] rows, List<String> known) {
        Set<String> levels = new HashSet<>();
        for (String level : known) levels.add(asIn(column, level));
        for (int row : rows) {
            String text = column.text(row);
            if (text == null || levels.contains(text)) continue;
            String near = known.stream()
                    .filter(level -> alike(level, text))
                    .findFirst()
                    .orElse(null);
            throw BadInput.atLine(
                    table.lineOf(row),
                    column.name(),
                    "is “" + text + "”, which it never was when it was signed",
                    near != null
                            ? "write “" + near + "” as it stood there"
                            : "write one of “" + String.join("”, “", known.subList(0, Math.min(NAMED, known.size())))
                                    + (known.size() > NAMED ? "”, …" : "”") + ", or nothing while it is not known");
        }
    }

    /** Whether two texts differ in case, blanks around them or the writing of a number alone. */
    public static boolean alike(String a, String b) {
        return plain(a).equals(plain(b));
    }

    /** Levels of a column that are none of some, but alike to one of them. */
    public static List<String> nearly(Column column, List<String> some, List<String> leftOut) {
        if (column.type() == ColumnType.NUMBER) return List.of();
        List<String> named = Stream.concat(some.stream(), leftOut.stream())
                .map(level -> asIn(column, level))
                .toList();
        List<String> texts = column instanceof CategoryColumn category
                ? category.levels()
                : of(column).levels().stream().map(Level::text).toList();
        return texts.stream()
                .filter(text -> !named.contains(text) && some.stream().anyMatch(one -> alike(one, text)))
                .toList();
    }

    /** A text without what {@link #alike} does not tell apart. */
    public static String plain(String text) {
        String bare = text.strip();
        double number = Values.decimal(bare);
        return Double.isNaN(number) ? bare.toLowerCase(Locale.ROOT) : NumberColumn.text(number);
    }

    /**
     * Which records hold one of the event levels.
     *
     * @param leftOut levels whose records count neither as event nor as non-event
     * @param kept by record, whether it counts at all; null for all
     * @param leaveOutMissing whether the same goes for records without a value; else they are refused
     * @return 1 for the event, 0 for another value, −1 for a record left out; one entry a record
     * @throws BadInput if a value is missing, if an event level is not in the column, or if only one side is left
     */
    public static byte[] outcome(
            Table table,
            String columnName,
            List<String> eventLevels,
            List<String> leftOut,
            boolean leaveOutMissing,
            boolean @Nullable [] kept) {
        Column column = table.column(columnName);
        Map<String, Byte> wanted = new HashMap<>();
        for (String level : eventLevels) wanted.put(asIn(column, level), (byte) 1);
        for (String level : leftOut) {
            if (wanted.put(asIn(column, level), (byte) -1) != null) {
                throw BadInput.of("leftOutLevels", "\"" + level + "\" is the event as well", "make it one of the two");
            }
        }
        byte[] outcome = new byte[column.size()];
        int[] counts = new int[3];
        Set<String> met = new HashSet<>();
        byte[] ofCode = column instanceof CategoryColumn category ? ofCodes(category, wanted) : null;
        Map<Double, Byte> ofNumber = new HashMap<>();
        double[] numbers = column instanceof NumberColumn held ? held.values() : null;
        double last = Double.NaN;
        byte ofLast = 0;
        // an outcome mostly has two values
        double before = Double.NaN;
        byte ofBefore = 0;
        for (int i = 0; i < outcome.length; i++) {
            if (kept != null && !kept[i]) {
                outcome[i] = -1;
            } else if (numbers != null && numbers[i] == last) {
                outcome[i] = ofLast;
            } else if (numbers != null && numbers[i] == before) {
                outcome[i] = ofBefore;
            } else if (column.isMissing(i)) {
                if (!leaveOutMissing) throw missing(table, column, i);
                outcome[i] = -1;
            } else if (ofCode != null) {
                outcome[i] = ofCode[((CategoryColumn) column).codes()[i]];
            } else {
                Byte known = numbers == null ? null : ofNumber.get(numbers[i]);
                if (known == null) {
                    String text = column.text(i);
                    known = wanted.getOrDefault(text, (byte) 0);
                    if (known != 0) met.add(text);
                    if (numbers != null && ofNumber.size() < MOST_KEPT) ofNumber.put(numbers[i], known);
                }
                outcome[i] = known;
                before = last;
                ofBefore = ofLast;
                if (numbers != null) last = numbers[i];
                ofLast = known;
            }
            counts[outcome[i] + 1]++;
        }
        if (column instanceof CategoryColumn category) met.addAll(category.levels());
        for (String level : wanted.keySet()) if (!met.contains(level)) throw unknown(column, level);
        demandBoth(columnName, counts, "choose event levels that some records hold and some do not");
        return outcome;
    }

    static BadInput missing(Table table, Column column, int record) {
        return BadInput.atLine(
                table.lineOf(record),
                column.name(),
                "the outcome is missing",
                "fill it in or leave the record out of the file");
    }

    /** @param counts of records left out, without and with the event */
    static void demandBoth(String columnName, int[] counts, String wayOut) {
        if (counts[2] > 0 && counts[1] > 0) return;
        throw BadInput.of(
                "column \"" + columnName + "\"",
                counts[2] == 0 ? "no record has the event" : "every record has the event",
                wayOut);
    }

    private static byte[] ofCodes(CategoryColumn column, Map<String, Byte> wanted) {
        byte[] ofCode = new byte[column.levels().size()];
        for (int i = 0; i < ofCode.length; i++) {
            ofCode[i] = wanted.getOrDefault(column.levels().get(i), (byte) 0);
        }
        return ofCode;
    }

    private static BadInput unknown(Column column, String level) {
        List<String> known = of(column).levels().stream()
                .map(Level::text)
                .map(text -> text.equals(text.strip()) && !text.isEmpty() ? text : '"' + text + '"')
                .toList();
        return BadInput.of(
                "column \"" + column.name() + "\"",
                "has no level \"" + level + "\"",
                "its levels are: " + String.join(", ", known.subList(0, Math.min(NAMED, known.size()))));
    }

    /** A level as the column writes it: in a column of numbers 1.0 and 1 are one level. */
    private static String asIn(Column column, String level) {
        double number = column instanceof NumberColumn ? Values.decimal(level) : Double.NaN;
        return Double.isNaN(number) ? level : NumberColumn.text(number);
    }
}
