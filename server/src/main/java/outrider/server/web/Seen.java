package outrider.server.web;

import jakarta.persistence.OptimisticLockException;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/** Whoever changes a thing names what they saw of it, so that nobody's change is lost. */
public final class Seen {
    private Seen() {}

    /**
     * @param seen what the editor saw; {@code now} what stands
     * @throws BadInput if nothing is named
     * @throws OptimisticLockException if it was changed since
     */
    public static <T> void demand(@Nullable T seen, T now) {
        if (seen == null) {
            throw BadInput.of(
                    "seen", "is missing", "name what you saw before the change, so that nobody else's is lost");
        }
        if (!seen.equals(now)) throw new OptimisticLockException();
    }
}
