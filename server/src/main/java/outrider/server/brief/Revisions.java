package outrider.server.brief;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.transaction.Transactional;
import java.time.Clock;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.CaseData;
import outrider.casefile.ColumnSetup;
import outrider.check.RefreshChange;
import outrider.server.access.Members;
import outrider.server.dataset.Dataset;
import outrider.server.dataset.Datasets;
import outrider.server.trail.Act;
import outrider.server.trail.Trail;
import outrider.table.Table;

/** New revisions of briefs, and newer files for them. */
@ApplicationScoped
public class Revisions {
    private final Briefs briefs;
    private final Datasets datasets;
    private final Members members;

    private final Clock clock;

    Revisions(Briefs briefs, Datasets datasets, Members members, Clock clock) {
        this.clock = clock;
        this.briefs = briefs;
        this.datasets = datasets;
        this.members = members;
    }

    /**
     * Copies the brief's words, stakes, outcome and columns into a new one without split or candidates.
     *
     * @param datasetId another file for it; null for the same
     * @return the new brief's id
     * @throws BadInput if a next revision exists already
     */
    @Transactional
    public long next(long id, @Nullable Long datasetId, String by) {
        Brief old = briefs.get(id);
        demandNone(id);
        Brief brief = new Brief();
        brief.decide(old.decision());
        brief.datasetId = datasetId == null ? old.datasetId : datasetId;
        brief.columns = new HashMap<>(old.columns);
        brief.population = old.population;
        brief.seed = old.seed;
        brief.revision = old.revision + 1;
        brief.previousId = old.id;
        brief.createdBy = by;
        brief.owner = old.owner;
        brief.createdAt = clock.instant();
        brief.persist();
        Brief.flush();
        members.copy(old.id, brief.id);
        Trail.add(
                Trail.chain(brief.id),
                by,
                Act.REVISION_BEGUN,
                brief.name,
                "revision " + brief.revision + " of brief " + id);
        return brief.id;
    }

    /** @throws BadInput if a next revision exists already */
    @Transactional
    public void demandNone(long id) {
        if (Brief.count("previousId", id) == 0) return;
        throw BadInput.state(
                BadInput.Code.ALREADY_DONE, "revision", "a next revision exists already", "go on in that one");
    }

    /** What changed from the brief's file to a newer one, in columns, levels and shares; values of the reserve are left out. */
    @Transactional
    public List<RefreshChange> changes(long id, long datasetId) {
        Brief brief = briefs.get(id);
        Table before = datasets.table(brief.datasetId);
        Table after = datasets.table(datasetId);
        return RefreshChange.between(
                before, Profiles.notInReserve(brief.parts(), before.size()), after, brief.outcomeColumn());
    }

    /** @return the id of the brief that has the new file: this one, or its next revision where candidates exist */
    @Transactional
    public long replace(long id, long datasetId, String by) {
        Brief brief = briefs.get(id);
        Dataset dataset = datasets.get(datasetId);
        long target = briefs.candidates(id) > 0 ? next(id, datasetId, by) : id;
        Brief changed = briefs.get(target);
        boolean wholeFile = changed.campaign.size() == datasets.get(brief.datasetId).records;
        changed.datasetId = datasetId;
        if (wholeFile) changed.campaign = changed.campaign.ofSize(dataset.records);
        Table table = datasets.table(datasetId);
        fit(changed, table);
        Briefs.forgetSplit(changed);
        ColumnChange.delete("briefId", target);
        Trail.add(
                Trail.chain(target),
                by,
                Act.DATA_REPLACED,
                dataset.name,
                "SHA-256 " + dataset.sha256 + "; the split, if any, is undone");
        return target;
    }

    /** Drops what was settled about columns that are gone, and readings that no longer fit. */
    private void fit(Brief brief, Table table) {
        Map<String, ColumnSetup> columns = Columns.defaults(datasets.columns(brief.datasetId));
        for (Map.Entry<String, ColumnSetup> entry : brief.columns.entrySet()) {
            ColumnSetup setup = entry.getValue();
            if (setup.formula() != null) columns.put(entry.getKey(), setup);
            if (!table.has(entry.getKey())) continue;
            if (setup.reading() != null) setup.reading().apply(table.column(entry.getKey()), table);
            columns.put(entry.getKey(), setup);
        }
        Table whole = CaseData.read(table, columns, brief.outcomeColumn());
        if (brief.population != null) brief.population.read(whole);
        brief.columns = columns;
        if (brief.outcome != null && !table.has(brief.outcome.column())) brief.outcome = null;
    }
}
