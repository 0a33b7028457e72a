package outrider.server.errors;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.List;
import outrider.casefile.TellingColumns;
import outrider.errors.GroupedColumn;
import outrider.server.brief.Brief;
import outrider.server.work.Caches;
import outrider.server.work.Kept;
import outrider.table.Table;

/** Columns in groups that can be named; validation's stay in memory. */
@ApplicationScoped
class ErrorGroups {
    private final Kept<List<?>, List<GroupedColumn>> kept = Caches.GROUPS.make(
            known -> known.stream().mapToLong(g -> 2L * g.group().length).sum());

    /** Validation's columns that say something of a record, the outcome's own left out. */
    List<GroupedColumn> all(ErrorCase of) {
        Brief brief = of.brief();
        List<?> key = List.of(
                brief.id,
                brief.datasetId,
                brief.columns,
                String.valueOf(brief.outcomeColumn()),
                of.records().rows().length);
        return kept.get(key, k -> of(brief, of.table(), of.records().rows(), TellingColumns.SHOWN));
    }

    /** Columns that say something of some records, in groups. */
    static List<GroupedColumn> of(Brief brief, Table table, int[] rows, int bands) {
        return TellingColumns.of(table, brief::column, brief.outcomeColumn(), rows, bands);
    }

    /** Without what was set aside. */
    List<GroupedColumn> known(ErrorCase of) {
        return TellingColumns.known(all(of), of.brief()::column);
    }
}
