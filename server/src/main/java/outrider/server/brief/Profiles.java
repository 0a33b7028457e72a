package outrider.server.brief;

import static java.util.Objects.requireNonNull;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.runtime.ShutdownEvent;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import jakarta.enterprise.event.Observes;
import jakarta.inject.Inject;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.IntStream;
import org.jboss.logging.Logger;
import outrider.base.BadInput;
import outrider.casefile.Evidence;
import outrider.casefile.MadeColumns;
import outrider.casefile.Sha256;
import outrider.check.ColumnProfile;
import outrider.split.Parts;
import outrider.table.Column;
import outrider.table.Table;

/**
 * What the columns of briefs say of their outcomes on training. Computed in the background, a row a column, so that what a
 * killed server had done is kept; whoever asks next has the rest done.
 */
@ApplicationScoped
public class Profiles {
    private static final Logger LOG = Logger.getLogger(Profiles.class);

    private final BriefTables tables;
    private final ExecutorService workers = Executors.newSingleThreadExecutor();
    private final Set<Long> busy = ConcurrentHashMap.newKeySet();

    @Inject
    Profiles self;

    Profiles(BriefTables tables) {
        this.tables = tables;
    }

    void end(@Observes ShutdownEvent event) {
        workers.shutdownNow();
    }

    /** Changes with whatever the profile of the column is computed from. */
    private static String key(Brief brief, String column, String common) {
        boolean made = brief.column(column).formula() != null;
        return Sha256.of(common + "\n" + column + "\n" + brief.column(column).reading() + "\n"
                + column.equals(brief.outcomeColumn())
                + (made ? "\n" + MadeColumns.formulas(brief.columns) + readings(brief) : ""));
    }

    private static Map<String, String> readings(Brief brief) {
        Map<String, String> readings = new TreeMap<>();
        brief.columns.forEach((name, setup) -> readings.put(name, String.valueOf(setup.reading())));
        return readings;
    }

    private static String common(Brief brief) {
        return "rules " + Evidence.RULES + "\n" + brief.datasetId + "\n" + brief.outcomeColumn() + "\n"
                + (brief.outcome == null ? List.of() : brief.outcome.events())
                + (brief.outcome == null || brief.outcome.when() == null ? "" : brief.outcome.when()) + "\n"
                + (brief.outcome == null
                        ? ""
                        : brief.column(brief.outcome.column()).reading()) + "\n"
                + (brief.packedParts == null
                        ? ""
                        : Sha256.of(new String(brief.packedParts, StandardCharsets.ISO_8859_1)));
    }

    /** The profiles that are ready, by column; those that are not are begun. */
    public Map<String, ColumnProfile> of(Brief brief, List<String> columns) {
        Map<String, ColumnProfile> ready = ready(brief, columns);
        if (ready.size() < columns.size() && busy.add(brief.id)) workers.execute(() -> self.work(brief.id));
        return ready;
    }

    private static Map<String, ColumnProfile> ready(Brief brief, List<String> columns) {
        Map<String, String> keys = new HashMap<>();
        String common = common(brief);
        for (String column : columns) keys.put(column, key(brief, column, common));
        Map<String, ColumnProfile> ready = new HashMap<>();
        for (ColumnProfileRow row : ColumnProfileRow.<ColumnProfileRow>list("briefId", brief.id)) {
            if (row.key.equals(keys.get(row.name))) ready.put(row.name, row.profile);
        }
        return ready;
    }

    @ActivateRequestContext
    void work(long id) {
        try {
            Brief brief = QuarkusTransaction.requiringNew().call(() -> Brief.findById(id));
            if (brief != null) compute(brief);
        } catch (BadInput e) {
            LOG.warn("columns of brief " + id + ": " + e.getMessage());
        } catch (RuntimeException e) {
            LOG.error("profiling the columns of brief " + id + " failed", e);
        } finally {
            busy.remove(id);
        }
    }

    private void compute(Brief brief) {
        Table table = tables.table(brief);
        List<String> names = table.columns().stream().map(Column::name).toList();
        Set<String> ready = QuarkusTransaction.requiringNew()
                .call(() -> Set.copyOf(ready(brief, names).keySet()));
        String common = common(brief);
        Parts parts = brief.parts();
        int[] open = openRows(brief, table.size());
        int[] rows = parts == null ? open : parts.training();
        byte[] outcome = parts == null ? null : tables.outcome(brief);
        int[] units = parts == null ? null : requireNonNull(brief.split).units(table, tables.copies(brief));
        table.columns().stream()
                .filter(c -> !ready.contains(c.name()))
                .parallel()
                .forEach(column -> {
                    boolean judged = outcome != null && !column.name().equals(brief.outcomeColumn());
                    boolean ofOutcome = column.name().equals(brief.outcomeColumn());
                    int[] looked = judged ? rows : ofOutcome ? notInReserve(parts, table.size()) : open;
                    ColumnProfile profile =
                            ColumnProfile.of(column, looked, judged ? outcome : null, judged ? units : null);
                    QuarkusTransaction.requiringNew()
                            .run(() -> keep(brief, column.name(), key(brief, column.name(), common), profile));
                });
    }

    private static void keep(Brief brief, String name, String key, ColumnProfile profile) {
        ColumnProfileRow.delete("briefId = ?1 and name = ?2", brief.id, name);
        ColumnProfileRow row = new ColumnProfileRow();
        row.briefId = brief.id;
        row.name = name;
        row.key = key;
        row.profile = profile;
        row.persist();
    }

    /** Records of training, validation and no part: the outcome is shown with the levels that are left out of all parts. */
    static int[] notInReserve(Parts parts, int records) {
        int[] all = IntStream.range(0, records).toArray();
        return parts == null ? all : parts.outsideReserve();
    }

    /** Records whose values may be shown: all before the split, training and validation after it. */
    static int[] openRows(Brief brief, int records) {
        Parts parts = brief.parts();
        if (parts == null) return IntStream.range(0, records).toArray();
        return IntStream.concat(IntStream.of(parts.training()), IntStream.of(parts.validation()))
                .toArray();
    }
}
