package outrider.server.brief;

import static com.fasterxml.jackson.annotation.JsonInclude.Include.NON_NULL;

import com.fasterxml.jackson.annotation.JsonInclude;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.ColumnSetup;
import outrider.casefile.JoinedFile;
import outrider.server.dataset.Dataset;
import outrider.server.dataset.DatasetJoin;
import outrider.server.dataset.Datasets;
import outrider.table.Column;
import outrider.table.ColumnType;
import outrider.table.Join;
import outrider.table.Table;

/** Second files whose columns come beside a brief's own. */
@ApplicationScoped
public class Joins {
    /** Records of the brief's file that tell which key fits. */
    private static final int SAMPLE = 2000;

    private final Briefs briefs;
    private final Revisions revisions;
    private final Datasets datasets;

    Joins(Briefs briefs, Revisions revisions, Datasets datasets) {
        this.briefs = briefs;
        this.revisions = revisions;
        this.datasets = datasets;
    }

    /**
     * A join that is wanted.
     *
     * @param datasetId of the second file
     * @param on null where a key is to be proposed; it and what follows as {@link Join.Terms} has them
     */
    public record WantedJoin(
            long datasetId,
            @Nullable Map<String, String> on,
            @Nullable List<String> columns,
            @Nullable String prefix,
            Join.@Nullable Keep keep,
            @Nullable String by) {}

    /**
     * What it would do.
     *
     * @param columns of the second file, {@code ordering} those that can order records of one key
     * @param on the key, as it was given or is proposed; null where none fits, and then {@code found} too
     * @param names of the columns that would come
     * @param refusal why it cannot be done so; null where it can
     */
    public record JoinPreview(
            String file,
            int fileRecords,
            List<String> columns,
            List<String> ordering,
            @JsonInclude(NON_NULL) @Nullable Map<String, String> on,
            @JsonInclude(NON_NULL) Join.@Nullable Found found,
            List<String> names,
            @JsonInclude(NON_NULL) @Nullable String refusal) {}

    /** @throws BadInput if a column is not there */
    @ActivateRequestContext
    public JoinPreview preview(long id, WantedJoin wanted) {
        Brief brief = briefs.get(id);
        Dataset second = datasets.get(wanted.datasetId());
        Table table = datasets.table(brief.datasetId);
        Table other = datasets.table(second.id);
        Map<String, String> on =
                wanted.on() == null || wanted.on().isEmpty() ? proposed(brief, table, other) : wanted.on();
        List<String> columns = other.columns().stream().map(Column::name).toList();
        List<String> ordering = other.columns().stream()
                .filter(c -> c.type() == ColumnType.NUMBER || c.type() == ColumnType.DATE)
                .map(Column::name)
                .toList();
        if (on == null) {
            String refusal =
                    "No column of " + second.name + " holds a key that stands here too; choose one of each file.";
            return new JoinPreview(second.name, second.records, columns, ordering, null, null, List.of(), refusal);
        }
        Join join = Join.of(table, other, second.name, file(second, wanted, on).terms());
        String refusal = null;
        try {
            allowed(brief, on);
            join.joined();
        } catch (BadInput e) {
            refusal = e.getMessage();
        }
        return new JoinPreview(second.name, second.records, columns, ordering, on, join.found(), join.names(), refusal);
    }

    private static JoinedFile file(Dataset second, WantedJoin wanted, Map<String, String> on) {
        return new JoinedFile(
                second.name,
                second.sha256,
                new JoinedFile.How(second.dialect, second.sheet),
                on,
                wanted.columns(),
                wanted.prefix() == null || wanted.prefix().isEmpty() ? null : wanted.prefix(),
                wanted.keep(),
                wanted.by());
    }

    /** A column of the brief whose values stand in one of the other: an identifier rather than another, of one name rather than not. */
    private static @Nullable Map<String, String> proposed(Brief brief, Table table, Table other) {
        Map<String, String> best = null;
        double most = 0;
        for (Column there : other.columns()) {
            Set<String> values = new HashSet<>();
            for (int i = 0; i < other.size(); i++) {
                String text = there.text(i);
                if (text != null) values.add(text.strip());
            }
            if (values.size() < 2) continue;
            for (Column here : table.columns()) {
                if (kind(here) != kind(there) && !here.name().equalsIgnoreCase(there.name())) continue;
                if (here.name().equals(brief.outcomeColumn())) continue;
                double fit = fit(here, values);
                if (brief.column(here.name()).role() == ColumnSetup.Role.IDENTIFIER) fit *= 4;
                if (here.name().equalsIgnoreCase(there.name())) fit *= 2;
                fit *= values.size() / (double) other.size();
                if (fit <= most) continue;
                most = fit;
                best = Map.of(here.name(), there.name());
            }
        }
        return most < 0.2 ? null : best;
    }

    /** Codes that repeat and texts that do not may be the same key. */
    private static ColumnType kind(Column column) {
        return column.type() == ColumnType.CATEGORY ? ColumnType.TEXT : column.type();
    }

    private static double fit(Column here, Set<String> values) {
        int step = Math.max(1, here.size() / SAMPLE);
        int asked = 0;
        int found = 0;
        for (int i = 0; i < here.size(); i += step) {
            String text = here.text(i);
            asked++;
            if (text != null && values.contains(text.strip())) found++;
        }
        return asked == 0 ? 0 : found / (double) asked;
    }

    private static void allowed(Brief brief, Map<String, String> on) {
        JoinedFile.refuseOutcome(on, brief.outcomeColumn());
    }

    /**
     * The brief with the columns joined: this one, or its next revision where candidates exist.
     *
     * @return its id
     * @throws BadInput as {@link Join#joined} does, if no key is given, or the second file is joined itself
     */
    public long join(long id, WantedJoin wanted, String by) {
        Brief brief = briefs.get(id);
        if (wanted.on() == null)
            throw BadInput.of("on", "is missing", "name a column of each file that holds the same key");
        allowed(brief, wanted.on());
        Dataset second = datasets.get(wanted.datasetId());
        if (!second.joins.isEmpty()) {
            throw BadInput.of("file", second.name + " is joined itself", "bring the file as it was");
        }
        JoinedFile file = file(second, wanted, wanted.on());
        Dataset joined = datasets.join(brief.datasetId, second.id, file, by);
        try {
            long target = revisions.replace(id, joined.id, by);
            datasets.forget(second.id);
            return target;
        } catch (RuntimeException e) {
            datasets.forget(joined.id);
            throw e;
        }
    }

    /**
     * The brief without the columns that were joined last.
     *
     * @throws BadInput if none were
     */
    public long undo(long id, String by) {
        List<DatasetJoin> joins = datasets.get(briefs.get(id).datasetId).joins;
        if (joins.isEmpty()) {
            throw BadInput.state(BadInput.Code.NOT_READY, "join", "is none to undo", "the file is as it was brought");
        }
        return revisions.replace(id, joins.get(joins.size() - 1).before(), by);
    }

    /** What was joined so far. */
    @ActivateRequestContext
    public List<DatasetJoin> of(long id) {
        return datasets.get(briefs.get(id).datasetId).joins;
    }
}
