package outrider.server.brief;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.persistence.OptimisticLockException;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.NotFoundException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.stream.IntStream;
import outrider.base.BadInput;
import outrider.check.ColumnProfile;
import outrider.server.dataset.Dataset;
import outrider.server.dataset.Datasets;
import outrider.server.work.Packed;
import outrider.split.Part;
import outrider.split.Parts;
import outrider.split.Split;
import outrider.table.Column;
import outrider.table.Levels;
import outrider.table.Table;
import outrider.table.TextColumn;

/** Making and editing briefs; their columns, outcome and split. */
@ApplicationScoped
public class Briefs {
    private final Datasets datasets;
    private final EntityManager database;

    Briefs(Datasets datasets, EntityManager database) {
        this.datasets = datasets;
        this.database = database;
    }

    /** @throws NotFoundException if there is none */
    public Brief get(long id) {
        Brief brief = Brief.findById(id);
        if (brief == null) throw new NotFoundException("there is no brief " + id);
        return brief;
    }

    @Transactional
    public Brief make(long datasetId, String by) {
        Dataset dataset = datasets.get(datasetId);
        Brief brief = new Brief();
        brief.datasetId = dataset.id;
        brief.name = dataset.name.replaceFirst("\\.csv(\\.gz)?$", "");
        brief.question = "Whom should we act on?";
        brief.eventLevels = List.of();
        brief.recordsNoun = "records";
        brief.eventsNoun = "events";
        brief.acting = "acting on";
        brief.currency = "€";
        brief.successRate = 1;
        brief.campaignSize = dataset.records;
        brief.roles = defaultRoles(datasets.table(datasetId));
        brief.seed = 1;
        brief.createdBy = by;
        brief.createdAt = Instant.now();
        brief.persist();
        return brief;
    }

    /** Free text cannot be an input; columns with nearly one text or whole number a record are taken for identifiers. */
    private static Map<String, ColumnRole> defaultRoles(Table table) {
        Map<String, ColumnRole> roles = new TreeMap<>();
        for (Column column : table.columns()) {
            if (ColumnProfile.identifierLike(column, Levels.of(column))) {
                roles.put(column.name(), new ColumnRole(ColumnRole.Role.IDENTIFIER, "nearly one value a record"));
            } else if (column instanceof TextColumn) {
                roles.put(column.name(), new ColumnRole(ColumnRole.Role.SET_ASIDE, "free text"));
            }
        }
        return roles;
    }

    /** What can be edited, all of it; {@code version} is the one that the editor saw. */
    public record Edit(
            int version,
            String name,
            String question,
            String outcome,
            List<String> eventLevels,
            String recordsNoun,
            String eventsNoun,
            String acting,
            String currency,
            double gainIfCaught,
            double actionCost,
            double missCost,
            double falseAlarmCost,
            double leaveValue,
            double successRate,
            Double capacity,
            double campaignSize,
            Double plannedRate) {}

    /** @throws BadInput naming the field that will not do */
    @Transactional
    public Brief edit(long id, Edit edit) {
        Brief brief = locked(id, edit.version());
        boolean outcomeChanged =
                !Objects.equals(brief.outcome, edit.outcome()) || !brief.eventLevels.equals(edit.eventLevels());
        if (outcomeChanged) changeOutcome(brief, edit);
        brief.name = words("name", edit.name(), 200);
        brief.question = words("question", edit.question(), 1000);
        brief.recordsNoun = words("recordsNoun", edit.recordsNoun(), 80);
        brief.eventsNoun = words("eventsNoun", edit.eventsNoun(), 80);
        brief.acting = words("acting", edit.acting(), 80);
        brief.currency = words("currency", edit.currency(), 10);
        brief.gainIfCaught = edit.gainIfCaught();
        brief.actionCost = edit.actionCost();
        brief.missCost = edit.missCost();
        brief.falseAlarmCost = edit.falseAlarmCost();
        brief.leaveValue = edit.leaveValue();
        brief.successRate = edit.successRate();
        brief.stakes();
        if (!(edit.campaignSize() >= 1))
            throw BadInput.of("campaignSize", "is " + edit.campaignSize(), "give 1 or more");
        brief.campaignSize = edit.campaignSize();
        if (edit.capacity() != null && !(edit.capacity() >= 0 && edit.capacity() <= edit.campaignSize())) {
            throw BadInput.of(
                    "capacity", "is " + edit.capacity(), "give 0 to the size of the campaign, or leave it empty");
        }
        brief.capacity = edit.capacity();
        if (edit.plannedRate() != null && !(edit.plannedRate() > 0 && edit.plannedRate() < 1)) {
            throw BadInput.of(
                    "plannedRate",
                    "is " + edit.plannedRate(),
                    "give a share above 0 and below 100 %, or leave it empty");
        }
        brief.plannedRate = edit.plannedRate();
        database.flush();
        return brief;
    }

    private void changeOutcome(Brief brief, Edit edit) {
        if (candidates(brief.id) > 0) {
            throw BadInput.of("outcome", "is fixed once candidates exist", "make a new brief on the same file");
        }
        if (edit.outcome() != null && !edit.eventLevels().isEmpty()) {
            Levels.outcome(datasets.table(brief.datasetId), edit.outcome(), edit.eventLevels());
        }
        brief.outcome = edit.outcome();
        brief.eventLevels = List.copyOf(edit.eventLevels());
        brief.packedParts = null;
        brief.shares = null;
    }

    private static String words(String field, String text, int most) {
        if (text == null || text.isBlank()) throw BadInput.of(field, "is empty", "say it in a few words");
        if (text.length() > most) throw BadInput.of(field, "is longer than " + most + " letters", "shorten it");
        return text.strip();
    }

    private Brief locked(long id, int version) {
        Brief brief = get(id);
        if (brief.version != version) throw new OptimisticLockException();
        return brief;
    }

    /** Changes what columns are for. @throws BadInput if a column does not exist, is the outcome, or is text and wanted as input */
    @Transactional
    public void changeRoles(long id, Map<String, ColumnRole> changes) {
        Brief brief = get(id);
        Table table = datasets.table(brief.datasetId);
        Map<String, ColumnRole> roles = new HashMap<>(brief.roles);
        changes.forEach((name, role) -> {
            Column column = table.column(name);
            if (name.equals(brief.outcome)) {
                throw BadInput.of(
                        "column \"" + name + "\"", "is the outcome", "choose another outcome in the brief first");
            }
            if (role.role() == ColumnRole.Role.INPUT && column instanceof TextColumn) {
                throw BadInput.of("column \"" + name + "\"", "is free text", "set it aside");
            }
            roles.put(name, role);
        });
        brief.roles = roles;
    }

    /** @throws BadInput if the outcome is not settled, candidates exist, or the shares do not add up */
    @Transactional
    public void split(long id, List<Double> shares, long seed) {
        Brief brief = get(id);
        if (candidates(id) > 0)
            throw BadInput.of("split", "is locked once candidates exist", "make a new brief on the same file");
        byte[] outcome = outcome(brief);
        double[] three = shares.stream().mapToDouble(Double::doubleValue).toArray();
        Parts parts = Split.stratified(outcome, three, seed);
        brief.seed = seed;
        brief.shares = List.copyOf(shares);
        brief.packedParts = Packed.pack(parts.stored());
    }

    /** 0 or 1 for every record of the file. @throws BadInput if the brief has no outcome yet */
    public byte[] outcome(Brief brief) {
        if (brief.outcome == null || brief.eventLevels.isEmpty()) {
            throw BadInput.of("outcome", "is not chosen", "choose the outcome and its event in the brief");
        }
        return Levels.outcome(datasets.table(brief.datasetId), brief.outcome, brief.eventLevels);
    }

    /** @throws BadInput if there is no split yet */
    public Parts parts(Brief brief) {
        Parts parts = brief.parts();
        if (parts == null) throw BadInput.of("split", "is not made", "split the data first");
        return parts;
    }

    /** Records whose values may be shown: all before the split, training and validation after it. */
    public int[] openRows(Brief brief) {
        Parts parts = brief.parts();
        if (parts == null) {
            return IntStream.range(0, datasets.get(brief.datasetId).records).toArray();
        }
        return IntStream.concat(IntStream.of(parts.training()), IntStream.of(parts.validation()))
                .toArray();
    }

    /** The columns as the Data page shows them; what the outcome has to do with them is computed on training alone. */
    public List<ColumnView> columns(Brief brief) {
        int[] rows = openRows(brief);
        Parts parts = brief.parts();
        int[] training = parts == null ? null : parts.training();
        byte[] outcome = parts == null ? null : outcome(brief);
        return datasets.table(brief.datasetId).columns().parallelStream()
                .map(column -> ColumnView.of(
                        column,
                        brief,
                        rows,
                        parts == null || column.name().equals(brief.outcome)
                                ? null
                                : ColumnProfile.of(column, training, outcome)))
                .toList();
    }

    /** Names of columns that candidates may use. */
    public List<String> inputs(Brief brief) {
        List<String> inputs = new ArrayList<>();
        for (Column column : datasets.table(brief.datasetId).columns()) {
            ColumnRole role = brief.roles.get(column.name());
            boolean free = role == null || role.role() == ColumnRole.Role.INPUT;
            if (free && !column.name().equals(brief.outcome)) inputs.add(column.name());
        }
        return inputs;
    }

    private long candidates(long id) {
        return database.createQuery("select count(c) from Candidate c where c.briefId = ?1", Long.class)
                .setParameter(1, id)
                .getSingleResult();
    }

    private long candidates(long id, String status) {
        return database.createQuery(
                        "select count(c) from Candidate c where c.briefId = ?1 and c.status = ?2", Long.class)
                .setParameter(1, id)
                .setParameter(2, status)
                .getSingleResult();
    }

    public BriefView view(Brief brief) {
        Dataset dataset = datasets.get(brief.datasetId);
        List<String> acts = database.createQuery(
                        "select a.act from ReportAct a, Report r where r.id = a.reportId and r.briefId = ?1 order by a.id desc",
                        String.class)
                .setParameter(1, brief.id)
                .setMaxResults(1)
                .getResultList();
        return new BriefView(
                brief.id,
                brief.version,
                brief.name,
                brief.question,
                dataset.id,
                dataset.name,
                dataset.records,
                brief.outcome,
                brief.eventLevels,
                brief.recordsNoun,
                brief.eventsNoun,
                brief.acting,
                brief.currency,
                brief.gainIfCaught,
                brief.actionCost,
                brief.missCost,
                brief.falseAlarmCost,
                brief.leaveValue,
                brief.successRate,
                brief.capacity,
                brief.campaignSize,
                brief.plannedRate,
                brief.stakes().breakEven(),
                brief.stakes().acting(),
                splitView(brief),
                (int) candidates(brief.id),
                (int) candidates(brief.id, "done"),
                (int) (candidates(brief.id, "running") + candidates(brief.id, "waiting")),
                acts.isEmpty() ? null : acts.get(0),
                brief.createdBy);
    }

    private BriefView.SplitView splitView(Brief brief) {
        Parts parts = brief.parts();
        if (parts == null) return null;
        byte[] outcome = outcome(brief);
        boolean sealed = database.createQuery("select count(s) from Seal s where s.briefId = ?1", Long.class)
                        .setParameter(1, brief.id)
                        .getSingleResult()
                == 0;
        return new BriefView.SplitView(
                brief.seed,
                brief.shares,
                List.of(
                        part("training", parts.training(), outcome),
                        part("validation", parts.validation(), outcome),
                        new BriefView.PartView("reserve", parts.size(Part.RESERVE), null)),
                sealed,
                candidates(brief.id) > 0);
    }

    private static BriefView.PartView part(String name, int[] rows, byte[] outcome) {
        int events = 0;
        for (int row : rows) events += outcome[row];
        return new BriefView.PartView(name, rows.length, events);
    }
}
