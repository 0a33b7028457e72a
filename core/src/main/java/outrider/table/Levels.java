package outrider.table;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import outrider.base.BadInput;

/** The distinct values of any column, as texts, with how many records hold each; missing counts apart. */
public record Levels(List<Level> levels, int missing) {
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

    /**
     * Which records hold one of the event levels.
     *
     * @return 1 for the event, 0 for another value; one entry a record
     * @throws BadInput if a value is missing, if an event level is not in the column, or if only one side is left
     */
    public static byte[] outcome(Table table, String columnName, List<String> eventLevels) {
        Column column = table.column(columnName);
        List<String> wanted =
                eventLevels.stream().map(level -> asIn(column, level)).toList();
        List<String> known = of(column).levels().stream().map(Level::text).toList();
        for (String level : wanted) {
            if (!known.contains(level)) {
                throw BadInput.of(
                        "column \"" + columnName + "\"",
                        "has no level \"" + level + "\"",
                        "its levels are: " + String.join(", ", known.subList(0, Math.min(12, known.size()))));
            }
        }
        byte[] outcome = new byte[column.size()];
        int events = 0;
        for (int i = 0; i < outcome.length; i++) {
            String text = column.text(i);
            if (text == null) {
                throw BadInput.atLine(
                        table.lineOf(i),
                        columnName,
                        "the outcome is missing",
                        "fill it in or leave the record out of the file");
            }
            if (wanted.contains(text)) {
                outcome[i] = 1;
                events++;
            }
        }
        if (events == 0 || events == outcome.length) {
            throw BadInput.of(
                    "column \"" + columnName + "\"",
                    events == 0 ? "no record has the event" : "every record has the event",
                    "choose event levels that some records hold and some do not");
        }
        return outcome;
    }

    /** A level as the column writes it: in a column of numbers 1.0 and 1 are one level. */
    private static String asIn(Column column, String level) {
        double number = column instanceof NumberColumn ? Values.decimal(level) : Double.NaN;
        return Double.isNaN(number) ? level : NumberColumn.text(number);
    }
}
