package outrider.server.work;

import io.quarkus.narayana.jta.QuarkusTransaction;
import java.util.function.BooleanSupplier;
import java.util.function.LongSupplier;
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
    private final LongSupplier nanos;
    private long kept;
    private long asked;
    private boolean stop;

    /** Both are called in a transaction of their own. */
    public KeptProgress(Keep keep, BooleanSupplier told) {
        this(keep, told, System::nanoTime);
    }

    KeptProgress(Keep keep, BooleanSupplier told, LongSupplier nanos) {
        this.keep = keep;
        this.told = told;
        this.nanos = nanos;
        kept = asked = nanos.getAsLong() - EVERY;
    }

    @Override
    public synchronized void report(double share, String step) {
        long now = nanos.getAsLong();
        if (now - kept < EVERY) return;
        kept = asked = now;
        stop |= outlasting(() -> {
            keep.keep(share, step);
            return told.getAsBoolean();
        });
    }

    /** Work goes on where the database is gone: what it makes is stored once that is back. */
    private boolean outlasting(BooleanSupplier what) {
        try {
            return QuarkusTransaction.requiringNew().call(what::getAsBoolean);
        } catch (RuntimeException e) {
            if (Lost.met(e)) return stop;
            throw e;
        }
    }

    @Override
    public synchronized boolean isCancelled() {
        long now = nanos.getAsLong();
        if (!stop && now - asked >= EVERY) {
            asked = now;
            stop = outlasting(told);
        }
        return stop;
    }
}
