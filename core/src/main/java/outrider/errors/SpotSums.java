package outrider.errors;

import java.util.Arrays;

/** What came and what was promised, by cell: a group of one column, or one of each of two. */
final class SpotSums {
    /** Fewer records, or fewer events than this both came and promised, say nothing of a cell. */
    static final int FEWEST = 50;

    static final int FEWEST_EVENTS = 10;

    final int[] records;
    final int[] observed;
    final double[] promised;
    final double[] variance;

    SpotSums(int cells) {
        records = new int[cells];
        observed = new int[cells];
        promised = new double[cells];
        variance = new double[cells];
    }

    void add(int cell, byte outcome, double probability) {
        records[cell]++;
        observed[cell] += outcome;
        promised[cell] += probability;
        variance[cell] += probability * (1 - probability);
    }

    /** Forgets the first so many cells. */
    void clear(int cells) {
        Arrays.fill(records, 0, cells, 0);
        Arrays.fill(observed, 0, cells, 0);
        Arrays.fill(promised, 0, cells, 0);
        Arrays.fill(variance, 0, cells, 0);
    }

    double z(int cell, double spread) {
        return (observed[cell] - promised[cell]) / Math.sqrt(spread * variance[cell]);
    }

    boolean enough(int cell) {
        return records[cell] >= FEWEST
                && variance[cell] > 0
                && Math.max(observed[cell], promised[cell]) >= FEWEST_EVENTS;
    }
}
