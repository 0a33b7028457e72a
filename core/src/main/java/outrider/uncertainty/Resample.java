package outrider.uncertainty;

/**
 * One resample of the records as one candidate ranks them: what its runs hold, added up from the highest score down. Linear within a run.
 * Each thread has its own, used again for every replicate.
 */
final class Resample {
    private final double[] records;
    private final double[] events;
    private final double[] valued;

    /** Set by {@link #at}: events, and the sum of their values, among the first records. */
    double reachedEvents;

    double reachedValue;

    Resample(int runs) {
        records = new double[runs + 1];
        events = new double[runs + 1];
        valued = new double[runs + 1];
    }

    void clear() {
        java.util.Arrays.fill(records, 0);
        java.util.Arrays.fill(events, 0);
        java.util.Arrays.fill(valued, 0);
    }

    void add(int run, double more) {
        records[run + 1] += more;
    }

    void addEvents(int run, double more, double value) {
        records[run + 1] += more;
        events[run + 1] += more;
        valued[run + 1] += value;
    }

    void accumulate() {
        for (int s = 1; s < records.length; s++) {
            records[s] += records[s - 1];
            events[s] += events[s - 1];
            valued[s] += valued[s - 1];
        }
    }

    double total() {
        return records[records.length - 1];
    }

    double totalEvents() {
        return events[events.length - 1];
    }

    /** Runs from 1. */
    int runs() {
        return records.length - 1;
    }

    double records(int run) {
        return records[run];
    }

    double events(int run) {
        return events[run];
    }

    double valued(int run) {
        return valued[run];
    }

    /** Reads what the first {@code rank} records hold; O(log runs). */
    void at(double rank) {
        int low = 0;
        int high = records.length - 1;
        while (low < high) {
            int middle = (low + high + 1) >>> 1;
            if (records[middle] <= rank) low = middle;
            else high = middle - 1;
        }
        reachedEvents = events[low];
        reachedValue = valued[low];
        if (low == records.length - 1) return;
        double share = (rank - records[low]) / (records[low + 1] - records[low]);
        reachedEvents += share * (events[low + 1] - events[low]);
        reachedValue += share * (valued[low + 1] - valued[low]);
    }
}
