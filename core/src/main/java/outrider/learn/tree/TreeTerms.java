package outrider.learn.tree;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.learn.AdditiveScore;
import outrider.table.Table;

/**
 * The sum of many trees: base + factor · Σ leaf. What a column adds is exact for each tree (Lundberg et al. 2020, interventional).
 */
record TreeTerms(Scale scale, List<TreeColumn> columns, List<Tree> trees, double base, double factor)
        implements AdditiveScore {
    /** Records are read so many at a time. */
    private static final int BLOCK = 2048;
    /** From so many records on tables pay. */
    private static final int MANY = 200;

    @Override
    public Apart against(Table table, int[] background) {
        return new Taken(table, background);
    }

    /** Few records are walked through the trees; for many, tables are made once of those that allow it. */
    private final class Taken implements Apart {
        private final double[] known;
        private final int records;
        private final double average;
        private final List<TreeApart> walked;
        private @Nullable List<TreeApart> tabled;

        Taken(Table table, int[] background) {
            known = TreeValues.read(columns, table, background);
            records = background.length;
            double sum = 0;
            for (double one : TreeSums.of(columns, trees, table, background)) sum += one / records;
            average = base + factor * sum;
            walked = trees.stream()
                    .<TreeApart>map(tree -> new WalkedTree(tree, TreePaths.of(tree), known, columns.size(), records))
                    .toList();
        }

        @Override
        public double average() {
            return average;
        }

        private synchronized List<TreeApart> tabled() {
            if (tabled == null) {
                tabled = IntStream.range(0, trees.size())
                        .parallel()
                        .mapToObj(t -> {
                            Tree tree = trees.get(t);
                            TreeApart table = TabledTree.of(tree, TreePaths.of(tree), known, columns.size(), records);
                            return table == null ? walked.get(t) : table;
                        })
                        .toList();
            }
            return tabled;
        }

        @Override
        public double[] of(Table list, int[] rows) {
            int width = columns.size();
            List<TreeApart> apart = rows.length < MANY ? walked : tabled();
            double[] all = new double[rows.length * width];
            for (int from = 0; from < rows.length; from += BLOCK) {
                int[] some = Arrays.copyOfRange(rows, from, Math.min(rows.length, from + BLOCK));
                double[] values = TreeValues.read(columns, list, some);
                for (TreeApart tree : apart) tree.addTo(all, from, some.length, values);
            }
            for (int i = 0; i < all.length; i++) all[i] *= factor;
            return all;
        }
    }
}
