package outrider.server.candidate;

import io.quarkus.narayana.jta.QuarkusTransaction;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import jakarta.enterprise.event.Event;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import outrider.base.Progress;
import outrider.learn.Fitted;
import outrider.server.brief.Brief;
import outrider.server.brief.Briefs;
import outrider.server.brief.Splits;
import outrider.server.trail.Act;
import outrider.server.trail.Trail;
import outrider.server.work.Attempt;
import outrider.server.work.KeptProgress;
import outrider.server.work.Work;
import outrider.server.work.WorkStatus;
import outrider.split.Parts;

/** Fits candidates in the background. */
@ApplicationScoped
public class FitWork implements Work {
    public static final String NAME = "fit";
    private static final Logger LOG = Logger.getLogger(FitWork.class);
    /** Training cells that a fast kind learns from within some seconds, and a slow one. */
    private static final double FEW_CELLS = 3e6;

    private static final double FEW_CELLS_OF_HEAVY = 3e4;

    private final Candidates candidates;
    private final Briefs briefs;
    private final Event<CandidateFitted> fitted;

    private final Clock clock;

    FitWork(Candidates candidates, Briefs briefs, Event<CandidateFitted> fitted, Clock clock) {
        this.clock = clock;
        this.candidates = candidates;
        this.briefs = briefs;
        this.fitted = fitted;
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public List<Long> open() {
        return Work.open(Candidate.class, "id");
    }

    @Override
    @ActivateRequestContext
    public boolean isLong(long id) {
        return QuarkusTransaction.requiringNew().call(() -> {
            Candidate found = Candidate.findById(id);
            if (found == null) return false;
            double cells = Splits.of(briefs.get(found.briefId)).training().length * (double) found.inputs.size();
            boolean heavy = found.kind.heavy();
            return cells > (heavy ? FEW_CELLS_OF_HEAVY : FEW_CELLS);
        });
    }

    @Override
    @ActivateRequestContext
    public void run(long id) {
        Candidate candidate = QuarkusTransaction.requiringNew().call(() -> {
            Candidate found = Candidate.findById(id);
            if (found == null || !found.active()) return null;
            boolean wanted = !found.stopRequested && found.deletedAt == null;
            found.status = wanted ? WorkStatus.RUNNING : WorkStatus.STOPPED;
            found.message = null;
            found.startedAt = clock.instant();
            return wanted ? found : null;
        });
        if (candidate == null) return;
        Attempt.of(LOG, "fitting candidate " + id, () -> fit(candidate), (status, message) -> end(id, status, message));
    }

    private void fit(Candidate candidate) {
        try {
            work(candidate);
        } catch (OutOfMemoryError e) {
            LOG.error("fitting candidate " + candidate.id + " ran out of memory", e);
            end(candidate.id, WorkStatus.FAILED, "the server's memory was not enough; choose fewer inputs or records");
        }
    }

    private void work(Candidate candidate) {
        long id = candidate.id;
        Brief brief = QuarkusTransaction.requiringNew().call(() -> briefs.get(candidate.briefId));
        Progress progress = new KeptProgress(
                (share, step) -> Candidate.update("progress = ?1, step = ?2 where id = ?3", share, step, id), () -> {
                    Candidate now = Candidate.findById(id);
                    return now == null || now.stopRequested || now.deletedAt != null;
                });
        Fitted found = candidates.fit(candidate, brief, progress.part(0, 0.94, ""));
        Parts parts = Splits.of(brief);
        double[] training =
                candidates.score(found.model(), brief, parts.training(), progress.part(0.94, 0.97, "training: "));
        double[] validation =
                candidates.score(found.model(), brief, parts.validation(), progress.part(0.97, 1, "validation: "));
        double seconds = Duration.between(candidate.startedAt, clock.instant()).toMillis() / 1000.0;
        candidates.finish(id, found, training, validation, seconds);
        fitted.fireAsync(new CandidateFitted(id));
    }

    private static void end(long id, WorkStatus status, @Nullable String message) {
        QuarkusTransaction.requiringNew().run(() -> {
            Candidate.update("status = ?1, message = ?2, step = null where id = ?3", status, message, id);
            Candidate ended = Candidate.findById(id);
            if (ended == null || status.open()) return;
            Trail.brief(
                    ended.briefId,
                    status == WorkStatus.STOPPED ? Act.CANDIDATE_STOPPED : Act.CANDIDATE_FAILED,
                    ended.name,
                    message == null ? "" : message);
        });
    }
}
