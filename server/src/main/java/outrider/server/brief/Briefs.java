package outrider.server.brief;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.persistence.OptimisticLockException;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.NotFoundException;
import java.time.Clock;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.BriefFile;
import outrider.server.access.Access;
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
    private final Access access;

    private final Clock clock;

    Briefs(Datasets datasets, BriefTables tables, Splits splits, EntityManager database, Access access, Clock clock) {
        this.access = access;
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

    /** By their numbers, in one statement. */
    public Map<Long, Brief> all(Collection<Long> ids) {
        return Brief.<Brief>list("id in ?1", ids).stream().collect(Collectors.toMap(b -> b.id, b -> b));
    }

    @Transactional
    public Brief make(long datasetId, String by) {
        Dataset dataset = datasets.get(datasetId);
        Brief brief = new Brief();
        brief.datasetId = dataset.id;
        brief.decide(Decision.plain(
                dataset.name.replaceFirst("\\.(csv|tsv|txt|parquet|xlsx)(\\.gz)?$", ""),
                "Whom should we act on?",
                dataset.records));
        brief.columns = Columns.defaults(datasets.columns(datasetId));
        brief.seed = 1;
        brief.createdBy = by;
        brief.owner = by;
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
     * What somebody changes of a brief that was read in a version.
     *
     * @param version the one that the editor saw
     */
    public record Edit(int version, Decision decision) {}

    /** @throws BadInput naming the field that will not do */
    @Transactional
    public Brief edit(long id, Edit edit) {
        if (edit.decision() == null) throw BadInput.of("decision", "is missing", "send all of it");
        Brief brief = locked(id, edit.version());
        Map<String, Object> before = told(brief);
        boolean another = !Objects.equals(brief.outcome, edit.decision().outcome());
        if (another && candidates(id) > 0) {
            throw BadInput.state(
                    BadInput.Code.LOCKED,
                    "outcome",
                    "is fixed once candidates exist",
                    "begin a new revision of the brief");
        }
        brief.decide(edit.decision());
        if (another) {
            forgetSplit(brief);
            tables.demandMade(brief);
            if (brief.hasOutcome()) tables.outcome(brief);
        }
        database.flush();
        String changes = changes(before, told(brief));
        if (!changes.isEmpty()) Trail.brief(id, Act.BRIEF_CHANGED, brief.name, changes);
        return brief;
    }

    /** By the words that the trail uses. */
    private static Map<String, Object> told(Brief b) {
        Map<String, Object> all = new LinkedHashMap<>();
        BriefFile.Outcome outcome = b.outcome;
        all.put("name", b.name);
        all.put("question", b.question);
        all.put("outcome", b.outcomeColumn());
        all.put(
                "events",
                outcome == null ? List.of() : outcome.when() == null ? outcome.events() : outcome.eventWords());
        all.put(
                "left out",
                outcome == null ? "[]" : outcome.leftOut() + (outcome.leaveOutMissing() ? " and missing" : ""));
        all.put("words", List.of(b.words.records(), b.words.events(), b.words.acting(), b.words.currency()));
        all.put("gain if caught", b.stakes.gainIfCaught());
        all.put("action cost", b.stakes.actionCost());
        all.put("miss cost", b.stakes.missCost());
        all.put("false alarm cost", b.stakes.falseAlarmCost());
        all.put("leave value", b.stakes.leaveValue());
        all.put("success rate", b.stakes.successRate());
        all.put("capacity", b.campaign.capacity());
        all.put("campaign size", b.campaign.size());
        all.put("planned rate", b.campaign.plannedRate());
        all.put("deciding measure", b.campaign.deciding());
        return all;
    }

    private static String changes(Map<String, Object> before, Map<String, Object> after) {
        return after.entrySet().stream()
                .filter(e -> !Objects.equals(e.getValue(), before.get(e.getKey())))
                .map(e -> e.getKey() + ": " + before.get(e.getKey()) + " → " + e.getValue())
                .collect(Collectors.joining("; "));
    }

    static void forgetSplit(Brief brief) {
        brief.packedParts = null;
        brief.split = null;
        brief.splitFacts = null;
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
                    "begin a new revision of the brief");
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
        String valueColumn = BriefTables.valueColumn(brief);
        return new BriefView(
                new BriefView.Head(
                        brief.id,
                        brief.version,
                        new BriefView.Revision(
                                brief.revision, brief.previousId, next(brief), brief.createdBy, brief.owner),
                        access.of(brief.id)),
                brief.decision(),
                new BriefView.Data(dataset.id, dataset.name, dataset.records, dataset.notice, valueColumn),
                new BriefView.Worth(
                        brief.terms().decidingMeasure().words(brief.campaign.capacityShare(), brief.campaign.size()),
                        valueColumn == null ? brief.stakes.breakEven() : null,
                        brief.stakes.acting()),
                splitView(brief),
                new BriefView.Progress(
                        (int) candidates(brief.id),
                        (int) candidates(brief.id, WorkStatus.DONE),
                        (int) (candidates(brief.id, WorkStatus.RUNNING) + candidates(brief.id, WorkStatus.WAITING)),
                        acts.isEmpty() ? null : acts.get(0),
                        newestVersion(brief.id)));
    }

    private @Nullable Integer newestVersion(long id) {
        return database.createQuery("select max(r.version) from Release r where r.briefId = ?1", Integer.class)
                .setParameter(1, id)
                .getSingleResult();
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
