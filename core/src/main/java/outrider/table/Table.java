package outrider.table;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/** Columns of equal length, each found by its name. Immutable. */
public final class Table {
    private final List<Column> columns;
    private final int @Nullable [] startLines;
    private final List<String> below;
    private final Map<String, Column> byName;

    /**
     * @param columns in file order; of two of one name the first is found
     * @param startLines the file line on which each record starts, or null when record r (from 0) is on line r + 2
     */
    public Table(List<Column> columns, int @Nullable [] startLines) {
        this(columns, startLines, List.of());
    }

    /** @param below lines of the file below the last record that are none, such as when it was made */
    Table(List<Column> columns, int @Nullable [] startLines, List<String> below) {
        this.columns = columns;
        this.startLines = startLines;
        this.below = below;
        byName = new HashMap<>(columns.size() * 2);
        for (Column column : columns) byName.putIfAbsent(column.name(), column);
    }

    public List<Column> columns() {
        return columns;
    }

    public int @Nullable [] startLines() {
        return startLines;
    }

    /** The same records with other columns. */
    public Table with(List<Column> others) {
        return new Table(others, startLines, below);
    }

    /** Lines of the file below the last record that are none and were left out. */
    public List<String> below() {
        return below;
    }

    public int size() {
        return columns.isEmpty() ? 0 : columns.get(0).size();
    }

    /** The file line, from 1, of a record, from 0. */
    public long lineOf(int record) {
        return startLines == null ? record + 2L : startLines[record];
    }

    /** Some columns of some records, in the order given; a record may be named more than once. */
    public Table gathered(List<String> names, int[] records) {
        return new Table(
                names.stream().map(name -> column(name).gathered(records)).toList(), null);
    }

    public boolean has(String name) {
        return byName.containsKey(name);
    }

    /** @throws BadInput if there is no column of that name */
    public Column column(String name) {
        Column column = byName.get(name);
        if (column != null) return column;
        throw BadInput.of(
                "column \"" + name + "\"",
                "is not in the file",
                "its columns are: "
                        + String.join(", ", columns.stream().map(Column::name).toList()));
    }
}
