package outrider.table;

import java.util.List;
import outrider.base.BadInput;

/**
 * Columns of equal length.
 *
 * @param columns in file order
 * @param startLines the file line on which each record starts, or null when record r (from 0) is on line r + 2
 */
public record Table(List<Column> columns, int[] startLines) {
    public int size() {
        return columns.isEmpty() ? 0 : columns.get(0).size();
    }

    /** The file line, from 1, of a record, from 0. */
    public long lineOf(int record) {
        return startLines == null ? record + 2L : startLines[record];
    }

    public boolean has(String name) {
        return columns.stream().anyMatch(column -> column.name().equals(name));
    }

    /** @throws BadInput if there is no column of that name */
    public Column column(String name) {
        for (Column column : columns) if (column.name().equals(name)) return column;
        throw BadInput.of(
                "column \"" + name + "\"",
                "is not in the file",
                "its columns are: "
                        + String.join(", ", columns.stream().map(Column::name).toList()));
    }
}
