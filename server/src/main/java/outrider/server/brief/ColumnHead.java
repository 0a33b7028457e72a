package outrider.server.brief;

import outrider.server.dataset.DatasetColumn;
import outrider.table.ColumnType;
import outrider.table.Reading;

/** What is known of a column without looking at its values. */
record ColumnHead(String name, ColumnType type, String format, Reading.Mend mend) {
    static ColumnHead of(DatasetColumn column) {
        return new ColumnHead(column.name, column.type, column.format, column.mend);
    }
}
