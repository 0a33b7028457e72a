package outrider.server;

import jakarta.enterprise.context.ApplicationScoped;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import org.jboss.logging.Logger;
import outrider.server.work.Attempt;
import outrider.server.work.Work;

/** Long work that a test ends. */
@ApplicationScoped
public class HeldWork implements Work {
    public static final String NAME = "held";
    public static final AtomicReference<CountDownLatch> ENDS = new AtomicReference<>(new CountDownLatch(0));
    public static final AtomicReference<List<Long>> OPEN = new AtomicReference<>(List.of());
    public static final AtomicInteger RUNNING = new AtomicInteger();
    static final AtomicInteger DONE = new AtomicInteger();
    /** Numbers that meet a full disk the first time. */
    static final Set<Long> FULL = ConcurrentHashMap.newKeySet();
    /** How often each number was run. */
    public static final Map<Long, Integer> RUNS = new ConcurrentHashMap<>();

    @Override
    public List<Long> open() {
        return OPEN.get();
    }

    @Override
    public String name() {
        return NAME;
    }

    /** Of numbers below 0 it cannot tell. */
    @Override
    public boolean isLong(long id) {
        if (id < 0) throw new IllegalStateException("no such work");
        return true;
    }

    @Override
    public void run(long id) {
        RUNNING.incrementAndGet();
        RUNS.merge(id, 1, Integer::sum);
        if (FULL.remove(id)) {
            RUNNING.decrementAndGet();
            Runnable full = () -> {
                throw new UncheckedIOException(new IOException("No space left on device"));
            };
            Attempt.of(Logger.getLogger(HeldWork.class), "held work", full, (status, message) -> {});
        }
        try {
            ENDS.get().await(60, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } finally {
            RUNNING.decrementAndGet();
            DONE.incrementAndGet();
        }
    }
}
