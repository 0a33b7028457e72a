package outrider.server.follow;

import static java.util.Objects.requireNonNull;

import io.quarkus.narayana.jta.QuarkusTransaction;
import jakarta.enterprise.context.ApplicationScoped;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import outrider.base.BadInput;
import outrider.casefile.BriefFile;
import outrider.casefile.ColumnSetup;
import outrider.server.brief.Brief;
import outrider.server.brief.Briefs;
import outrider.server.brief.Columns;
import outrider.server.brief.Decision;
import outrider.server.brief.Revisions;
import outrider.server.candidate.FitWork;
import outrider.server.candidate.NewCandidates;
import outrider.server.dataset.Dataset;
import outrider.server.dataset.Datasets;
import outrider.server.release.Releases;
import outrider.server.work.WorkQueue;
import outrider.split.SplitPlan;
import outrider.table.Table;

/**
 * Begins the next revision of a brief on a later batch: the same question, roles, stakes and policy; its records with the outcomes that
 * arrived; and the scores of what decides now as a column, so that it becomes a candidate to beat, or to recalibrate.
 */
@ApplicationScoped
class NextBrief {
    private static final List<Double> SHARES = List.of(0.5, 0.25, 0.25);

    private final Briefs briefs;
    private final Revisions revisions;
    private final Columns columns;
    private final Datasets datasets;
    private final Releases releases;
    private final FollowWork work;
    private final NewCandidates candidates;
    private final WorkQueue queue;

    NextBrief(
            Briefs briefs,
            Revisions revisions,
            Columns columns,
            Datasets datasets,
            Releases releases,
            FollowWork work,
            NewCandidates candidates,
            WorkQueue queue) {
        this.candidates = candidates;
        this.queue = queue;
        this.briefs = briefs;
        this.revisions = revisions;
        this.columns = columns;
        this.datasets = datasets;
        this.releases = releases;
        this.work = work;
    }

    /**
     * The brief that was begun, and how the candidate in service scored on it.
     *
     * @param briefId of the new revision
     * @param score column with the scores of what decides now
     */
    public record Begun(long briefId, String score) {}

    /** @throws BadInput if the batch is not worked out, no outcome has arrived, or a next revision exists already */
    Begun begin(long batchId, String by) throws IOException {
        return begin(batchId, by, (batch, begun) -> List.of());
    }

    /**
     * Begins it with what decides now as two candidates: as it stands, and recalibrated on the outcomes that arrived. Its records are
     * dealt as before, or by shares where the file no longer says how.
     *
     * @throws BadInput as {@link #begin} does, or if there are too few events to deal out
     */
    Begun recalibrate(long batchId, String by) throws IOException {
        return begin(batchId, by, (batch, begun) -> recalibrated(batch, begun, by));
    }

    /** What is made of a revision that was begun, in the same transaction; the candidates to be fitted. */
    private interface Then {
        List<Long> candidates(FollowBatch batch, Begun begun);
    }

    private List<Long> recalibrated(FollowBatch batch, Begun begun, String by) {
        SplitPlan plan = briefs.get(batch.briefId).split;
        Table table = datasets.table(briefs.get(begun.briefId()).datasetId);
        boolean again = plan != null
                && (plan.by().method() == SplitPlan.Method.SHARES
                        || plan.by().method() == SplitPlan.Method.DATE
                                && table.has(requireNonNull(plan.by().column())));
        briefs.split(
                begun.briefId(),
                again ? requireNonNull(plan) : SplitPlan.byShares(SHARES, briefs.get(batch.briefId).seed));
        String name = "Version " + releases.get(batch.releaseId).version;
        boolean probability = releases.recipe(batch.releaseId).recipe().model().probability();
        List<Long> made = new ArrayList<>();
        for (String calibration : List.of("none", "logistic")) {
            made.add(candidates.make(
                            begun.briefId(),
                            new NewCandidates.Wanted(
                                    calibration.equals("none") ? name + ", as it stands" : name + ", recalibrated",
                                    "supplied",
                                    Map.of(
                                            "column",
                                            begun.score(),
                                            "lowerIsRiskier",
                                            false,
                                            "probability",
                                            probability,
                                            "calibration",
                                            calibration),
                                    null,
                                    null),
                            by)
                    .id);
        }
        return made;
    }

    private Begun begin(long batchId, String by, Then then) throws IOException {
        FollowBatch batch = FollowBatch.findById(batchId);
        if (batch == null || batch.figures == null || batch.status.open()) {
            throw BadInput.state(BadInput.Code.NOT_READY, "batch", "is not worked out", "wait for it");
        }
        if (batch.figures.figures() == null) {
            throw BadInput.state(
                    BadInput.Code.NOT_READY,
                    "batch",
                    "has no outcomes to learn from yet",
                    "add those that came later first");
        }
        revisions.demandNone(batch.briefId);
        String score = "score_version_" + releases.get(batch.releaseId).version;
        Table table = work.followed(batch).scored(score);
        String name = datasets.get(batch.datasetId).name.replaceFirst("\\.(csv|tsv|txt|parquet|xlsx)(\\.gz)?$", "")
                + " with outcomes and scores.csv";
        Dataset dataset = datasets.stored(table, name, by);
        List<Long> fitted = new ArrayList<>();
        Begun begun = QuarkusTransaction.requiringNew().call(() -> {
            Begun next = begin(batch, dataset.id, score, by);
            fitted.addAll(then.candidates(batch, next));
            return next;
        });
        for (long candidate : fitted) queue.enqueue(FitWork.NAME, candidate);
        return begun;
    }

    private Begun begin(FollowBatch batch, long datasetId, String score, String by) {
        Brief brief = briefs.get(revisions.replace(batch.briefId, datasetId, by));
        BriefFile.Outcome outcome = brief.outcome;
        if (outcome != null) {
            BriefFile.Outcome arrived = outcome.ofArrived();
            Decision was = brief.decision();
            Decision decision =
                    new Decision(was.name(), was.question(), arrived, was.words(), was.stakes(), was.campaign());
            briefs.edit(brief.id, new Briefs.Edit(brief.version, decision));
        }
        String why = "of version " + releases.get(batch.releaseId).version + ", which decides now";
        columns.change(brief.id, Map.of(score, ColumnSetup.of(ColumnSetup.Role.SCORE, why)), by);
        return new Begun(brief.id, score);
    }
}
