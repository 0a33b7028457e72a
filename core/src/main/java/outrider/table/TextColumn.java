package outrider.table;

/** Free text; null stands for missing, "" is a text like any other. */
public record TextColumn(String name, String[] values) implements Column {
    @Override
    public ColumnType type() {
        return ColumnType.TEXT;
    }

    @Override
    public int size() {
        return values.length;
    }

    @Override
    public boolean isMissing(int record) {
        return values[record] == null;
    }

    @Override
    public String text(int record) {
        return values[record];
    }
}
