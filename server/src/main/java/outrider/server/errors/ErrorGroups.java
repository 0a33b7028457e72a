package outrider.server.errors;

import com.github.benmanes.caffeine.cache.Cache;
import jakarta.enterprise.context.ApplicationScoped;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import outrider.casefile.ColumnSetup;
import outrider.errors.GroupedColumn;
import outrider.server.brief.Brief;
import outrider.server.work.Caches;
import outrider.table.Column;
import outrider.table.Table;
import outrider.table.TextColumn;

/** Columns in groups that can be named; validation's stay in memory. */
@ApplicationScoped
class ErrorGroups {
    static final int QUANTILES = 5;
    /** Neither says anything of a record but which it is. */
    private static final Set<ColumnSetup.Role> NAMES = Set.of(ColumnSetup.Role.IDENTIFIER, ColumnSetup.Role.PART);

    private static final Set<ColumnSetup.Role> ASIDE = Set.of(ColumnSetup.Role.SET_ASIDE, ColumnSetup.Role.SCORE);

    private final Cache<List<?>, List<GroupedColumn>> kept = Caches.GROUPS.make(
            known -> known.stream().mapToLong(g -> 2L * g.group().length).sum());

    /** Validation's columns that say something of a record, the outcome's own left out. */
    List<GroupedColumn> all(ErrorCase of) {
        Brief brief = of.brief();
        List<?> key = List.of(
                brief.id, brief.datasetId, brief.columns, String.valueOf(brief.outcomeColumn()), of.rows().length);
        return kept.get(key, k -> of(brief, of.table(), of.rows(), QUANTILES));
    }

    /** Columns that say something of some records, in groups; the outcome's own and names are left out. */
    static List<GroupedColumn> of(Brief brief, Table table, int[] rows, int bands) {
        List<GroupedColumn> grouped = new ArrayList<>();
        for (Column column : table.columns()) {
            GroupedColumn found = tells(brief, column) ? GroupedColumn.of(column, rows, bands) : null;
            if (found != null) grouped.add(found);
        }
        return grouped;
    }

    /** Without what was set aside: it may know the outcome, and a group by it breaks every promise. */
    List<GroupedColumn> known(ErrorCase of) {
        return all(of).stream()
                .filter(g -> !ASIDE.contains(
                        of.brief().column(g.conditions().get(0).column()).role()))
                .toList();
    }

    private static boolean tells(Brief brief, Column column) {
        return !column.name().equals(brief.outcomeColumn())
                && !(column instanceof TextColumn)
                && !NAMES.contains(brief.column(column.name()).role());
    }
}
