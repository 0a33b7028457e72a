package outrider.server.dataset;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;

/**
 * Files that wait to be read. Whoever has fewer of theirs being read comes first, then the smaller file, then the earlier. One of two
 * readers leaves large files to the other, so that a giant, or a bomb that looks like one, holds up nobody's small file.
 */
final class ReadingQueue {
    static final long SMALL = 64L << 20;
    private static final Logger LOG = Logger.getLogger(ReadingQueue.class);

    private record Job(String by, long bytes, long number, Runnable work) {}

    private final List<Job> waiting = new ArrayList<>();
    private final Map<String, Integer> reading = new HashMap<>();
    private final List<Thread> readers;
    private long number;
    private boolean ended;

    ReadingQueue() {
        readers = List.of(reader("reader", Long.MAX_VALUE), reader("reader-of-small", SMALL));
        readers.forEach(Thread::start);
    }

    private Thread reader(String name, long most) {
        Thread thread = new Thread(
                () -> {
                    for (Job job = next(most); job != null; job = next(most)) run(job);
                },
                name);
        thread.setDaemon(true);
        return thread;
    }

    private void run(Job job) {
        try {
            job.work().run();
        } catch (RuntimeException | Error e) {
            LOG.error("reading ended without a word", e);
        } finally {
            synchronized (this) {
                reading.merge(job.by(), -1, Integer::sum);
                notifyAll();
            }
        }
    }

    synchronized void add(String by, long bytes, Runnable work) {
        waiting.add(new Job(by, bytes, number++, work));
        notifyAll();
    }

    /** The next of at most so many bytes, waited for; null once the queue has ended. */
    private synchronized @Nullable Job next(long most) {
        while (!ended) {
            Job found = waiting.stream()
                    .filter(job -> job.bytes() <= most)
                    .min(Comparator.<Job>comparingInt(job -> reading.getOrDefault(job.by(), 0))
                            .thenComparingLong(Job::bytes)
                            .thenComparingLong(Job::number))
                    .orElse(null);
            if (found != null) {
                waiting.remove(found);
                reading.merge(found.by(), 1, Integer::sum);
                return found;
            }
            try {
                wait();
            } catch (InterruptedException e) {
                return null;
            }
        }
        return null;
    }

    /** Reads nothing more, and interrupts what is being read. */
    void end() {
        synchronized (this) {
            ended = true;
            notifyAll();
        }
        readers.forEach(Thread::interrupt);
    }
}
