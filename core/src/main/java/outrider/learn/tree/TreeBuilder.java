package outrider.learn.tree;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/** Grows the arrays of a {@link Tree}. */
final class TreeBuilder {
    private int size;
    private int[] column = new int[16];
    private double[] threshold = new double[16];
    private long[][] levelsLeft = new long[16][];
    private boolean[] missingLeft = new boolean[16];
    private boolean[] missingSeen = new boolean[16];
    private int[] left = new int[16];
    private double[] value = new double[16];
    private double[] records = new double[16];
    private double[] events = new double[16];
    private double[] gain = new double[16];

    int size() {
        return size;
    }

    int add() {
        if (size == column.length) {
            int more = size * 2;
            column = Arrays.copyOf(column, more);
            threshold = Arrays.copyOf(threshold, more);
            levelsLeft = Arrays.copyOf(levelsLeft, more);
            missingLeft = Arrays.copyOf(missingLeft, more);
            missingSeen = Arrays.copyOf(missingSeen, more);
            left = Arrays.copyOf(left, more);
            value = Arrays.copyOf(value, more);
            records = Arrays.copyOf(records, more);
            events = Arrays.copyOf(events, more);
            gain = Arrays.copyOf(gain, more);
        }
        column[size] = -1;
        return size++;
    }

    void leaf(int node, double score, double weight, double hits) {
        value[node] = score;
        records[node] = weight;
        events[node] = hits;
    }

    void split(
            int node,
            int on,
            double at,
            long @Nullable [] levels,
            boolean missing,
            boolean seen,
            int branch,
            double gained) {
        column[node] = on;
        threshold[node] = at;
        levelsLeft[node] = levels;
        missingLeft[node] = missing;
        missingSeen[node] = seen;
        left[node] = branch;
        gain[node] = gained;
    }

    Tree build() {
        return new Tree(
                new Tree.Splits(
                        Arrays.copyOf(column, size),
                        Arrays.copyOf(threshold, size),
                        Arrays.copyOf(levelsLeft, size),
                        Arrays.copyOf(missingLeft, size),
                        Arrays.copyOf(missingSeen, size),
                        Arrays.copyOf(left, size)),
                new Tree.Nodes(
                        Arrays.copyOf(value, size),
                        Arrays.copyOf(records, size),
                        Arrays.copyOf(events, size),
                        Arrays.copyOf(gain, size)));
    }
}
