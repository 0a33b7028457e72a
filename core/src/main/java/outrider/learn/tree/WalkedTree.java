package outrider.learn.tree;

import java.util.Arrays;

/** Any tree, for few records: goes down as far as some background record with some of the record's columns could. */
final class WalkedTree implements TreeApart {
    private final Tree tree;
    private final int width;
    private final TreePaths paths;
    /** By inner node: which background records go left, a bit each. */
    private final long[] left;

    private final double share;
    private final long all;
    private final int deepest;

    WalkedTree(Tree tree, TreePaths paths, double[] background, int width, int records) {
        this.tree = tree;
        this.width = width;
        this.paths = paths;
        left = new long[tree.splits().column().length];
        for (int node = 0; node < left.length; node++) {
            if (tree.splits().column()[node] < 0) continue;
            for (int b = 0; b < records; b++) {
                if (tree.branch(node, background, b * width) == tree.splits().left()[node]) left[node] |= 1L << b;
            }
        }
        all = records == Long.SIZE ? -1 : (1L << records) - 1;
        share = 1.0 / records;
        deepest = Arrays.stream(paths.onPath()).mapToInt(p -> p.length).max().orElse(0);
    }

    @Override
    public void addTo(double[] sums, int first, int count, double[] values) {
        Walk walk = new Walk(sums, values);
        for (int i = 0; i < count; i++) walk.of((first + i) * width, i * width);
    }

    /** What is known of a record along the path that is gone. */
    private final class Walk {
        private final double[] sums;
        private final double[] values;
        /** By place on the path: whether the record meets the conditions, and which background records do. */
        private final boolean[] own = new boolean[deepest];

        private final long[] others = new long[deepest];
        private int to;
        private int at;

        Walk(double[] sums, double[] values) {
            this.sums = sums;
            this.values = values;
        }

        void of(int sumsAt, int valuesAt) {
            to = sumsAt;
            at = valuesAt;
            down(0, 0);
        }

        private void down(int node, int met) {
            if (tree.splits().column()[node] < 0) {
                leaf(node, met);
                return;
            }
            int place = paths.bit()[node];
            boolean fresh = place == met;
            boolean ownBefore = fresh || own[place];
            long othersBefore = fresh ? all : others[place];
            int first = tree.splits().left()[node];
            boolean goesLeft = tree.branch(node, values, at) == first;
            int now = fresh ? met + 1 : met;
            own[place] = ownBefore && goesLeft;
            others[place] = othersBefore & left[node];
            if (possible(now)) down(first, now);
            own[place] = ownBefore && !goesLeft;
            others[place] = othersBefore & ~left[node];
            if (possible(now)) down(first + 1, now);
            own[place] = ownBefore;
            others[place] = othersBefore;
        }

        private boolean possible(int met) {
            return alive(met) != 0;
        }

        /** Background records that, with the record's columns where they need them, could be here. */
        private long alive(int met) {
            long alive = all;
            for (int p = 0; p < met; p++) if (!own[p]) alive &= others[p];
            return alive;
        }

        private void leaf(int node, int met) {
            int[] columns = paths.onPath()[node];
            double worth = tree.nodes().value()[node] * share;
            for (long left = alive(met); left != 0; left &= left - 1) {
                long b = left & -left;
                int mine = 0;
                int theirs = 0;
                for (int p = 0; p < met; p++) {
                    boolean has = (others[p] & b) != 0;
                    if (own[p] && !has) mine++;
                    if (!own[p] && has) theirs++;
                }
                double gain = worth * Shapley.with(mine, theirs);
                double loss = worth * Shapley.without(mine, theirs);
                for (int p = 0; p < met; p++) {
                    boolean has = (others[p] & b) != 0;
                    if (own[p] && !has) sums[to + columns[p]] += gain;
                    if (!own[p] && has) sums[to + columns[p]] -= loss;
                }
            }
        }
    }
}
