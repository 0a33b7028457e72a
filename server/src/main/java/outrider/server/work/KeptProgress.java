package outrider.server.work;

import io.quarkus.narayana.jta.QuarkusTransaction;
import java.util.function.BooleanSupplier;
import outrider.base.Progress;

/** Progress that is kept in a row of the database, from which the word to stop comes too; it is asked a few times a second. */
public final class KeptProgress implements Progress {
    private static final long EVERY = 300_000_000L;

    /** Writes how far the work is. */
    public interface Keep {
        void keep(double share, String step);
    }

    private final Keep keep;
    private final BooleanSupplier told;
    private long last;
    private boolean stop;

    /** Both are called in a transaction of their own. */
    public KeptProgress(Keep keep, BooleanSupplier told) {
        this.keep = keep;
        this.told = told;
    }

    @Override
    public synchronized void report(double share, String step) {
        if (System.nanoTime() - last < EVERY) return;
        last = System.nanoTime();
        stop |= QuarkusTransaction.requiringNew().call(() -> {
            keep.keep(share, step);
            return told.getAsBoolean();
        });
    }

    @Override
    public synchronized boolean isCancelled() {
        if (!stop && System.nanoTime() - last >= EVERY) {
            stop = QuarkusTransaction.requiringNew().call(told::getAsBoolean);
        }
        return stop;
    }
}
