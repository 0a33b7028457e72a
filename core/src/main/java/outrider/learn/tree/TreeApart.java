package outrider.learn.tree;

/** One tree taken apart by column against background records: what each column of a record gets of the leaves that it could end in. */
interface TreeApart {
    /** Adds to record {@code first + i}'s columns what the tree gives them, for i below {@code count}. */
    void addTo(double[] sums, int first, int count, double[] values);
}
