package outrider.server.release;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.NotFoundException;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.time.Clock;
import java.time.temporal.ChronoUnit;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.Canonical;
import outrider.casefile.Evidence;
import outrider.casefile.Figures;
import outrider.casefile.ReleaseDocument;
import outrider.casefile.Sha256;
import outrider.casefile.SignedValidation;
import outrider.documents.ModelDocument;
import outrider.documents.proof.FormKind;
import outrider.exchange.ReleasedRecipe;
import outrider.exchange.ScoringRecipe;
import outrider.follow.SignedFigures;
import outrider.server.brief.Brief;
import outrider.server.brief.BriefTables;
import outrider.server.brief.Splits;
import outrider.server.candidate.Candidate;
import outrider.server.candidate.Candidates;
import outrider.server.candidate.ScoreSet;
import outrider.server.scoring.Recipes;
import outrider.server.signoff.SignOff;
import outrider.server.trail.Act;
import outrider.server.trail.ServerKey;
import outrider.server.trail.Trail;
import outrider.server.work.Caches;
import outrider.server.work.Kept;
import outrider.server.work.Packed;
import outrider.server.work.WorkQueue;
import outrider.server.work.WorkStatus;

/** Makes releases of approved reports, and keeps what is done with them. */
@ApplicationScoped
public class Releases {
    private static final int LONGEST = 4000;
    /** About so many bytes a learnt number takes. */
    private static final long BYTES = 16;

    private final SignOff signOff;
    private final Recipes recipes;
    private final Candidates candidates;
    private final BriefTables tables;
    private final ServerKey key;
    private final EntityManager database;
    private final Clock clock;
    private final Kept<Long, ReleasedRecipe> recent = Caches.RELEASED.make(
            (ReleasedRecipe r) -> BYTES * r.recipe().model().size());

    Releases(
            SignOff signOff,
            Recipes recipes,
            Candidates candidates,
            BriefTables tables,
            ServerKey key,
            EntityManager database,
            Clock clock) {
        this.signOff = signOff;
        this.recipes = recipes;
        this.candidates = candidates;
        this.tables = tables;
        this.key = key;
        this.database = database;
        this.clock = clock;
    }

    /** @throws NotFoundException if there is none */
    public Release get(long id) {
        Release release = Release.findById(id);
        if (release == null) throw new NotFoundException("there is no release " + id);
        return release;
    }

    /** The newest first. */
    public List<Release> of(long briefId) {
        return Release.list("briefId = ?1 order by version desc", briefId);
    }

    /** The version of each brief that decides now. */
    public List<Release> inService() {
        List<Release> newest = Release.list(
                "from Release a where a.version = (select max(r.version) from Release r where r.briefId = a.briefId)");
        return newest.stream()
                .filter(r -> state(r).kind() == ReleaseState.Kind.IN_SERVICE)
                .toList();
    }

    public ReleaseDocument document(Release release) {
        return Canonical.read(release.document, ReleaseDocument.class, "release");
    }

    /**
     * Puts what a report approved into service, in place of the version before.
     *
     * @param met how the approval's condition is met; empty without one
     * @throws BadInput if the report does not stand, a condition is not answered, or the candidate is not the one that was signed
     */
    @Transactional
    public Release make(long reportId, String met, ReleaseDocument.Unknown unknown, String by) {
        long briefId = signOff.get(reportId).briefId;
        Brief brief = database.find(Brief.class, briefId, LockModeType.PESSIMISTIC_WRITE);
        SignOff.Approved approved = signOff.approved(reportId);
        String said = said("condition", met, !approved.condition().isEmpty());
        Release before = of(briefId).stream().findFirst().orElse(null);
        int version = before == null ? 1 : before.version + 1;
        Figures figures = approved.evidence().figures();
        Candidate candidate = Candidate.find(
                        "briefId = ?1 and name = ?2 and deletedAt is null",
                        briefId,
                        figures.contest().chosen())
                .firstResult();
        if (candidate == null) {
            throw BadInput.state(
                    BadInput.Code.LOCKED,
                    "candidate \"" + figures.contest().chosen() + "\"",
                    "was deleted since it was signed",
                    "bring it back on Candidates");
        }
        var cut = approved.evidence().recipe().decision().cut();
        ScoringRecipe plain =
                recipes.at(candidate, figures.cut().validation().counts().records(), cut == null ? "" : cut.rule());
        demandSigned(plain, figures);
        ScoringRecipe recipe = ReleasedRecipe.pinned(plain, tables.table(brief));
        ReleasedRecipe released =
                new ReleasedRecipe(recipe, new ReleasedRecipe.Release(version, reportId, approved.report().sha256));
        ByteArrayOutputStream written = new ByteArrayOutputStream();
        ModelDocument.writeRecipe(released, written);
        Release release = new Release();
        release.briefId = briefId;
        release.version = version;
        release.reportId = reportId;
        release.recipe = Packed.pack(written.toByteArray());
        release.unknown = unknown;
        release.madeBy = by;
        release.madeAt = clock.instant().truncatedTo(ChronoUnit.SECONDS);
        release.document = Canonical.write(new ReleaseDocument(
                ReleaseDocument.FORMAT,
                brief.name,
                version,
                new ReleaseDocument.Signed(
                        reportId,
                        approved.report().sha256,
                        approved.by(),
                        approved.condition().isEmpty() ? null : approved.condition(),
                        said.isEmpty() ? null : said,
                        approved.until() == null ? null : approved.until().toString()),
                new ReleaseDocument.Scoring(
                        candidate.name,
                        recipe.acting().threshold(),
                        recipe.acting().cut(),
                        Sha256.of(written.toByteArray()),
                        ReleaseColumns.of(
                                recipe, tables.table(brief), Splits.of(brief).training(), brief::column),
                        unknown),
                new ReleaseDocument.Judged(
                        approved.evidence().recipe().asked().outcome(),
                        approved.evidence().recipe().outcomeReading(),
                        ReleaseDocument.levels(
                                approved.evidence().recipe().asked().outcome(),
                                tables.table(brief)
                                        .column(approved.evidence()
                                                .recipe()
                                                .asked()
                                                .outcome()
                                                .column())),
                        approved.evidence().recipe().decision().plannedRate(),
                        approved.evidence().recipe().valueColumn(),
                        approved.evidence().recipe().taken().split().groupBy(),
                        ReleaseDocument.Acting.of(brief.columns)),
                new ReleaseDocument.Watched(
                        signed(candidate, brief, recipe, approved.evidence()),
                        approved.evidence().recipe().authorText().monitoring(),
                        approved.evidence().recipe().decision().stakes(),
                        approved.evidence().recipe().asked().words()),
                new ReleaseDocument.Made(
                        by, release.madeAt.toString(), key.pair().open())));
        release.sha256 = Sha256.of(release.document);
        release.signature = key.pair().sign(release.document);
        release.persist();
        for (FormKind kind : FormKind.values()) {
            ReleaseForm form = new ReleaseForm();
            form.releaseId = release.id;
            form.kind = kind;
            form.status = WorkStatus.WAITING;
            form.persist();
        }
        Trail.add(
                Trail.chain(briefId),
                by,
                Act.RELEASED,
                "version " + version,
                "of report " + reportId + (before == null ? "" : ", in place of version " + before.version)
                        + ", SHA-256 " + release.sha256 + (said.isEmpty() ? "" : ". Condition: " + said));
        return release;
    }

    private SignedFigures signed(Candidate candidate, Brief brief, ScoringRecipe recipe, Evidence evidence) {
        int[] validation = Splits.of(brief).validation();
        return SignedValidation.of(
                evidence.recipe(),
                evidence.figures(),
                recipe,
                tables.table(brief),
                validation,
                candidates.sample(brief, validation),
                candidates.kept(candidate.id, ScoreSet.VALIDATION, validation.length),
                brief.columns,
                WorkQueue.WORKERS);
    }

    private static void demandSigned(ScoringRecipe recipe, Figures figures) {
        Double signed = figures.cut().validation().counts().threshold();
        if (signed == null || signed.equals(recipe.acting().threshold())) return;
        throw BadInput.state(
                BadInput.Code.LOCKED,
                "candidate \"" + figures.contest().chosen() + "\"",
                "acts from a score of " + recipe.acting().threshold() + " on, and was signed to act from " + signed
                        + " on",
                "sign off what stands under that name now");
    }

    private static String said(String field, @Nullable String words, boolean needed) {
        String said = words == null ? "" : words.strip();
        if (needed && said.isEmpty()) {
            throw BadInput.of(field, "is not ticked off", "say how it is met; your name stands beside it");
        }
        if (said.length() > LONGEST) throw BadInput.of(field, "is longer than 4,000 letters", "shorten it");
        return said;
    }

    /** @throws BadInput if it is not in the state for it, or words are missing */
    @Transactional
    public void act(long id, ReleaseAct.Kind kind, @Nullable String words, String by) {
        Release release = get(id);
        database.find(Brief.class, release.briefId, LockModeType.PESSIMISTIC_WRITE);
        ReleaseState state = state(release);
        boolean fits = switch (kind) {
            case PAUSED -> state.kind() == ReleaseState.Kind.IN_SERVICE;
            case RESUMED -> state.kind() == ReleaseState.Kind.PAUSED;
            case ENDED -> state.kind() != ReleaseState.Kind.ENDED;
        };
        if (!fits) {
            throw BadInput.state(
                    BadInput.Code.ALREADY_DONE,
                    "version " + release.version,
                    "cannot be " + kind.name().toLowerCase(java.util.Locale.ROOT) + ": " + state.words(),
                    "nothing is left to do");
        }
        String why = said("words", words, false);
        if (why.isEmpty() && kind != ReleaseAct.Kind.RESUMED) {
            throw BadInput.of("words", "are missing", "say why, in a sentence");
        }
        ReleaseAct.of(id, kind, by, clock.instant(), why).persist();
        Act act = switch (kind) {
            case PAUSED -> Act.RELEASE_PAUSED;
            case RESUMED -> Act.RELEASE_RESUMED;
            case ENDED -> Act.RELEASE_ENDED;
        };
        Trail.add(Trail.chain(release.briefId), by, act, "version " + release.version, why);
    }

    /** Oldest first. */
    List<ReleaseAct> acts(long releaseId) {
        return ReleaseAct.list("releaseId = ?1 order by id", releaseId);
    }

    ReleaseState state(Release release) {
        Release newer = Release.find("briefId = ?1 and version > ?2 order by version", release.briefId, release.version)
                .firstResult();
        return ReleaseState.of(release, acts(release.id), newer, signOff.lapse(release.reportId));
    }

    /**
     * What decides for a brief now, or a version that is asked for by name.
     *
     * @throws BadInput saying why nothing does
     */
    @Transactional
    public Release deciding(long briefId, @Nullable Integer version) {
        Release found = version == null
                ? of(briefId).stream().findFirst().orElse(null)
                : Release.<Release>find("briefId = ?1 and version = ?2", briefId, version)
                        .firstResult();
        if (found == null) {
            throw BadInput.state(
                    BadInput.Code.NOT_READY,
                    "release",
                    version == null ? "is none yet" : "has no version " + version,
                    version == null ? "make one of an approved report" : "leave the version out for what decides now");
        }
        ReleaseState state = state(found);
        if (state.kind() == ReleaseState.Kind.IN_SERVICE) return found;
        throw BadInput.state(
                state.kind() == ReleaseState.Kind.PAUSED ? BadInput.Code.NOT_READY : BadInput.Code.OVERTAKEN,
                "version " + found.version,
                "does not decide: " + state.words(),
                state.kind() == ReleaseState.Kind.SUPERSEDED
                        ? "leave the version out for what decides now"
                        : "ask whoever owns the brief");
    }

    /** The recipe with its release, as it was written when it was made. */
    public ReleasedRecipe recipe(long releaseId) {
        return recent.get(
                releaseId,
                id -> ModelDocument.readReleased(
                        new ByteArrayInputStream(Packed.unpack(requireNonNull(get(id).recipe)))));
    }
}
