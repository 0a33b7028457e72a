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

    /** @param what it is, for the log */
    public static void of(Logger log, String what, Runnable work, End end) {
        try {
            work.run();
        } catch (CancellationException e) {
            end.write(WorkStatus.STOPPED, e.getMessage());
        } catch (BadInput e) {
            end.write(WorkStatus.FAILED, e.getMessage());
        } catch (RuntimeException e) {
            log.error(what + " failed", e);
            end.write(WorkStatus.FAILED, "the server failed at this; its log says why");
        }
    }
}
