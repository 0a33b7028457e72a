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
        while (tree.splits().column()[node] >= 0) node = branch(node, data, row);
        return tree.nodes().value()[node];
    }

    /** The branch of an inner node that a binned record takes. */
    int branch(int node, Binned data, int row) {
        int c = tree.splits().column()[node];
        int bin = data.binAt(row, c);
        long[] levels = tree.splits().levelsLeft()[node];
        boolean left = bin == data.bins()[c]
                ? tree.splits().missingLeft()[node]
                : levels == null
                        ? bin <= splitBin[node]
                        : bin >> 6 < levels.length && (levels[bin >> 6] >>> bin & 1) != 0;
        return tree.splits().left()[node] + (left ? 0 : 1);
    }
}
