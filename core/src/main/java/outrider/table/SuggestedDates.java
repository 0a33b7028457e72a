package outrider.table;

import java.time.LocalDate;
import java.util.List;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Days that people and programs write for “no day”, where they lie apart from all others. */
final class SuggestedDates {
    private static final List<Integer> LOW = days("0001-01-01", "1899-12-30", "1899-12-31", "1900-01-01", "1970-01-01");
    private static final List<Integer> HIGH =
            days("2099-12-31", "2100-01-01", "2199-12-31", "2999-12-31", "3000-01-01", "9999-01-01", "9999-12-31");

    /** A mark lies further than this from the nearest other day. */
    private static final int APART = 365;

    private SuggestedDates() {}

    private static List<Integer> days(String... iso) {
        return Stream.of(iso)
                .map(day -> (int) LocalDate.parse(day).toEpochDay())
                .toList();
    }

    static @Nullable SuggestedReading of(DateColumn column) {
        TreeMap<Integer, Integer> marks = new TreeMap<>();
        int present = 0;
        int low = Integer.MAX_VALUE;
        int high = Integer.MIN_VALUE;
        for (int day : column.days()) {
            if (day == DateColumn.MISSING) continue;
            present++;
            if (LOW.contains(day) || HIGH.contains(day)) {
                marks.merge(day, 1, Integer::sum);
                continue;
            }
            low = Math.min(low, day);
            high = Math.max(high, day);
        }
        if (low >= high) return null;
        long first = low;
        long last = high;
        int records = present;
        marks.entrySet()
                .removeIf(mark -> (LOW.contains(mark.getKey()) ? first - mark.getKey() : mark.getKey() - last) <= APART
                        || !SuggestedNumbers.common(mark.getValue(), records));
        if (marks.isEmpty()) return null;
        DateFormat format = DateFormat.of(column.format());
        Reading reading = new Reading(
                ColumnType.DATE,
                column.format(),
                marks.keySet().stream().map(format::text).toList(),
                null);
        return new SuggestedReading(
                reading, marks.values().stream().mapToInt(n -> n).sum(), List.of(), false);
    }
}
