package outrider.server.work;

import java.time.Duration;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import org.jboss.logging.Logger;

/** Does something again and again on a thread of its own, a while after it last ended; an error is noted, and the next time comes. */
public final class Recurring {
    private static final Logger LOG = Logger.getLogger(Recurring.class);

    private final ScheduledExecutorService timer;
    private final ScheduledFuture<?> turns;

    public Recurring(String name, Runnable work, Duration first, Duration between) {
        timer = Executors.newSingleThreadScheduledExecutor(task -> {
            Thread thread = new Thread(task, name);
            thread.setDaemon(true);
            return thread;
        });
        turns = timer.scheduleWithFixedDelay(
                () -> {
                    try {
                        work.run();
                    } catch (RuntimeException e) {
                        LOG.warn(name + ": could not be done this time", e);
                    }
                },
                first.toMillis(),
                between.toMillis(),
                TimeUnit.MILLISECONDS);
    }

    /** Lets what is under way end, and begins no more. */
    public void end() {
        turns.cancel(false);
        timer.shutdown();
    }
}
