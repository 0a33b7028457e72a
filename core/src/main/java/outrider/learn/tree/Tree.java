package outrider.learn.tree;

import java.util.Arrays;
import outrider.base.Inline;
import outrider.split.Balance;

/**
 * A binary tree. Node 0 is the root; the two branches of a node stand side by side.
 *
 * @param splits where its inner nodes lead
 * @param nodes what is known of each
 */
public record Tree(Splits splits, Nodes nodes) {
    /**
     * Arrays by node.
     *
     * @param column split on; −1 for a leaf
     * @param threshold of a number: at most this goes left
     * @param levelsLeft of a level: a bit a place, in words of 64; null for numbers and leaves
     * @param missingLeft where missing values go
     * @param missingSeen whether training had any there
     * @param left the left branch; the right one follows it
     */
    public record Splits(
            int[] column,
            double[] threshold,
            long[][] levelsLeft,
            boolean[] missingLeft,
            boolean[] missingSeen,
            int[] left)
            implements Inline {}

    /**
     * Arrays by node.
     *
     * @param value the leaf's score, and for inner nodes what it would be
     * @param records and {@code events}: of training, weights counted
     * @param gain what its split gained; 0 for a leaf
     */
    public record Nodes(double[] value, double[] records, double[] events, double[] gain) implements Inline {}

    /** The leaf of the record whose values start at {@code at}, in the order of the tree's columns. */
    public int leaf(double[] values, int at) {
        int node = 0;
        while (splits.column[node] >= 0) node = branch(node, values, at);
        return node;
    }

    /**
     * Adds the score of records {@code from} to {@code to − 1} to {@code sum}; record i's values start at i · width.
     * Of each column {@code levels} says whether it has levels. Four go down side by
     * side, so that one waits for memory while another moves.
     */
    public void addTo(double[] sum, int from, int to, double[] values, boolean[] levels) {
        int width = levels.length;
        int i = from;
        for (; i + 4 <= to; i += 4) {
            int a = 0;
            int b = 0;
            int c = 0;
            int d = 0;
            int at = i * width;
            boolean moved = splits.column[0] >= 0;
            while (moved) {
                moved = false;
                if (splits.column[a] >= 0) {
                    a = down(a, values, at, levels);
                    moved = true;
                }
                if (splits.column[b] >= 0) {
                    b = down(b, values, at + width, levels);
                    moved = true;
                }
                if (splits.column[c] >= 0) {
                    c = down(c, values, at + 2 * width, levels);
                    moved = true;
                }
                if (splits.column[d] >= 0) {
                    d = down(d, values, at + 3 * width, levels);
                    moved = true;
                }
            }
            sum[i] += nodes.value[a];
            sum[i + 1] += nodes.value[b];
            sum[i + 2] += nodes.value[c];
            sum[i + 3] += nodes.value[d];
        }
        for (; i < to; i++) sum[i] += nodes.value[leaf(values, i * width)];
    }

    /** {@link #branch}, which a number reaches without a look at the levels. */
    private int down(int node, double[] values, int at, boolean[] levels) {
        int c = splits.column[node];
        double value = values[at + c];
        if (levels[c] || Double.isNaN(value)) return branch(node, values, at);
        return splits.left[node] + (value <= splits.threshold[node] ? 0 : 1);
    }

    int branch(int node, double[] values, int at) {
        return splits.left[node] + (goesLeft(node, values[at + splits.column[node]]) ? 0 : 1);
    }

    private boolean goesLeft(int node, double value) {
        if (Double.isNaN(value)) return splits.missingLeft[node];
        long[] levels = splits.levelsLeft[node];
        if (levels == null) return value <= splits.threshold[node];
        int place = (int) value;
        int word = place >> 6;
        return word < levels.length && (levels[word] >>> place & 1) != 0;
    }

    public int leaves() {
        int leaves = 0;
        for (int c : splits.column) if (c < 0) leaves++;
        return leaves;
    }

    public int depth() {
        int[] depth = new int[splits.column.length];
        int deepest = 0;
        for (int node = 0; node < splits.column.length; node++) {
            deepest = Math.max(deepest, depth[node]);
            if (splits.column[node] < 0) continue;
            depth[splits.left[node]] = depth[node] + 1;
            depth[splits.left[node] + 1] = depth[node] + 1;
        }
        return deepest;
    }

    /** The tree with the nodes for which {@code leaf} holds cut back to leaves. */
    public Tree cutBack(boolean[] leaf) {
        TreeBuilder built = new TreeBuilder();
        built.add();
        int[] from = new int[splits.column.length];
        for (int node = 0; node < built.size(); node++) {
            int old = from[node];
            built.leaf(node, nodes.value[old], nodes.records[old], nodes.events[old]);
            if (splits.column[old] < 0 || leaf[old]) continue;
            int at = built.add();
            built.add();
            built.split(
                    node,
                    splits.column[old],
                    splits.threshold[old],
                    splits.levelsLeft[old],
                    splits.missingLeft[old],
                    splits.missingSeen[old],
                    at,
                    nodes.gain[old]);
            from[at] = splits.left[old];
            from[at + 1] = splits.left[old] + 1;
        }
        return built.build();
    }

    /** The tree with its event rates moved from the sample that it learnt from to all of training. */
    Tree corrected(Balance.Sample sample) {
        if (sample.logOdds() == 0) return this;
        return withValues(Arrays.stream(nodes.value).map(sample::corrected).toArray());
    }

    /** The tree with its events counted as records, not by the weight of their class. */
    Tree inRecords(Balance.Sample sample) {
        if (sample.weight() == null || sample.logOdds() == 0) return this;
        double factor = Math.exp(sample.logOdds());
        double[] plainEvents = new double[nodes.events.length];
        double[] plain = new double[nodes.events.length];
        for (int i = 0; i < plain.length; i++) {
            plainEvents[i] = Math.rint(factor * nodes.events[i]);
            plain[i] = plainEvents[i] + Math.rint(nodes.records[i] - nodes.events[i]);
        }
        return new Tree(splits, new Nodes(nodes.value, plain, plainEvents, nodes.gain));
    }

    /** The tree with other values at its nodes. */
    public Tree withValues(double[] values) {
        return new Tree(splits, new Nodes(values, nodes.records, nodes.events, nodes.gain));
    }
}
