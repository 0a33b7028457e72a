package outrider.server.dataset;

import io.quarkus.narayana.jta.QuarkusTransaction;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.concurrent.CancellationException;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.server.dataset.Upload.State;
import outrider.server.work.KeptProgress;
import outrider.server.work.Lost;

/** Reads files in the background, and writes down how that ended. */
final class ReadingJobs {
    private static final Logger LOG = Logger.getLogger(ReadingJobs.class);
    private final Servers servers;

    ReadingJobs(Servers servers) {
        this.servers = servers;
    }

    interface Job {
        void run() throws IOException;
    }

    /**
     * Does it. Where the database is gone meanwhile, that is waited for, and the job is done anew unless it was stored after all.
     *
     * @return whether it is stored
     */
    boolean of(long id, String name, Job job) {
        try {
            Lost.outlast(() -> awaitCommit(id));
            Lost.outlast(() -> {
                if (stateOf(id) == State.READING) run(job);
            });
            boolean[] stored = {false};
            Lost.outlast(() -> stored[0] = stateOf(id) == State.STORED);
            return stored[0];
        } catch (CancellationException e) {
            ended(id, State.HERE, "Stopped. Nothing of it is stored.");
        } catch (BadInput e) {
            ended(id, State.FAILED, e.getMessage());
        } catch (Exception | OutOfMemoryError e) {
            LOG.error("reading " + name + " failed", e);
            ended(id, State.FAILED, "the server failed at this; its log says why");
        } finally {
            servers.readsNoMore(id);
        }
        return false;
    }

    private static void run(Job job) {
        try {
            job.run();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void ended(long id, State state, @Nullable String message) {
        Lost.outlast(() -> update(id, state, message));
    }

    private static @Nullable State stateOf(long id) {
        return QuarkusTransaction.requiringNew().call(() -> {
            Upload upload = Upload.findById(id);
            return upload == null ? null : upload.state;
        });
    }

    static KeptProgress progress(long id) {
        return new KeptProgress(
                (share, step) -> Upload.update("progress = ?1, step = ?2 where id = ?3", share, step, id), () -> {
                    Upload now = Upload.findById(id);
                    return now == null || now.stopRequested;
                });
    }

    /** The job may begin before the transaction that ordered it has ended. */
    private static void awaitCommit(long id) {
        for (int i = 0; i < 500; i++) {
            if (stateOf(id) == State.READING) return;
            try {
                Thread.sleep(10);
            } catch (InterruptedException e) {
                throw new CancellationException("the server is ending");
            }
        }
        throw new IllegalStateException("file " + id + " is not to be read");
    }

    private static void update(long id, State state, @Nullable String message) {
        QuarkusTransaction.requiringNew()
                .run(() -> Upload.update("state = ?1, message = ?2 where id = ?3", state, message, id));
    }
}
