package outrider.learn.tree;

import java.util.ArrayList;
import java.util.List;

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

    /** O(nodes · steps) at worst. */
    static Sequence sequence(Tree tree, Error error) {
        int nodes = tree.column().length;
        double[] alpha = new double[nodes];
        double[] own = new double[nodes];
        double[] below = new double[nodes];
        int[] leaves = new int[nodes];
        boolean[] leaf = new boolean[nodes];
        for (int i = 0; i < nodes; i++) {
            own[i] = error.of(tree.events()[i], tree.records()[i]);
            leaf[i] = tree.column()[i] < 0;
            alpha[i] = Double.POSITIVE_INFINITY;
        }
        List<Double> steps = new ArrayList<>();
        List<Integer> sizes = new ArrayList<>();
        double total = Math.max(1e-300, tree.records()[0]);
        double reached = 0;
        while (true) {
            double weakest = Double.POSITIVE_INFINITY;
            for (int i = nodes - 1; i >= 0; i--) {
                leaves[i] = leaf[i] ? 1 : leaves[tree.left()[i]] + leaves[tree.left()[i] + 1];
                below[i] = leaf[i] ? own[i] : below[tree.left()[i]] + below[tree.left()[i] + 1];
            }
            boolean[] reachable = reachable(tree, leaf);
            for (int i = 0; i < nodes; i++) {
                if (reachable[i] && !leaf[i]) weakest = Math.min(weakest, link(own, below, leaves, i));
            }
            double next = Math.max(reached, weakest / total);
            if (steps.isEmpty() && next > 0) {
                steps.add(0.0);
                sizes.add(leaves[0]);
            }
            if (leaf[0]) break;
            for (int i = 0; i < nodes; i++) {
                if (reachable[i] && !leaf[i] && link(own, below, leaves, i) <= weakest + 1e-12 * (1 + weakest)) {
                    leaf[i] = true;
                    alpha[i] = next;
                }
            }
            reached = next;
            int size = count(tree, leaf);
            if (!steps.isEmpty() && steps.get(steps.size() - 1) == next) {
                sizes.set(sizes.size() - 1, size);
            } else {
                steps.add(next);
                sizes.add(size);
            }
        }
        return new Sequence(
                alpha,
                steps.stream().mapToDouble(s -> s).toArray(),
                sizes.stream().mapToInt(s -> s).toArray());
    }

    private static double link(double[] own, double[] below, int[] leaves, int node) {
        return (own[node] - below[node]) / (leaves[node] - 1);
    }

    private static boolean[] reachable(Tree tree, boolean[] leaf) {
        boolean[] reachable = new boolean[leaf.length];
        reachable[0] = true;
        for (int i = 0; i < leaf.length; i++) {
            if (!reachable[i] || leaf[i]) continue;
            reachable[tree.left()[i]] = true;
            reachable[tree.left()[i] + 1] = true;
        }
        return reachable;
    }

    private static int count(Tree tree, boolean[] leaf) {
        boolean[] reachable = reachable(tree, leaf);
        int count = 0;
        for (int i = 0; i < leaf.length; i++) if (reachable[i] && leaf[i]) count++;
        return count;
    }

    /** The tree at a penalty of {@code alpha} a leaf. */
    static Tree at(Tree tree, Sequence sequence, double alpha) {
        boolean[] leaf = new boolean[tree.column().length];
        for (int i = 0; i < leaf.length; i++) leaf[i] = sequence.alpha()[i] <= alpha;
        return tree.cutBack(leaf);
    }

    /**
     * Description-length pruning, bottom up (Mehta, Rissanen and Agrawal 1995): a leaf costs the bits of its classes, ln C(n, e) +
     * ln(n + 1); a split one bit, its column and its place among the bins; a node is cut where the leaf is no dearer.
     */
    static Tree byDescription(Tree tree, Binned data) {
        int nodes = tree.column().length;
        double[] cost = new double[nodes];
        boolean[] leaf = new boolean[nodes];
        double bit = Math.log(2);
        for (int i = nodes - 1; i >= 0; i--) {
            double records = Math.max(0, Math.rint(tree.records()[i]));
            double events = Math.max(0, Math.min(records, Math.rint(tree.events()[i])));
            cost[i] = bit + choose(records, events) + Math.log(records + 1);
            int c = tree.column()[i];
            if (c < 0) continue;
            boolean levels = data.edges()[c] == null;
            double place = levels ? (data.bins()[c] - 1) * bit : Math.log(Math.max(1, data.bins()[c] - 1));
            double split = bit + Math.log(data.width()) + place + cost[tree.left()[i]] + cost[tree.left()[i] + 1];
            if (cost[i] <= split) leaf[i] = true;
            else cost[i] = split;
        }
        return tree.cutBack(leaf);
    }

    private static double choose(double n, double k) {
        return logFactorial(n) - logFactorial(k) - logFactorial(n - k);
    }

    /** Stirling's series; exact sums below 20. */
    private static double logFactorial(double n) {
        if (n < 20) {
            double sum = 0;
            for (int i = 2; i <= n; i++) sum += Math.log(i);
            return sum;
        }
        double x = n + 1;
        return (x - 0.5) * Math.log(x) - x + 0.5 * Math.log(2 * Math.PI) + 1 / (12 * x) - 1 / (360 * x * x * x);
    }
}
