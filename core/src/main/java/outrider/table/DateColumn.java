package outrider.table;

import java.time.LocalDate;

/** Days since 1970-01-01; {@link #MISSING} stands for missing. */
public record DateColumn(String name, int[] days) implements Column {
    public static final int MISSING = Integer.MIN_VALUE;

    @Override
    public ColumnType type() {
        return ColumnType.DATE;
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
    public String text(int record) {
        return days[record] == MISSING
                ? null
                : LocalDate.ofEpochDay(days[record]).toString();
    }
}
