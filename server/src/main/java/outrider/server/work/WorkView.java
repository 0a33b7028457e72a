package outrider.server.work;

import org.jspecify.annotations.Nullable;
import outrider.base.Inline;

/**
 * How far a piece of work has come.
 *
 * @param progress from 0 to 1
 * @param step what is being done; null where nothing is said of it
 * @param message why it failed or was stopped; null otherwise
 */
public record WorkView(
        WorkStatus status,
        double progress,
        @Nullable String step,
        @Nullable String message) implements Inline {}
