package outrider.server.work;

import static java.util.Objects.requireNonNull;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.exceptions.TaskInstanceException;
import com.github.kagkarlsson.scheduler.task.CompletionHandler;
import com.github.kagkarlsson.scheduler.task.TaskInstance;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.runtime.ShutdownEvent;
import io.quarkus.runtime.StartupEvent;
import jakarta.annotation.Priority;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Observes;
import jakarta.enterprise.inject.Any;
import jakarta.enterprise.inject.Instance;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.Semaphore;
import javax.sql.DataSource;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import outrider.base.Workers;

/**
 * The queue in the database that servers share: two long pieces of work at a time on each, and a place beside them that only short ones
 * take. What ran when a server was killed is found
 * by its missing heartbeat and taken up again.
 */
@ApplicationScoped
public class WorkQueue {
    private static final Logger LOG = Logger.getLogger(WorkQueue.class);
    private static final int AT_ONCE = 2;

    /** Two long pieces of work take a thread each; one alone takes both. */
    public static final Workers WORKERS = new Workers(AT_ONCE + 1);

    /** When long work that finds no place asks again. */
    private static final Duration LATER = Duration.ofMillis(500);

    /** When work that met a full disk, or lost its database, is tried again. */
    private static final Duration AGAIN = Duration.ofSeconds(5);

    /** SQLSTATE. */
    private static final String DOUBLED = "23505";

    private final Semaphore longOnes = new Semaphore(AT_ONCE);
    private final Instance<Work> kinds;
    private final DataSource source;
    private @Nullable Scheduler scheduler;

    private final Clock clock;

    WorkQueue(@Any Instance<Work> kinds, DataSource source, Clock clock) {
        this.clock = clock;
        this.kinds = kinds;
        this.source = source;
    }

    void start(@Observes @Priority(100) StartupEvent event) {
        List<? extends com.github.kagkarlsson.scheduler.task.Task<Void>> tasks = kinds.stream()
                .map(work -> Tasks.custom(work.name(), Void.class)
                        .onFailure((complete, operations) ->
                                operations.reschedule(complete, clock.instant().plus(AGAIN)))
                        .execute((instance, context) -> run(work, Long.parseLong(instance.getId()))))
                .toList();
        scheduler = Scheduler.create(source, tasks.toArray(new com.github.kagkarlsson.scheduler.task.Task<?>[0]))
                .threads(AT_ONCE + 1)
                .enableImmediateExecution()
                .pollingInterval(Duration.ofSeconds(2))
                .heartbeatInterval(Duration.ofSeconds(3))
                .missedHeartbeatsLimit(4)
                .shutdownMaxWait(Duration.ofSeconds(5))
                .build();
        scheduler.start();
        for (Work work : kinds) {
            for (long id : QuarkusTransaction.requiringNew().call(work::open)) {
                scheduler.scheduleIfNotExists(new TaskInstance<>(work.name(), Long.toString(id)), clock.instant());
            }
        }
    }

    /** What cannot be told is run, and says itself what is wrong. */
    private static boolean isLong(Work work, long id) {
        try {
            return work.isLong(id);
        } catch (RuntimeException e) {
            LOG.warn("whether " + work.name() + " " + id + " is long cannot be told", e);
            return false;
        }
    }

    private CompletionHandler<Void> run(Work work, long id) {
        boolean takes = isLong(work, id);
        if (takes && !longOnes.tryAcquire()) {
            return (complete, operations) ->
                    operations.reschedule(complete, clock.instant().plus(LATER));
        }
        try {
            if (takes) WORKERS.occupying(() -> work.run(id));
            else work.run(id);
        } catch (NoRoom | Lost e) {
            return (complete, operations) ->
                    operations.reschedule(complete, clock.instant().plus(AGAIN));
        } finally {
            if (takes) longOnes.release();
        }
        return new CompletionHandler.OnCompleteRemove<>();
    }

    void stop(@Observes ShutdownEvent event) {
        if (scheduler != null) scheduler.stop();
    }

    /** Whether it is there now; one that another puts there at the same moment is not, until that is asked again. */
    private boolean put(Scheduler queue, TaskInstance<Void> piece) {
        try {
            return queue.scheduleIfNotExists(piece, clock.instant());
        } catch (TaskInstanceException e) {
            for (Throwable under = e; under != null; under = under.getCause()) {
                if (under instanceof SQLException told && DOUBLED.equals(told.getSQLState())) return false;
            }
            throw e;
        }
    }

    /**
     * Puts a stored piece of work into the queue; once it waits there, another time changes nothing. One that is just coming to its
     * end is waited for.
     */
    public void enqueue(String work, long id) {
        TaskInstance<Void> piece = new TaskInstance<>(work, Long.toString(id));
        Scheduler queue = requireNonNull(scheduler);
        for (int tries = 0; tries < 60; tries++) {
            if (put(queue, piece)) return;
            boolean waits = queue.getScheduledExecution(piece)
                    .map(found -> !found.isPicked())
                    .orElse(false);
            if (waits) return;
            try {
                Thread.sleep(50);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return;
            }
        }
    }
}
