package outrider.server.brief;

import org.jspecify.annotations.Nullable;
import outrider.check.ColumnProfile;
import outrider.server.dataset.DatasetColumn;
import outrider.table.ColumnType;
import outrider.table.SuggestedReading;

/**
 * What is known of a column without looking at its values.
 *
 * @param facts made when the file was read; null for a column that a brief makes
 */
record ColumnHead(
        String name,
        ColumnType type,
        @Nullable String format,
        @Nullable SuggestedReading suggested,
        @Nullable ColumnProfile facts) {
    static ColumnHead of(DatasetColumn column) {
        return new ColumnHead(column.name, column.type, column.format, column.suggested, column.facts);
    }

    static ColumnHead made(String name, ColumnType type) {
        return new ColumnHead(name, type, null, null, null);
    }
}
