package outrider.casefile;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import outrider.casefile.ColumnSetup.Role;
import outrider.errors.GroupedColumn;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.Table;
import outrider.table.TextColumn;

/** Columns that say something of a record, in groups that can be named; the outcome's own, names and free text say nothing. */
public final class TellingColumns {
    /** Groups of numbers and dates, where groups are shown and where columns are tried. */
    public static final int SHOWN = 5;

    public static final int TRIED = 20;

    private static final Set<Role> NAMES = Set.of(Role.IDENTIFIER, Role.PART, Role.WEIGHT);
    private static final Set<Role> ASIDE = Set.of(Role.SET_ASIDE, Role.SCORE);

    private TellingColumns() {}

    /** The column that decides the split by date, else the first with the role date; null where there is none. */
    public static @Nullable DateColumn time(
            Table table, Function<String, ColumnSetup> setup, @Nullable String splitBy) {
        DateColumn found = null;
        for (Column column : table.columns()) {
            if (!(column instanceof DateColumn dates)) continue;
            if (column.name().equals(splitBy)) return dates;
            if (found == null && setup.apply(column.name()).role() == Role.DATE) found = dates;
        }
        return found;
    }

    /** @param outcome the outcome's column; null where none is chosen */
    public static List<GroupedColumn> of(
            Table table, Function<String, ColumnSetup> setup, @Nullable String outcome, int[] rows, int bands) {
        List<GroupedColumn> grouped = new ArrayList<>();
        for (Column column : table.columns()) {
            boolean tells = !column.name().equals(outcome)
                    && !(column instanceof TextColumn)
                    && !NAMES.contains(setup.apply(column.name()).role());
            GroupedColumn found = tells ? GroupedColumn.of(column, rows, bands) : null;
            if (found != null) grouped.add(found);
        }
        return grouped;
    }

    /** Without what was set aside: it may know the outcome, and a group by it breaks every promise. */
    public static List<GroupedColumn> known(List<GroupedColumn> columns, Function<String, ColumnSetup> setup) {
        return columns.stream()
                .filter(g -> !ASIDE.contains(setup.apply(g.column()).role()))
                .toList();
    }
}
