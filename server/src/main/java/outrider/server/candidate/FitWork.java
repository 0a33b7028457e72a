package outrider.server.candidate;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.task.TaskInstance;
import com.github.kagkarlsson.scheduler.task.helper.OneTimeTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.runtime.ShutdownEvent;
import io.quarkus.runtime.StartupEvent;
import jakarta.annotation.Priority;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import jakarta.enterprise.event.Event;
import jakarta.enterprise.event.Observes;
import java.time.Duration;
import java.time.Instant;
import java.util.concurrent.CancellationException;
import javax.sql.DataSource;
import org.jboss.logging.Logger;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.learn.Model;
import outrider.server.brief.Brief;
import outrider.server.brief.Briefs;
import outrider.server.brief.Splits;
import outrider.server.work.KeptProgress;
import outrider.split.Parts;

/**
 * Fits candidates in the background, two at a time, from a queue in the database. What ran when a server was killed is found by
 * its missing heartbeat and fitted again.
 */
@ApplicationScoped
public class FitWork {
    private static final Logger LOG = Logger.getLogger(FitWork.class);
    private static final String TASK = "fit";

    private final Candidates candidates;
    private final Briefs briefs;
    private final DataSource source;
    private final Event<Fitted> fitted;
    private Scheduler scheduler;

    FitWork(Candidates candidates, Briefs briefs, DataSource source, Event<Fitted> fitted) {
        this.candidates = candidates;
        this.briefs = briefs;
        this.source = source;
        this.fitted = fitted;
    }

    void start(@Observes @Priority(100) StartupEvent event) {
        OneTimeTask<Void> task =
                Tasks.oneTime(TASK).execute((instance, context) -> fit(Long.parseLong(instance.getId())));
        scheduler = Scheduler.create(source, task)
                .threads(2)
                .enableImmediateExecution()
                .pollingInterval(Duration.ofSeconds(2))
                .heartbeatInterval(Duration.ofSeconds(3))
                .missedHeartbeatsLimit(4)
                .shutdownMaxWait(Duration.ofSeconds(5))
                .build();
        scheduler.start();
    }

    void stop(@Observes ShutdownEvent event) {
        if (scheduler != null) scheduler.stop();
    }

    /** Puts a stored candidate into the queue. */
    public void enqueue(long id) {
        scheduler.schedule(new TaskInstance<>(TASK, Long.toString(id)), Instant.now());
    }

    @ActivateRequestContext
    void fit(long id) {
        Candidate candidate = QuarkusTransaction.requiringNew().call(() -> {
            Candidate found = Candidate.findById(id);
            if (found == null || found.status.equals(Candidate.STOPPED) || found.status.equals(Candidate.DONE))
                return null;
            found.status = found.stopRequested ? Candidate.STOPPED : Candidate.RUNNING;
            return found.stopRequested ? null : found;
        });
        if (candidate == null) return;
        try {
            Brief brief = QuarkusTransaction.requiringNew().call(() -> briefs.get(candidate.briefId));
            Progress progress = new KeptProgress(
                    (share, step) -> Candidate.update("progress = ?1, step = ?2 where id = ?3", share, step, id),
                    () -> {
                        Candidate now = Candidate.findById(id);
                        return now == null || now.stopRequested;
                    });
            Model model = candidates.train(candidate, brief, progress);
            Parts parts = Splits.of(brief);
            progress.checkpoint(0.96, "scoring training");
            double[] training = candidates.score(model, brief, parts.training());
            progress.checkpoint(0.98, "scoring validation");
            double[] validation = candidates.score(model, brief, parts.validation());
            candidates.finish(id, model, training, validation);
            fitted.fireAsync(new Fitted(id));
        } catch (CancellationException e) {
            end(id, Candidate.STOPPED, e.getMessage());
        } catch (BadInput e) {
            end(id, Candidate.FAILED, e.getMessage());
        } catch (RuntimeException e) {
            LOG.error("fitting candidate " + id + " failed", e);
            end(id, Candidate.FAILED, "the server failed at this; its log says why");
        }
    }

    private static void end(long id, String status, String message) {
        QuarkusTransaction.requiringNew()
                .run(() ->
                        Candidate.update("status = ?1, message = ?2, step = null where id = ?3", status, message, id));
    }
}
