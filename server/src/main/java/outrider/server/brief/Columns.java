package outrider.server.brief;

import io.quarkus.narayana.jta.QuarkusTransaction;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import jakarta.persistence.OptimisticLockException;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.NotFoundException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.casefile.BriefFile;
import outrider.casefile.CaseData;
import outrider.casefile.ColumnDefaults;
import outrider.casefile.ColumnNotes;
import outrider.casefile.ColumnSetup;
import outrider.casefile.ColumnSetup.Role;
import outrider.casefile.TableFile;
import outrider.check.ColumnProfile;
import outrider.server.dataset.DatasetColumn;
import outrider.server.dataset.Datasets;
import outrider.server.trail.Act;
import outrider.server.trail.Trail;
import outrider.server.web.Seen;
import outrider.table.Column;
import outrider.table.ColumnType;
import outrider.table.Reading;
import outrider.table.Table;

/** What a brief settles about its columns, with undo. */
@ApplicationScoped
public class Columns {
    private static final int LONGEST_NAME = 80;

    private final Briefs briefs;
    private final BriefTables tables;
    private final Profiles profiles;
    private final Datasets datasets;

    private final Clock clock;

    Columns(Briefs briefs, BriefTables tables, Profiles profiles, Datasets datasets, Clock clock) {
        this.clock = clock;
        this.briefs = briefs;
        this.tables = tables;
        this.profiles = profiles;
        this.datasets = datasets;
    }

    /**
     * All columns of a brief.
     *
     * @param pending how many still wait for their figures
     * @param undo what undoing would take back, or null
     * @param state which change was the last; 0 before any
     * @param told where a rule says what the event is; null where levels do
     */
    public record ColumnsView(
            List<ColumnView> columns,
            int pending,
            @Nullable String undo,
            long state,
            @Nullable ToldEvents told) {}

    @ActivateRequestContext
    public ColumnsView view(long id) {
        Brief brief = briefs.get(id);
        List<ColumnHead> heads = tables.heads(brief);
        List<String> asked = heads.stream()
                .map(ColumnHead::name)
                .filter(name -> !asStored(brief, name))
                .toList();
        Map<String, ColumnProfile> ready = asked.isEmpty() ? Map.of() : profiles.of(brief, asked);
        List<ColumnView> views = new ArrayList<>();
        int pending = 0;
        for (ColumnHead head : heads) {
            ColumnProfile profile = asStored(brief, head.name()) ? head.facts() : ready.get(head.name());
            if (profile == null) pending++;
            views.add(ColumnView.of(head, brief, profile, profile == null));
        }
        ColumnChange last = last(id);
        return new ColumnsView(
                views,
                pending,
                last == null ? null : last.words,
                last == null ? 0 : last.id,
                ToldEvents.of(brief, tables));
    }

    /** Whether the figures made when the file was read still say all there is. */
    private static boolean asStored(Brief brief, String name) {
        ColumnSetup setup = brief.column(name);
        return brief.packedParts == null && setup.reading() == null && setup.formula() == null;
    }

    /** @throws NotFoundException if there is no such column */
    @ActivateRequestContext
    public ColumnDetail detail(long id, String name) {
        Brief brief = briefs.get(id);
        ColumnHead head = tables.heads(brief).stream()
                .filter(c -> c.name().equals(name))
                .findFirst()
                .orElseThrow(() -> new NotFoundException("there is no column " + name));
        ColumnProfile profile = asStored(brief, name)
                ? head.facts()
                : profiles.of(brief, List.of(name)).get(name);
        ColumnView view = ColumnView.of(head, brief, profile, profile == null);
        return new ColumnDetail(view, profile, acted(brief, name));
    }

    private ColumnDetail.@Nullable ActedView acted(Brief brief, String name) {
        ColumnSetup setup = brief.column(name);
        if (setup.role() != Role.ACTED
                || brief.packedParts == null
                || setup.treatedLevels().isEmpty()) return null;
        Column column = tables.table(brief).column(name);
        byte[] outcome = tables.outcome(brief);
        int[] counts = new int[4];
        for (int row : brief.parts().training()) {
            int at = setup.treatedLevels().contains(column.text(row)) ? 0 : 2;
            counts[at]++;
            counts[at + 1] += outcome[row];
        }
        return new ColumnDetail.ActedView(counts[0], counts[1], counts[2], counts[3]);
    }

    private static ColumnChange last(long id) {
        return ColumnChange.<ColumnChange>find("briefId = ?1 order by id desc", id)
                .firstResult();
    }

    /**
     * Holds a change against what its editor saw.
     *
     * @param seen the state that they saw
     * @throws BadInput if it is missing
     * @throws OptimisticLockException if another change came since
     */
    private static void demandSeen(long id, @Nullable Long seen) {
        ColumnChange last = last(id);
        Seen.demand(seen, last == null ? 0L : (long) last.id);
    }

    /**
     * Changes some columns together as {@link #change(long, Map, String)} does, if nobody changed any since.
     *
     * @param seen the state that the editor saw
     * @throws OptimisticLockException if another change came since
     */
    @Transactional
    public void change(long id, Map<String, ColumnSetup> changes, @Nullable Long seen, String by) {
        demandSeen(id, seen);
        change(id, changes, by);
    }

    /**
     * Changes some columns together; how they stood before is kept for undo.
     *
     * @throws BadInput if a column does not exist, its texts do not fit the type wanted, free text is to be an input, an alarm is
     *     kept without a reason, or a type is to change once candidates exist
     */
    @Transactional
    public void change(long id, Map<String, ColumnSetup> changes, String by) {
        Brief brief = briefs.get(id);
        Map<String, ColumnSetup> before = new LinkedHashMap<>();
        changes.keySet().forEach(name -> before.put(name, asItStands(brief, name)));
        settle(brief, changes);
        ColumnChange change = new ColumnChange();
        change.briefId = id;
        change.before = before;
        change.words = words(before, changes);
        change.byName = by;
        change.at = clock.instant();
        change.persist();
        Trail.brief(id, Act.COLUMNS_CHANGED, change.words, told(changes));
    }

    /**
     * Changes the columns that a small file notes, together.
     *
     * @throws BadInput as {@link ColumnNotes#of} and {@link #change} do; nothing is changed then
     */
    public void note(long id, InputStream file, @Nullable Long seen, String by) throws IOException {
        Path kept = Files.createTempFile("notes", null);
        try {
            Files.copy(file, kept, StandardCopyOption.REPLACE_EXISTING);
            Table notes = TableFile.read(kept, Progress.NONE);
            Brief brief = QuarkusTransaction.requiringNew().call(() -> briefs.get(id));
            List<String> names = QuarkusTransaction.requiringNew().call(() -> tables.names(brief));
            change(id, ColumnNotes.of(notes, brief::column, new HashSet<>(names)::contains), seen, by);
        } finally {
            Files.delete(kept);
        }
    }

    /** Settles columns as their owner describes them, before anybody has changed them by hand; not kept for undo. */
    @Transactional
    public void describe(long id, Map<String, ColumnSetup> setups) {
        settle(briefs.get(id), setups);
        Trail.brief(id, Act.COLUMNS_DESCRIBED, setups.size() + " columns", told(setups));
    }

    /** Null for a column that is yet to be made. */
    private @Nullable ColumnSetup asItStands(Brief brief, String name) {
        boolean known = brief.columns.containsKey(name)
                || datasets.table(brief.datasetId).has(name);
        return known ? brief.column(name) : null;
    }

    private static String told(Map<String, ColumnSetup> changes) {
        return changes.entrySet().stream()
                .sorted(Map.Entry.comparingByKey())
                .map(e -> e.getValue() == null
                        ? e.getKey() + ": taken away"
                        : e.getKey() + ": " + e.getValue().role().words()
                                + (e.getValue().formula() == null
                                        ? ""
                                        : ", made by " + e.getValue().formula())
                                + (e.getValue().reason().isEmpty()
                                        ? ""
                                        : " (" + e.getValue().reason() + ")")
                                + (e.getValue().acceptedAlarms().isEmpty()
                                        ? ""
                                        : ", keeps " + e.getValue().acceptedAlarms()))
                .collect(Collectors.joining("; "));
    }

    /**
     * Takes the last change back.
     *
     * @param seen the state that the editor saw
     * @throws BadInput if there is none, or candidates have fixed what it changed
     * @throws OptimisticLockException if another change came since
     */
    @Transactional
    public void undo(long id, @Nullable Long seen) {
        demandSeen(id, seen);
        ColumnChange last = last(id);
        if (last == null)
            throw BadInput.state(
                    BadInput.Code.ALREADY_DONE, "undo", "there is nothing to take back", "change something first");
        settle(briefs.get(id), last.before);
        last.delete();
        Trail.brief(id, Act.COLUMNS_UNDONE, last.words, told(last.before));
    }

    private void settle(Brief brief, Map<String, ColumnSetup> changes) {
        Table plain = datasets.table(brief.datasetId);
        Map<String, ColumnSetup> columns = new HashMap<>(brief.columns);
        for (Map.Entry<String, ColumnSetup> entry : changes.entrySet()) {
            String name = entry.getKey();
            ColumnSetup now = entry.getValue();
            ColumnSetup before = brief.column(name);
            if (now == null || now.formula() != null || before.formula() != null) {
                make(brief, columns, name, now);
                continue;
            }
            Column column = plain.column(name);
            Reading reading = now.reading();
            if (!Objects.equals(reading, before.reading())) {
                if (briefs.candidates(brief.id) > 0) {
                    throw BadInput.state(
                            BadInput.Code.LOCKED,
                            "column \"" + name + "\"",
                            "has its type fixed, because candidates exist",
                            "begin a new revision of the brief");
                }
                if (reading != null) reading.apply(column, plain);
            }
            ColumnDemands.setup(
                    brief, name, now, (reading == null ? column.type() : reading.type()) == ColumnType.TEXT);
            columns.put(name, now);
        }
        Set<String> decided = new HashSet<>();
        for (String name : changes.keySet()) {
            ColumnSetup now = columns.getOrDefault(name, ColumnSetup.PLAIN);
            boolean same = Objects.equals(brief.column(name).reading(), now.reading())
                    && Objects.equals(brief.column(name).formula(), now.formula());
            if (!same) decided.add(name);
        }
        ColumnDemands.oneEach(columns);
        ColumnDemands.made(brief, columns, plain);
        String weighed = BriefTables.weightColumn(brief);
        brief.columns = columns;
        String weighing = BriefTables.weightColumn(brief);
        if (!Objects.equals(weighed, weighing) && briefs.candidates(brief.id) > 0) {
            throw BadInput.state(
                    BadInput.Code.LOCKED,
                    "column \"" + (weighed == null ? weighing : weighed) + "\"",
                    weighed == null
                            ? "cannot weigh records any more, because candidates exist"
                            : "weighs the records that candidates learnt from",
                    "begin a new revision of the brief");
        }
        if (changes.containsKey(String.valueOf(weighing))) tables.demandWeights(brief);
        refit(brief, decided);
    }

    /** Puts a made column among the others, changes it or, with null, takes it away. */
    private void make(Brief brief, Map<String, ColumnSetup> columns, String name, @Nullable ColumnSetup now) {
        ColumnSetup before = brief.column(name);
        boolean another = now == null || !Objects.equals(now.formula(), before.formula());
        if (another && briefs.candidates(brief.id) > 0) {
            throw BadInput.state(
                    BadInput.Code.LOCKED,
                    "column \"" + name + "\"",
                    "has its formula fixed, because candidates exist",
                    "begin a new revision of the brief");
        }
        if (now == null) {
            if (before.formula() == null) {
                throw BadInput.of("column \"" + name + "\"", "is the file's", "set it aside instead");
            }
            columns.remove(name);
            return;
        }
        if (now.formula() == null || now.reading() != null) {
            throw BadInput.of("column \"" + name + "\"", "is made by a formula", "change the formula");
        }
        if (name.isBlank() || name.length() > LONGEST_NAME) {
            throw BadInput.of("name", "has " + name.strip().length() + " letters", "give 1 to " + LONGEST_NAME);
        }
        ColumnDemands.setup(brief, name, now, false);
        columns.put(name, now);
    }

    /** A changed reading of the outcome or of a column that made the split undoes what was built on it. */
    private void refit(Brief brief, Set<String> changed) {
        if (changed.isEmpty()) return;
        BriefFile.Outcome outcome = brief.outcome;
        if (outcome != null && changed.contains(outcome.column())) {
            brief.outcome = outcome.readAnew(tables.table(brief).column(outcome.column()));
            Briefs.forgetSplit(brief);
        }
        boolean made = brief.split != null
                && (changed.contains(String.valueOf(brief.split.by().column()))
                        || changed.contains(String.valueOf(brief.split.groupBy())));
        if (made) Briefs.forgetSplit(brief);
    }

    private static String words(Map<String, ColumnSetup> before, Map<String, ColumnSetup> after) {
        if (after.size() > 1) return after.size() + " columns changed together";
        String name = after.keySet().iterator().next();
        ColumnSetup a = before.get(name);
        ColumnSetup b = after.get(name);
        if (b == null) return shortened(name) + ": taken away";
        if (a == null) return shortened(name) + ": made";
        String what = "changed";
        if (a.role() != b.role()) what = b.role().words();
        else if (!Objects.equals(a.reading(), b.reading())) {
            what = b.reading() == null
                    ? "read as in the file"
                    : "read as " + b.reading().type().name().toLowerCase(Locale.ROOT);
        } else if (!a.acceptedAlarms().equals(b.acceptedAlarms()))
            what = b.acceptedAlarms().size() > a.acceptedAlarms().size() ? "alarm kept" : "alarm rings again";
        return shortened(name) + ": " + what;
    }

    private static String shortened(String name) {
        return name.length() <= 60 ? name : name.substring(0, 59) + "…";
    }

    /** Names of columns that candidates may use. */
    public List<String> inputs(Brief brief) {
        return CaseData.inputs(tables.names(brief), brief::column, brief.outcomeColumn());
    }

    /** What a new brief takes columns for. */
    static Map<String, ColumnSetup> defaults(List<DatasetColumn> columns) {
        Map<String, ColumnSetup> setups = new HashMap<>();
        for (DatasetColumn column : columns) {
            ColumnSetup taken = ColumnDefaults.of(column.facts, column.type, column.suggested, column.copyOf);
            if (taken != null) setups.put(column.name, taken);
        }
        return setups;
    }
}
