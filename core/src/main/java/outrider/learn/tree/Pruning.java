package outrider.learn.tree;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.PriorityQueue;
import outrider.base.Factorials;

/**
 * Cost-complexity pruning (Breiman, Friedman, Olshen and Stone 1984, chapter 3): the nested trees that come of cutting the
 * weakest link again and again.
 */
public final class Pruning {
    /** How wrong a leaf is, in records. */
    public enum Error {
        /** w·p(1 − p): the squared error of the leaf's rate, which ranks well for rare events. */
        SQUARED,
        /** The commoner class is guessed. */
        MISCLASSIFIED;

        double of(double events, double records) {
            if (records <= 0) return 0;
            return this == SQUARED ? events * (records - events) / records : Math.min(events, records - events);
        }

        /** Of one record of outcome {@code y} in a leaf with this rate. */
        double of(int y, double rate) {
            return this == SQUARED ? (y - rate) * (y - rate) : (rate > 0.5 ? 1 : 0) == y ? 0 : 1;
        }
    }

    /**
     * @param alpha from which a node is a leaf, by node; infinite for leaves of the whole tree
     * @param steps ascending: the different alphas, 0 first
     * @param leaves of the tree at each step
     */
    record Sequence(double[] alpha, double[] steps, int[] leaves) {}

    private Pruning() {}

    /** O(nodes · depth · log nodes): weakest links wait in a queue, and a cut changes those of the nodes above it. */
    static Sequence sequence(Tree tree, Error error) {
        return new Cutting(tree, error).sequence();
    }

    /** A link as it stood when it went into the queue. */
    private record Link(double weakness, int node, int version) {}

    private static final class Cutting {
        private final Tree tree;
        private final double[] own;
        private final double[] below;
        private final int[] leaves;
        private final int[] parent;
        private final int[] version;
        private final double[] alpha;
        private final PriorityQueue<Link> queue =
                new PriorityQueue<>(Comparator.comparingDouble(Link::weakness).thenComparingInt(Link::node));

        Cutting(Tree tree, Error error) {
            this.tree = tree;
            int nodes = tree.splits().column().length;
            own = new double[nodes];
            below = new double[nodes];
            leaves = new int[nodes];
            parent = new int[nodes];
            version = new int[nodes];
            alpha = new double[nodes];
            Arrays.fill(alpha, Double.POSITIVE_INFINITY);
            parent[0] = -1;
            for (int i = nodes - 1; i >= 0; i--) {
                own[i] = error.of(tree.nodes().events()[i], tree.nodes().records()[i]);
                int left = tree.splits().left()[i];
                boolean leaf = tree.splits().column()[i] < 0;
                leaves[i] = leaf ? 1 : leaves[left] + leaves[left + 1];
                below[i] = leaf ? own[i] : below[left] + below[left + 1];
                if (leaf) continue;
                parent[left] = i;
                parent[left + 1] = i;
                wait(i);
            }
        }

        private void wait(int node) {
            queue.add(new Link((own[node] - below[node]) / (leaves[node] - 1), node, version[node]));
        }

        Sequence sequence() {
            double total = Math.max(1e-300, tree.nodes().records()[0]);
            List<Double> steps = new ArrayList<>(List.of(0.0));
            List<Integer> sizes = new ArrayList<>(List.of(leaves[0]));
            double reached = 0;
            while (leaves[0] > 1) {
                double weakest = next().weakness();
                double step = Math.max(reached, weakest / total);
                while (leaves[0] > 1 && next().weakness() <= weakest + 1e-12 * (1 + weakest)) {
                    cut(queue.poll().node(), step);
                }
                if (step == reached) {
                    sizes.set(sizes.size() - 1, leaves[0]);
                } else {
                    steps.add(step);
                    sizes.add(leaves[0]);
                }
                reached = step;
            }
            return new Sequence(
                    alpha,
                    steps.stream().mapToDouble(s -> s).toArray(),
                    sizes.stream().mapToInt(s -> s).toArray());
        }

        /** The weakest link that still stands. */
        private Link next() {
            while (queue.peek().version() != version[queue.peek().node()]) queue.poll();
            return queue.peek();
        }

        private void cut(int node, double step) {
            int fewer = leaves[node] - 1;
            double worse = own[node] - below[node];
            forget(node, step);
            for (int above = parent[node]; above >= 0; above = parent[above]) {
                leaves[above] -= fewer;
                below[above] += worse;
                version[above]++;
                wait(above);
            }
        }

        /** Makes the node a leaf; nodes below it, which are cut off, keep no link. */
        private void forget(int node, double step) {
            version[node]++;
            if (Double.isInfinite(alpha[node])) alpha[node] = step;
            if (leaves[node] > 1) {
                int left = tree.splits().left()[node];
                forget(left, step);
                forget(left + 1, step);
            }
            leaves[node] = 1;
            below[node] = own[node];
        }
    }

    /** The tree at a penalty of {@code alpha} a leaf. */
    static Tree at(Tree tree, Sequence sequence, double alpha) {
        boolean[] leaf = new boolean[tree.splits().column().length];
        for (int i = 0; i < leaf.length; i++) leaf[i] = sequence.alpha()[i] <= alpha;
        return tree.cutBack(leaf);
    }

    /**
     * Description-length pruning, bottom up (Mehta, Rissanen and Agrawal 1995): a leaf costs the bits of its classes, ln C(n, e) +
     * ln(n + 1); a split one bit, its column and its place among the bins; a node is cut where the leaf is no dearer.
     */
    static Tree byDescription(Tree tree, Binned data) {
        int nodes = tree.splits().column().length;
        double[] cost = new double[nodes];
        boolean[] leaf = new boolean[nodes];
        double bit = Math.log(2);
        for (int i = nodes - 1; i >= 0; i--) {
            double records = Math.max(0, Math.rint(tree.nodes().records()[i]));
            double events = Math.max(0, Math.min(records, Math.rint(tree.nodes().events()[i])));
            cost[i] = bit + Factorials.logChoose(records, events) + Math.log(records + 1);
            int c = tree.splits().column()[i];
            if (c < 0) continue;
            boolean levels = data.edges()[c] == null;
            double place = levels ? (data.bins()[c] - 1) * bit : Math.log(Math.max(1, data.bins()[c] - 1));
            double split = bit
                    + Math.log(data.width())
                    + place
                    + cost[tree.splits().left()[i]]
                    + cost[tree.splits().left()[i] + 1];
            if (cost[i] <= split) leaf[i] = true;
            else cost[i] = split;
        }
        return tree.cutBack(leaf);
    }
}
