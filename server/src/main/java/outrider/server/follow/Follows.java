package outrider.server.follow;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.NotFoundException;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.FollowedBatch;
import outrider.casefile.PlanLine;
import outrider.casefile.ReleaseDocument;
import outrider.follow.ActedGroups;
import outrider.follow.Advice;
import outrider.follow.BatchFigures;
import outrider.follow.Carried;
import outrider.follow.SegmentFigures;
import outrider.server.dataset.Dataset;
import outrider.server.dataset.Datasets;
import outrider.server.release.Release;
import outrider.server.release.Releases;
import outrider.server.trail.Act;
import outrider.server.trail.Trail;
import outrider.server.work.WorkStatus;
import outrider.table.Table;

/** Batches of a brief's releases. */
@ApplicationScoped
public class Follows {
    private final Releases releases;
    private final Datasets datasets;
    private final Notices notices;
    private final Clock clock;

    Follows(Releases releases, Datasets datasets, Notices notices, Clock clock) {
        this.notices = notices;
        this.releases = releases;
        this.datasets = datasets;
        this.clock = clock;
    }

    /**
     * A batch that is followed, and how it stands against what was signed.
     *
     * @param notice what a reader ought to know of its file, such as lines that were left out
     * @param few whether too few events or others have come to judge it by itself
     * @param figures null until they are worked out, {@code groups}, {@code segments} and {@code carried} of the newest of each version alone
     */
    public record FollowBatchView(
            long id,
            LocalDate day,
            int version,
            String file,
            @Nullable String notice,
            WorkStatus status,
            @Nullable String message,
            @Nullable BatchFigures figures,
            boolean few,
            @Nullable ActedGroups groups,
            List<SegmentFigures> segments,
            List<Carried> carried,
            int late,
            int unmatched,
            int contradictory,
            @Nullable Integer repeated,
            String madeBy,
            Instant madeAt) {}

    /**
     * The batches of a brief in service, and what they advise together.
     *
     * @param batches the oldest first; but for the newest of each version only with inputs that moved
     * @param advice of the newest version's batches; null before the first is worked out
     * @param far an input's stability above this, and above chance, is a far move
     * @param plan typed lines of the newest version's signed plan, beside its batches
     * @param notices the open ones first
     */
    public record FollowView(
            List<FollowBatchView> batches,
            @Nullable Advice advice,
            double far,
            List<PlanLine> plan,
            List<Notices.NoticeView> notices) {}

    FollowBatch get(long id) {
        FollowBatch batch = FollowBatch.findById(id);
        if (batch == null) throw new NotFoundException("there is no batch " + id);
        return batch;
    }

    /** The oldest first. */
    @ActivateRequestContext
    FollowView of(long briefId) {
        List<FollowBatchView> views = new ArrayList<>();
        List<FollowBatch> all = FollowBatch.list("briefId = ?1 order by day, id", briefId);
        Long newest = null;
        Map<Long, Long> last = new HashMap<>();
        for (FollowBatch batch : all) if (batch.figures != null) last.put(batch.releaseId, batch.id);
        for (FollowBatch batch : all) {
            BatchFigures figures = batch.figures;
            boolean newestOfItsVersion = Objects.equals(last.get(batch.releaseId), batch.id);
            Release release = releases.get(batch.releaseId);
            if (batch.figures != null) newest = batch.releaseId;
            Dataset file = datasets.get(batch.datasetId);
            views.add(new FollowBatchView(
                    batch.id,
                    batch.day,
                    release.version,
                    file.name,
                    file.notice,
                    batch.status,
                    batch.message,
                    figures == null || newestOfItsVersion ? figures : figures.withMovedInputs(),
                    figures != null && figures.few(),
                    newestOfItsVersion ? batch.groups : null,
                    newestOfItsVersion && batch.segments != null ? batch.segments : List.of(),
                    newestOfItsVersion && batch.carried != null ? batch.carried : List.of(),
                    batch.late,
                    batch.unmatched,
                    batch.contradictory,
                    batch.repeated,
                    batch.madeBy,
                    batch.madeAt));
        }
        Long of = newest;
        List<BatchFigures> figures = all.stream()
                .filter(batch -> batch.releaseId.equals(of))
                .map(batch -> batch.figures)
                .filter(Objects::nonNull)
                .toList();
        List<Release> versions = releases.of(briefId);
        return new FollowView(
                views,
                figures.isEmpty() ? null : advice(figures, releases.document(releases.get(requireNonNull(of)))),
                Advice.FAR,
                versions.isEmpty() ? List.of() : notices.lines(versions.get(0)),
                notices.of(briefId));
    }

    private static Advice advice(List<BatchFigures> figures, ReleaseDocument release) {
        return Advice.of(figures, release.limits(), release.watched().figures().rate());
    }

    /**
     * Notes a batch of the version that decided then.
     *
     * @param day ISO; on which its records were decided on
     * @throws BadInput if the day is none, or no version was made yet
     */
    @Transactional
    public FollowBatch make(long briefId, long datasetId, @Nullable String day, @Nullable Integer version, String by) {
        LocalDate on = day(day);
        Release release = releases.of(briefId).stream()
                .filter(r -> version == null || r.version == version)
                .findFirst()
                .orElseThrow(() -> BadInput.state(
                        BadInput.Code.NOT_READY,
                        "release",
                        version == null ? "is none yet" : "has no version " + version,
                        "put an approved report into service first"));
        releases.recipe(release.id).recipe().demandColumns(datasets.table(datasetId), "batch");
        FollowBatch batch = new FollowBatch();
        batch.briefId = briefId;
        batch.releaseId = release.id;
        batch.datasetId = datasetId;
        batch.day = on;
        batch.outcomes = List.of();
        batch.status = WorkStatus.WAITING;
        batch.madeBy = by;
        batch.madeAt = clock.instant();
        batch.persist();
        Trail.add(
                Trail.chain(briefId),
                by,
                Act.BATCH_BROUGHT,
                datasets.get(datasetId).name,
                "of " + on + ", version " + release.version);
        return batch;
    }

    private static LocalDate day(@Nullable String day) {
        try {
            if (day != null) return LocalDate.parse(day);
        } catch (DateTimeParseException e) {
            throw BadInput.of("day", "is \"" + day + "\"", "give a day like 2027-01-04");
        }
        throw BadInput.of("day", "is missing", "say on which day its records were decided on");
    }

    /** A file that cannot be matched is refused before it is noted. */
    private void demandOutcomes(FollowBatch batch, Table later) {
        String identifier = releases.recipe(batch.releaseId).recipe().identifier();
        if (identifier == null || !datasets.table(batch.datasetId).has(identifier)) {
            throw BadInput.of(
                    "outcomes",
                    "cannot be matched: the batch has no identifier",
                    "bring the batch again, with its outcomes");
        }
        String outcome = releases.document(releases.get(batch.releaseId))
                .judged()
                .outcome()
                .column();
        for (String name : List.of(identifier, outcome)) {
            if (!later.has(name)) {
                throw BadInput.of("outcomes", "lack the column " + name, "bring " + identifier + " and " + outcome);
            }
        }
        FollowedBatch.demandSameWriting(datasets.table(batch.datasetId).column(identifier), later.column(identifier));
        FollowedBatch.demandOutcomes(releases.document(releases.get(batch.releaseId)), later);
    }

    /**
     * Notes a file of outcomes that came later.
     *
     * @throws BadInput if the batch is being worked out, or the file lacks the identifier or the outcome
     */
    @Transactional
    void outcomes(long id, long datasetId, String by) {
        FollowBatch batch = get(id);
        if (batch.status.open()) {
            throw BadInput.state(BadInput.Code.BUSY, "batch", "is being worked out", "wait for it");
        }
        demandOutcomes(batch, datasets.table(datasetId));
        List<Long> files = new ArrayList<>(batch.outcomes);
        files.add(datasetId);
        batch.outcomes = files;
        batch.status = WorkStatus.WAITING;
        Trail.add(
                Trail.chain(batch.briefId),
                by,
                Act.OUTCOMES_BROUGHT,
                datasets.get(datasetId).name,
                "of the batch of " + batch.day);
    }
}
