package outrider.server.drift;

import static java.util.Objects.requireNonNull;

import io.quarkus.narayana.jta.QuarkusTransaction;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.ws.rs.NotFoundException;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.casefile.CaseData;
import outrider.casefile.Sha256;
import outrider.casefile.TellingColumns;
import outrider.drift.Mover;
import outrider.drift.Periods;
import outrider.server.brief.Brief;
import outrider.server.brief.BriefTables;
import outrider.server.brief.Briefs;
import outrider.server.brief.Splits;
import outrider.server.work.Caches;
import outrider.server.work.Kept;
import outrider.server.work.WorkQueue;
import outrider.split.Parts;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.Table;

/** Training against validation, and one period after the other. Computed outside transactions and kept. */
@ApplicationScoped
public class Drifts {
    private static final long BYTES = 2000;

    private final Kept<List<?>, List<Mover>> movers = Caches.DRIFT.make(found -> BYTES * found.size());
    private final Briefs briefs;
    private final BriefTables tables;
    private final Splits splits;

    Drifts(Briefs briefs, BriefTables tables, Splits splits) {
        this.briefs = briefs;
        this.tables = tables;
        this.splits = splits;
    }

    /**
     * Which inputs moved.
     *
     * @param moved the inputs that moved, the furthest first
     * @param inputs how many were looked at: all but the column that decides the split
     */
    public record MoversView(List<Mover> moved, int inputs) {}

    /**
     * How a column differs between the parts and moves over time.
     *
     * @param mover validation against training; null for the outcome, and for texts and what is no input
     * @param periods of training and validation together; null where no column says when
     */
    public record ColumnMoves(
            @Nullable Mover mover, @Nullable Periods periods) {}

    /** What is read of a brief in one transaction. */
    private record Read(Brief brief, Table table, byte[] outcome, Parts parts, int[] unit) {
        /** But for the column that decides the split, which is another in each part by that alone. */
        List<Column> inputs() {
            List<String> names = table.columns().stream().map(Column::name).toList();
            Set<String> inputs = new HashSet<>(CaseData.inputs(names, brief::column, brief.outcomeColumn()));
            inputs.remove(requireNonNull(brief.split).by().column());
            return table.columns().stream()
                    .filter(c -> inputs.contains(c.name()))
                    .toList();
        }
    }

    private Read read(long id) {
        return QuarkusTransaction.joiningExisting().call(() -> {
            Brief brief = briefs.get(id);
            Parts parts = Splits.of(brief);
            return new Read(brief, tables.table(brief), tables.outcome(brief), parts, splits.units(brief));
        });
    }

    MoversView movers(long id) {
        Read read = read(id);
        List<Mover> all = all(read);
        return new MoversView(all.stream().filter(Mover::moved).toList(), all.size());
    }

    private List<Mover> all(Read read) {
        List<?> key = List.of(
                read.brief.datasetId,
                asTheyAreRead(read.brief),
                requireNonNull(read.brief.split),
                Sha256.of(requireNonNull(read.brief.packedParts)));
        return movers.get(
                key,
                k -> Mover.of(
                        read.inputs(), read.parts.training(), read.parts.validation(), read.unit, WorkQueue.WORKERS));
    }

    /** What of the columns' descriptions an answer depends on. */
    private static Set<List<Object>> asTheyAreRead(Brief brief) {
        Set<List<Object>> read = new HashSet<>();
        brief.columns.forEach((name, setup) -> read.add(
                List.of(name, setup.role().input(), String.valueOf(setup.reading()), String.valueOf(setup.formula()))));
        return read;
    }

    /** @throws NotFoundException if there is no such column */
    ColumnMoves column(long id, String name) {
        Read read = read(id);
        Column column = read.table.columns().stream()
                .filter(c -> c.name().equals(name))
                .findFirst()
                .orElseThrow(() -> new NotFoundException("there is no column " + name));
        boolean outcome = name.equals(read.brief.outcomeColumn());
        Mover mover = outcome
                ? null
                : all(read).stream()
                        .filter(m -> m.stability().column().equals(name))
                        .findFirst()
                        .orElse(null);
        DateColumn by = TellingColumns.time(
                read.table,
                read.brief::column,
                requireNonNull(read.brief.split).by().column());
        if (by == null || by.name().equals(name)) return new ColumnMoves(mover, null);
        int[] open = IntStream.concat(IntStream.of(read.parts.training()), IntStream.of(read.parts.validation()))
                .toArray();
        return new ColumnMoves(mover, outcome ? Periods.rate(read.outcome, by, open) : Periods.of(column, by, open));
    }
}
