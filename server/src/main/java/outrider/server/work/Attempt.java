package outrider.server.work;

import java.util.concurrent.CancellationException;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/** Does a piece of work, and tells how it ended where it came to no good end. */
public final class Attempt {
    private Attempt() {}

    /** What is to be written down of an end. */
    public interface End {
        void write(WorkStatus status, @Nullable String message);
    }

    /**
     * @param what it is, for the log
     * @throws NoRoom where a disk is full: it is to be done again
     * @throws Lost where the database is gone: likewise
     */
    public static void of(Logger log, String what, Runnable work, End end) {
        try {
            work.run();
        } catch (CancellationException e) {
            end.write(WorkStatus.STOPPED, e.getMessage());
        } catch (BadInput e) {
            end.write(WorkStatus.FAILED, e.getMessage());
        } catch (NoRoom | Lost e) {
            throw e;
        } catch (RuntimeException e) {
            if (NoRoom.met(e)) throw waiting(log, what, e, end);
            if (Lost.met(e)) throw new Lost(e);
            log.error(what + " failed", e);
            end.write(WorkStatus.FAILED, "the server failed at this; its log says why");
        }
    }

    private static NoRoom waiting(Logger log, String what, RuntimeException e, End end) {
        log.warn(what + " " + NoRoom.WORDS);
        try {
            end.write(WorkStatus.WAITING, NoRoom.WORDS);
        } catch (RuntimeException full) {
            log.warn("nor can that be written down", full);
        }
        return new NoRoom(e);
    }
}
