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

    /** The stretch from {@code from} to {@code to} of this work, as work of its own. */
    default Progress part(double from, double to, String before) {
        Progress whole = this;
        return new Progress() {
            @Override
            public void report(double share, String step) {
                whole.report(from + (to - from) * share, before + step);
            }

            @Override
            public boolean isCancelled() {
                return whole.isCancelled();
            }
        };
    }

    /** A progress for each of some tasks done side by side; together they make up this one. */
    default Progress[] shared(int tasks) {
        double[] shares = new double[tasks];
        Progress[] each = new Progress[tasks];
        Progress whole = this;
        for (int t = 0; t < tasks; t++) {
            int own = t;
            each[t] = new Progress() {
                @Override
                public void report(double share, String step) {
                    double sum = 0;
                    synchronized (shares) {
                        shares[own] = share;
                        for (double done : shares) sum += done;
                    }
                    whole.report(sum / tasks, step);
                }

                @Override
                public boolean isCancelled() {
                    return whole.isCancelled();
                }
            };
        }
        return each;
    }
}
