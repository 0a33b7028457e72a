package outrider.learn.tree;

import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import outrider.learn.Part;
import outrider.table.Table;
import outrider.term.Term;

/** Adds up what many trees say of many records, some records at a time so that they stay near. */
final class TreeSums {
    /** About so many values are read at a time. */
    private static final int VALUES = 1 << 16;

    private TreeSums() {}

    static double[] of(List<TreeColumn> columns, List<Tree> trees, Table table, int[] rows) {
        double[] sum = new double[rows.length];
        int width = columns.size();
        double[] values = TreeValues.read(columns, table, rows);
        boolean[] levels = new boolean[width];
        for (int c = 0; c < width; c++) levels[c] = columns.get(c).levels() != null;
        int block = Math.max(64, VALUES / Math.max(1, width));
        for (int from = 0; from < rows.length; from += block) {
            int to = Math.min(rows.length, from + block);
            for (Tree tree : trees) tree.addTo(sum, from, to, values, levels);
        }
        return sum;
    }

    static Term term(List<TreeColumn> columns, List<Tree> trees) {
        return new Term.Trees(
                columns.stream()
                        .map(c -> new Term.TreeInput(c.name(), c.levels(), c.date()))
                        .toList(),
                trees.stream()
                        .map(t -> new Term.Branches(
                                t.splits().column(),
                                t.splits().threshold(),
                                t.splits().levelsLeft(),
                                t.splits().missingLeft(),
                                t.splits().left(),
                                t.nodes().value()))
                        .toList());
    }

    static long size(List<Tree> trees) {
        long size = 0;
        for (Tree tree : trees) size += tree.splits().column().length;
        return size;
    }

    /** Why no tree could say anything; empty where one does. */
    static List<Part> limit(List<Tree> trees) {
        if (trees.stream().anyMatch(tree -> tree.leaves() > 1)) return List.of();
        return List.of(
                new Part.Limit(
                        "No tree found a split that gains, so everybody gets the event rate; fewer records in a leaf may help."));
    }

    static Part importance(List<TreeColumn> columns, List<Tree> trees) {
        double[] shares = Importance.of(trees, columns.size());
        return new Part.Importance(IntStream.range(0, shares.length)
                .mapToObj(c -> new Part.Weight(columns.get(c).name(), shares[c]))
                .sorted(Comparator.comparingDouble(weight -> -weight.value()))
                .toList());
    }
}
