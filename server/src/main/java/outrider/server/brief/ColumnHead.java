package outrider.server.brief;

import org.jspecify.annotations.Nullable;
import outrider.server.dataset.DatasetColumn;
import outrider.table.ColumnType;
import outrider.table.Reading;

/** What is known of a column without looking at its values. */
record ColumnHead(String name, ColumnType type, @Nullable String format, Reading.@Nullable Mend mend) {
    static ColumnHead of(DatasetColumn column) {
        return new ColumnHead(column.name, column.type, column.format, column.mend);
    }
}
