package outrider.server.signoff;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import outrider.base.BadInput;
import outrider.casefile.Sha256;
import outrider.server.work.Caches;
import outrider.server.work.Kept;

/**
 * Prints pages as PDF: one at a time, each within bounds of time and memory, and kept, since a report changes only when somebody
 * decides on it.
 */
@ApplicationScoped
public class Printer {
    private static final int MOST_MEGABYTES = 512;
    private static final long MOST_SECONDS = 60;

    private final Kept<String, byte[]> kept = Caches.PRINTED.make(pdf -> pdf.length);
    private final Press press = new Press(MOST_MEGABYTES, MOST_SECONDS);
    private final ExecutorService queue = Executors.newSingleThreadExecutor(work -> {
        Thread thread = new Thread(work, "printer");
        thread.setDaemon(true);
        return thread;
    });

    /** @throws BadInput if it takes too long, or more memory than it may */
    public byte[] pdf(String html) {
        String key = Sha256.of(html);
        byte[] known = kept.known(key);
        if (known != null) return known;
        Future<byte[]> printing = queue.submit(() -> {
            byte[] already = kept.known(key);
            if (already != null) return already;
            byte[] pdf = press.pdf(html);
            kept.put(key, pdf);
            return pdf;
        });
        try {
            return printing.get(MOST_SECONDS, TimeUnit.SECONDS);
        } catch (TimeoutException e) {
            printing.cancel(true);
            throw BadInput.state(
                    BadInput.Code.BUSY, "report", "takes too long to print", "try again, or take it as HTML meanwhile");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        } catch (ExecutionException e) {
            if (e.getCause() instanceof RuntimeException cause) throw cause;
            throw new IllegalStateException(e);
        }
    }
}
