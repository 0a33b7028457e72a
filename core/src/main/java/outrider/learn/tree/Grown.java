package outrider.learn.tree;

import outrider.split.Balance;

/** A tree with what leads a binned record to its leaf. */
record Grown(Tree tree, int[] splitBin) {
    /** See {@link Tree#corrected}. */
    Grown corrected(Balance.Sample sample) {
        return new Grown(tree.corrected(sample), splitBin);
    }

    double score(Binned data, int row) {
        int node = 0;
        while (tree.column()[node] >= 0) node = branch(node, data, row);
        return tree.value()[node];
    }

    /** The branch of an inner node that a binned record takes. */
    int branch(int node, Binned data, int row) {
        int c = tree.column()[node];
        int bin = data.binAt(row, c);
        long[] levels = tree.levelsLeft()[node];
        boolean left = bin == data.bins()[c]
                ? tree.missingLeft()[node]
                : levels == null
                        ? bin <= splitBin[node]
                        : bin >> 6 < levels.length && (levels[bin >> 6] >>> bin & 1) != 0;
        return tree.left()[node] + (left ? 0 : 1);
    }
}
