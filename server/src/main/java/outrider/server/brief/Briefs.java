package outrider.server.brief;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.persistence.OptimisticLockException;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.NotFoundException;
import java.time.Clock;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.exchange.DecidingMeasure;
import outrider.server.dataset.Dataset;
import outrider.server.dataset.Datasets;
import outrider.server.trail.Act;
import outrider.server.trail.ReportActKind;
import outrider.server.trail.Trail;
import outrider.server.work.WorkStatus;
import outrider.split.SplitPlan;

/** Making and editing briefs; their columns, outcome and split. */
@ApplicationScoped
public class Briefs {
    private final Datasets datasets;
    private final BriefTables tables;
    private final Splits splits;
    private final EntityManager database;

    private final Clock clock;

    Briefs(Datasets datasets, BriefTables tables, Splits splits, EntityManager database, Clock clock) {
        this.clock = clock;
        this.datasets = datasets;
        this.tables = tables;
        this.splits = splits;
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
        brief.name = dataset.name.replaceFirst("\\.(csv|tsv|txt|parquet)(\\.gz)?$", "");
        brief.question = "Whom should we act on?";
        brief.eventLevels = List.of();
        brief.recordsNoun = "records";
        brief.eventsNoun = "events";
        brief.acting = "acting on";
        brief.currency = "€";
        brief.successRate = 1;
        brief.campaignSize = dataset.records;
        brief.columns = Columns.defaults(datasets.columns(datasetId));
        brief.seed = 1;
        brief.createdBy = by;
        brief.createdAt = clock.instant();
        brief.persist();
        Trail.add(
                Trail.chain(brief.id),
                by,
                Act.BRIEF_BEGUN,
                brief.name,
                "on " + dataset.name + ", SHA-256 " + dataset.sha256);
        return brief;
    }

    /**
     * What can be edited, all of it.
     *
     * @param version the one that the editor saw
     * @param deciding null for what decides where nobody chose
     * @param leftOutLevels null leaves them as they are; {@code leaveOutMissing} likewise
     */
    public record Edit(
            int version,
            String name,
            String question,
            @Nullable String outcome,
            List<String> eventLevels,
            @Nullable List<String> leftOutLevels,
            @Nullable Boolean leaveOutMissing,
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
            @Nullable Double capacity,
            double campaignSize,
            @Nullable Double plannedRate,
            @Nullable DecidingMeasure deciding) {}

    /** @throws BadInput naming the field that will not do */
    @Transactional
    public Brief edit(long id, Edit edit) {
        Brief brief = locked(id, edit.version());
        Map<String, Object> before = settled(brief);
        changeOutcome(brief, edit);
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
        brief.deciding = edit.deciding();
        database.flush();
        String changes = changes(before, settled(brief));
        if (!changes.isEmpty()) Trail.brief(id, Act.BRIEF_CHANGED, brief.name, changes);
        return brief;
    }

    private static Map<String, Object> settled(Brief b) {
        Map<String, Object> all = new LinkedHashMap<>();
        all.put("name", b.name);
        all.put("question", b.question);
        all.put("outcome", b.outcome);
        all.put("events", List.copyOf(b.eventLevels));
        all.put("left out", List.copyOf(b.leftOutLevels) + (b.leaveOutMissing ? " and missing" : ""));
        all.put("words", List.of(b.recordsNoun, b.eventsNoun, b.acting, b.currency));
        all.put("gain if caught", b.gainIfCaught);
        all.put("action cost", b.actionCost);
        all.put("miss cost", b.missCost);
        all.put("false alarm cost", b.falseAlarmCost);
        all.put("leave value", b.leaveValue);
        all.put("success rate", b.successRate);
        all.put("capacity", b.capacity);
        all.put("campaign size", b.campaignSize);
        all.put("planned rate", b.plannedRate);
        all.put("deciding measure", b.deciding);
        return all;
    }

    private static String changes(Map<String, Object> before, Map<String, Object> after) {
        return after.entrySet().stream()
                .filter(e -> !Objects.equals(e.getValue(), before.get(e.getKey())))
                .map(e -> e.getKey() + ": " + before.get(e.getKey()) + " → " + e.getValue())
                .collect(Collectors.joining("; "));
    }

    private void changeOutcome(Brief brief, Edit edit) {
        boolean another = !Objects.equals(brief.outcome, edit.outcome());
        List<String> leftOut =
                edit.leftOutLevels() != null ? edit.leftOutLevels() : another ? List.of() : brief.leftOutLevels;
        boolean leaveOutMissing =
                edit.leaveOutMissing() != null ? edit.leaveOutMissing() : !another && brief.leaveOutMissing;
        boolean same = !another
                && brief.eventLevels.equals(edit.eventLevels())
                && brief.leftOutLevels.equals(leftOut)
                && brief.leaveOutMissing == leaveOutMissing;
        if (same) return;
        if (candidates(brief.id) > 0) {
            throw BadInput.state(
                    BadInput.Code.LOCKED,
                    "outcome",
                    "is fixed once candidates exist",
                    "begin a new edition of the brief");
        }
        brief.outcome = edit.outcome();
        brief.eventLevels = List.copyOf(edit.eventLevels());
        brief.leftOutLevels = List.copyOf(leftOut);
        brief.leaveOutMissing = leaveOutMissing;
        forgetSplit(brief);
        if (brief.hasOutcome()) tables.outcome(brief);
    }

    static void forgetSplit(Brief brief) {
        brief.packedParts = null;
        brief.split = null;
        brief.splitFacts = null;
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

    /** @throws BadInput if candidates exist */
    Brief unlocked(long id) {
        if (candidates(id) > 0) {
            throw BadInput.state(
                    BadInput.Code.LOCKED,
                    "split",
                    "is locked once candidates exist",
                    "begin a new edition of the brief");
        }
        return get(id);
    }

    /** @throws BadInput if the outcome is not settled, candidates exist, or the plan does not fit the data */
    @Transactional
    public void split(long id, SplitPlan plan) {
        splits.make(unlocked(id), plan);
        Trail.brief(
                id,
                Act.SPLIT_MADE,
                "split",
                "dealt " + plan.words() + ", seed " + plan.seed() + "; the reserve is sealed");
    }

    long candidates(long id) {
        return database.createQuery("select count(c) from Candidate c where c.briefId = ?1", Long.class)
                .setParameter(1, id)
                .getSingleResult();
    }

    private long candidates(long id, WorkStatus status) {
        return database.createQuery(
                        "select count(c) from Candidate c where c.briefId = ?1 and c.status = ?2 and c.deletedAt is null",
                        Long.class)
                .setParameter(1, id)
                .setParameter(2, status)
                .getSingleResult();
    }

    public BriefView view(Brief brief) {
        Dataset dataset = datasets.get(brief.datasetId);
        List<ReportActKind> acts = database.createQuery(
                        "select a.act from ReportAct a, Report r where r.id = a.reportId and r.briefId = ?1 and a.act <> ?2 order by a.id desc",
                        ReportActKind.class)
                .setParameter(1, brief.id)
                .setParameter(2, ReportActKind.WAIVED)
                .setMaxResults(1)
                .getResultList();
        return new BriefView(
                brief.id,
                brief.version,
                brief.edition,
                brief.previousId,
                next(brief),
                brief.name,
                brief.question,
                dataset.id,
                dataset.name,
                dataset.records,
                dataset.notice,
                brief.outcome,
                brief.eventLevels,
                brief.leftOutLevels,
                brief.leaveOutMissing,
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
                brief.deciding,
                brief.terms().decidingMeasure().words(brief.capacityShare(), brief.campaignSize),
                BriefTables.valueColumn(brief),
                BriefTables.valueColumn(brief) == null ? brief.stakes().breakEven() : null,
                brief.stakes().acting(),
                splitView(brief),
                (int) candidates(brief.id),
                (int) candidates(brief.id, WorkStatus.DONE),
                (int) (candidates(brief.id, WorkStatus.RUNNING) + candidates(brief.id, WorkStatus.WAITING)),
                acts.isEmpty() ? null : acts.get(0),
                brief.createdBy);
    }

    private BriefView.@Nullable SplitView splitView(Brief brief) {
        if (brief.packedParts == null) return null;
        boolean sealed = database.createQuery("select count(s) from Seal s where s.briefId = ?1", Long.class)
                        .setParameter(1, brief.id)
                        .getSingleResult()
                == 0;
        if (brief.splitFacts == null) brief.splitFacts = splits.preview(brief, requireNonNull(brief.split));
        return new BriefView.SplitView(
                requireNonNull(brief.split),
                brief.splitFacts,
                brief.splitFacts.parts().stream()
                        .map(part -> new BriefView.PartView(
                                part.part(), part.records(), part.part().equals("reserve") ? null : part.events()))
                        .toList(),
                sealed,
                candidates(brief.id) > 0);
    }

    private Long next(Brief brief) {
        return database.createQuery("select max(b.id) from Brief b where b.previousId = ?1", Long.class)
                .setParameter(1, brief.id)
                .getSingleResult();
    }
}
