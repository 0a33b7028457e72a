package outrider.server.scoring;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.NotFoundException;
import java.time.Clock;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.exchange.Reasons;
import outrider.exchange.ScoringRecipe;
import outrider.server.brief.Brief;
import outrider.server.brief.Briefs;
import outrider.server.candidate.Candidate;
import outrider.server.dataset.Dataset;
import outrider.server.dataset.Datasets;
import outrider.server.trail.Act;
import outrider.server.trail.Trail;
import outrider.server.work.Packed;
import outrider.server.work.WorkStatus;
import outrider.table.Table;

/** Lists to be scored, and the scores they got. */
@ApplicationScoped
public class ScoredLists {
    private final Recipes recipes;
    private final Datasets datasets;
    private final Briefs briefs;
    private final EntityManager database;

    private final Clock clock;

    ScoredLists(Recipes recipes, Datasets datasets, Briefs briefs, EntityManager database, Clock clock) {
        this.clock = clock;
        this.recipes = recipes;
        this.datasets = datasets;
        this.briefs = briefs;
        this.database = database;
    }

    /** How a file would fit, said before it is scored. */
    public record FitView(
            int records,
            List<String> missing,
            List<String> reread,
            List<String> unused,
            @Nullable String identifier,
            boolean outcomeKnown,
            String cut) {}

    /** A list that is scored or was. */
    public record ListView(
            long id,
            long candidateId,
            String candidate,
            long datasetId,
            String file,
            int records,
            WorkStatus status,
            double progress,
            @Nullable String step,
            @Nullable String message,
            @Nullable Integer acted,
            @Nullable Integer notMeant,
            int reasons,
            String cut) {}

    public ScoredList get(long id) {
        ScoredList list = ScoredList.findById(id);
        if (list == null) throw new NotFoundException("there is no scored list " + id);
        return list;
    }

    @ActivateRequestContext
    public FitView fit(long candidateId, long datasetId) {
        ScoringRecipe recipe = recipes.of(candidateId);
        Table table = datasets.table(datasetId);
        ScoringRecipe.SchemaMatch fit = recipe.match(table);
        Candidate candidate = Candidate.findById(candidateId);
        Brief brief = briefs.get(candidate.briefId);
        return new FitView(
                table.size(),
                fit.missing(),
                fit.reread(),
                fit.unused(),
                fit.identified() ? recipe.identifier() : null,
                table.has(requireNonNull(brief.outcomeColumn())),
                recipe.acting().cut());
    }

    /**
     * @param reasons for each record, 0 to 5
     * @throws BadInput if the file lacks columns that the candidate reads
     */
    @Transactional
    public ScoredList make(long candidateId, long datasetId, int reasons, String by) {
        Reasons.demand(reasons);
        ScoringRecipe recipe = recipes.of(candidateId);
        recipe.demandColumns(datasets.table(datasetId), "list");
        Candidate candidate = Candidate.findById(candidateId);
        ScoredList list = new ScoredList();
        list.briefId = candidate.briefId;
        list.candidateId = candidateId;
        list.datasetId = datasetId;
        list.reasons = reasons;
        list.status = WorkStatus.WAITING;
        list.recipeCut = recipe.acting().cut();
        list.threshold = recipe.acting().threshold();
        list.bandFrom = recipe.acting().bandFrom();
        list.createdBy = by;
        list.createdAt = clock.instant();
        list.persist();
        Trail.add(
                Trail.chain(list.briefId),
                by,
                Act.LIST_SCORED,
                datasets.get(datasetId).name,
                "by candidate " + candidateId);
        return list;
    }

    /** Whose a candidate is. */
    long brief(long candidateId) {
        return Candidate.<Candidate>findById(candidateId).briefId;
    }

    List<ScoredList> of(long briefId) {
        return ScoredList.list("briefId = ?1 order by id desc", briefId);
    }

    ListView view(ScoredList list) {
        Candidate candidate = Candidate.findById(list.candidateId);
        Dataset dataset = datasets.get(list.datasetId);
        return new ListView(
                list.id,
                list.candidateId,
                candidate.name,
                list.datasetId,
                dataset.name,
                dataset.records,
                list.status,
                list.progress,
                list.step,
                list.message,
                list.acted,
                list.notMeant,
                list.reasons,
                list.recipeCut);
    }

    /** The recipe as it stood when the list was asked for. */
    ScoringRecipe recipe(ScoredList list) {
        ScoringRecipe now = recipes.of(list.candidateId);
        return new ScoringRecipe(
                now.brief(),
                now.candidate(),
                now.identifier(),
                now.columns(),
                now.model(),
                new ScoringRecipe.Acting(
                        list.threshold,
                        list.recipeCut,
                        list.bandFrom,
                        now.acting().reasons()),
                new ScoringRecipe.Shape(
                        now.shape().made(), now.shape().where(), now.shape().joins()));
    }

    /** @param meant by record, whether it may be acted on; null for all */
    @Transactional
    void finish(long id, ScoringRecipe.Scores made, boolean @Nullable [] meant) {
        ScoredList list = get(id);
        database.createQuery("delete from ListScore s where s.listId = ?1")
                .setParameter(1, id)
                .executeUpdate();
        double[] scores = made.score();
        store(id, scores, false);
        store(id, Arrays.stream(made.because()).asDoubleStream().toArray(), true);
        int acted = 0;
        for (int i = 0; i < scores.length; i++) {
            if (list.threshold != null && scores[i] >= list.threshold && (meant == null || meant[i])) acted++;
        }
        list.acted = acted;
        int others = 0;
        for (int i = 0; meant != null && i < meant.length; i++) if (!meant[i]) others++;
        list.notMeant = others;
        list.status = WorkStatus.DONE;
        list.progress = 1;
        list.step = null;
    }

    private static void store(long id, double[] values, boolean reasons) {
        int number = 0;
        for (byte[] chunk : Packed.packDoubles(values)) {
            ListScore row = new ListScore();
            row.listId = id;
            row.number = number++;
            row.reasons = reasons;
            row.bytes = chunk;
            row.persist();
        }
    }

    private double[] stored(long id, boolean reasons, int size) {
        if (size == 0) return new double[0];
        List<byte[]> chunks = database.createQuery(
                        "select s.bytes from ListScore s where s.listId = ?1 and s.reasons = ?2 order by s.number",
                        byte[].class)
                .setParameter(1, id)
                .setParameter(2, reasons)
                .getResultList();
        return Packed.unpackDoubles(chunks, size);
    }

    /**
     * Identifier, score, band, action and reasons of every record.
     *
     * @throws BadInput if it is not scored yet
     */
    @ActivateRequestContext
    public Table scored(long id) {
        ScoredList list = get(id);
        if (list.status != WorkStatus.DONE)
            throw BadInput.state(BadInput.Code.NOT_READY, "list", "is not scored yet", "wait for it");
        Table table = datasets.table(list.datasetId);
        int[] because = Arrays.stream(stored(id, true, table.size() * list.reasons))
                .mapToInt(c -> (int) c)
                .toArray();
        return recipe(list)
                .scored(table, new ScoringRecipe.Scores(stored(id, false, table.size()), because, list.reasons));
    }

    @Transactional
    void stop(long id) {
        ScoredList list = get(id);
        list.stopRequested = true;
        if (list.status == WorkStatus.WAITING) list.status = WorkStatus.STOPPED;
    }

    /** @throws BadInput if it is being scored */
    @Transactional
    void delete(long id) {
        ScoredList list = get(id);
        if (list.active()) throw BadInput.state(BadInput.Code.BUSY, "list", "is being scored", "stop it first");
        list.delete();
        Trail.brief(list.briefId, Act.LIST_DELETED, "scored list " + id, "");
    }
}
