package outrider.base;

import java.util.concurrent.CancellationException;

/** What long work takes from outside: a place to report to, and the word to stop. */
public interface Progress {
    /** Work that nobody watches. */
    Progress NONE = new Progress() {
        @Override
        public void report(double share, String step) {}

        @Override
        public boolean isCancelled() {
            return false;
        }
    };

    /**
     * @param share how much is done, 0 to 1
     * @param step what is being done, in a few words
     */
    void report(double share, String step);

    boolean isCancelled();

    /**
     * Reports, and leaves the work if it was cancelled.
     *
     * @throws CancellationException if {@link #isCancelled()}
     */
    default void checkpoint(double share, String step) {
        if (isCancelled()) throw new CancellationException("stopped while: " + step);
        report(share, step);
    }
}
