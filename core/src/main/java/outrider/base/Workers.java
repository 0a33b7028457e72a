package outrider.base;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.Semaphore;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.IntConsumer;
import org.jspecify.annotations.Nullable;

/**
 * Threads that numbered tasks may share. Which thread does a task never shows in the result: a task writes to a place of its
 * own. Thread safe; a task may itself hand out tasks, the number of threads at work stays within the limit.
 */
public final class Workers {
    /** All on the calling thread. */
    public static final Workers ALONE = new Workers(1);

    private static final ExecutorService POOL = Executors.newCachedThreadPool(work -> {
        Thread thread = new Thread(work, "outrider-worker");
        thread.setDaemon(true);
        thread.setPriority(Thread.MIN_PRIORITY);
        return thread;
    });

    private final Semaphore helpers;

    /** @param threads 1 or more, the calling one among them */
    public Workers(int threads) {
        helpers = new Semaphore(threads - 1);
    }

    /** Does work that counts as one of the threads, so that others may lend it fewer; waits while none is free. */
    public void occupying(Runnable work) {
        helpers.acquireUninterruptibly();
        try {
            work.run();
        } finally {
            helpers.release();
        }
    }

    /** Does tasks 0 … tasks − 1. Whatever a task throws is thrown here, once all threads have come to rest. */
    public void each(int tasks, IntConsumer task) {
        AtomicInteger next = new AtomicInteger();
        AtomicBoolean broken = new AtomicBoolean();
        Runnable loop = () -> {
            try {
                for (int i = next.getAndIncrement(); i < tasks && !broken.get(); i = next.getAndIncrement()) {
                    task.accept(i);
                }
            } catch (RuntimeException | Error e) {
                broken.set(true);
                throw e;
            }
        };
        List<Future<?>> helping = new ArrayList<>();
        while (helping.size() < tasks - 1 && helpers.tryAcquire()) helping.add(POOL.submit(() -> lent(loop)));
        Throwable failure = null;
        try {
            loop.run();
        } catch (RuntimeException | Error e) {
            failure = e;
        }
        for (Future<?> helper : helping) {
            Throwable theirs = outcome(helper);
            if (failure == null) failure = theirs;
        }
        if (failure instanceof RuntimeException e) throw e;
        if (failure instanceof Error e) throw e;
    }

    private void lent(Runnable loop) {
        try {
            loop.run();
        } finally {
            helpers.release();
        }
    }

    private static @Nullable Throwable outcome(Future<?> helper) {
        boolean interrupted = false;
        try {
            while (true) {
                try {
                    helper.get();
                    return null;
                } catch (InterruptedException e) {
                    interrupted = true;
                } catch (ExecutionException e) {
                    return e.getCause();
                }
            }
        } finally {
            if (interrupted) Thread.currentThread().interrupt();
        }
    }
}
