package outrider.table;

import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/** Days since 1970-01-01; {@link #MISSING} stands for missing. {@code format} is the pattern in which its file wrote them. */
public record DateColumn(String name, int[] days, String format) implements Column {
    public static final int MISSING = Integer.MIN_VALUE;

    public DateColumn(String name, int[] days) {
        this(name, days, DateFormat.ISO);
    }

    @Override
    public ColumnType type() {
        return ColumnType.DATE;
    }

    @Override
    public Column gathered(int[] records) {
        return new DateColumn(name, CategoryColumn.gathered(days, records, MISSING));
    }

    @Override
    public int size() {
        return days.length;
    }

    @Override
    public boolean isMissing(int record) {
        return days[record] == MISSING;
    }

    @Override
    public @Nullable String text(int record) {
        return days[record] == MISSING
                ? null
                : LocalDate.ofEpochDay(days[record]).toString();
    }

    @Override
    public @Nullable String asWritten(int record) {
        if (days[record] == MISSING || format.equals(DateFormat.ISO)) return text(record);
        return DateFormat.of(format).text(days[record]);
    }
}
