package outrider.learn.tree;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A tree of short paths for many records: cut into small subtrees, of each of which what every column gets is worked out once for
 * every pattern of the columns above it and of the ways taken in it.
 */
final class TabledTree implements TreeApart {
    /** Inner nodes of a subtree at most, and columns above it. */
    private static final int MOST_INNER = 3;

    private static final int MOST_ABOVE = 7;
    private static final int MOST_CELLS = 200_000;
    /** At least as many as there are background records. */
    private static final int SIDE_BY_SIDE = 128;

    /**
     * @param inner its inner nodes, the root first
     * @param known a bit for each column above it
     * @param start where its cells begin, pattern by pattern
     */
    private record Part(int root, int[] inner, int[] columns, int known, int start) {
        int patterns() {
            return known + 1 << inner.length;
        }
    }

    private final Tree tree;
    private final int width;
    private final TreePaths paths;
    /** Inner nodes above all parts, ascending. */
    private final int[] above;

    private final Part[] parts;
    private final double[] gets;

    private TabledTree(Tree tree, int width, TreePaths paths, int[] above, Part[] parts, int cells) {
        this.tree = tree;
        this.width = width;
        this.paths = paths;
        this.above = above;
        this.parts = parts;
        gets = new double[cells];
    }

    /** Null where the tables would be large. */
    static @Nullable TreeApart of(Tree tree, TreePaths paths, double[] background, int width, int records) {
        int nodes = tree.splits().column().length;
        int[] inner = new int[nodes];
        for (int node = nodes - 1; node >= 0; node--) {
            if (tree.splits().column()[node] < 0) continue;
            inner[node] =
                    1 + inner[tree.splits().left()[node]] + inner[tree.splits().left()[node] + 1];
        }
        List<Integer> above = new ArrayList<>();
        List<Part> parts = new ArrayList<>();
        int cells = 0;
        boolean[] within = new boolean[nodes];
        for (int node = 0; node < nodes; node++) {
            if (within[node]) continue;
            if (inner[node] > MOST_INNER) {
                above.add(node);
                continue;
            }
            if (paths.onPath()[node].length > MOST_ABOVE) return null;
            Part part = part(tree, paths, node, cells, within);
            parts.add(part);
            cells += part.patterns() * part.columns().length;
            if (cells > MOST_CELLS) return null;
        }
        TabledTree made = new TabledTree(
                tree, width, paths, above.stream().mapToInt(i -> i).toArray(), parts.toArray(new Part[0]), cells);
        made.fill(background, records);
        return made;
    }

    private static Part part(Tree tree, TreePaths paths, int root, int start, boolean[] within) {
        List<Integer> inner = new ArrayList<>();
        List<Integer> open = new ArrayList<>(List.of(root));
        int[] columns = paths.onPath()[root];
        for (int k = 0; k < open.size(); k++) {
            int node = open.get(k);
            within[node] = true;
            if (tree.splits().column()[node] < 0) continue;
            inner.add(node);
            columns = TreePaths.with(columns, tree.splits().column()[node]);
            open.add(tree.splits().left()[node]);
            open.add(tree.splits().left()[node] + 1);
        }
        return new Part(
                root,
                inner.stream().mapToInt(i -> i).toArray(),
                columns,
                (1 << paths.onPath()[root].length) - 1,
                start);
    }

    /**
     * Some records side by side, node by node, so that each loop is short and the same for all.
     *
     * @param way by node: 1 where a record would go left
     * @param met by node: which of the columns above it lead a record there, a bit each
     */
    private record Chunk(int[][] way, int[][] met, int[] shown) {
        static Chunk of(int nodes) {
            return new Chunk(new int[nodes][SIDE_BY_SIDE], new int[nodes][SIDE_BY_SIDE], new int[SIDE_BY_SIDE]);
        }
    }

    private void read(Chunk chunk, double[] values, int from, int count) {
        for (int node = 0; node < paths.bit().length; node++) {
            if (tree.splits().column()[node] >= 0) ways(node, chunk.way[node], values, from, count);
        }
        Arrays.fill(chunk.met[0], -1);
        for (int node : above) {
            int mask = 1 << paths.bit()[node];
            int[] own = chunk.met[node];
            int[] way = chunk.way[node];
            int[] left = chunk.met[tree.splits().left()[node]];
            int[] right = chunk.met[tree.splits().left()[node] + 1];
            for (int i = 0; i < count; i++) {
                left[i] = own[i] & ~(mask & way[i] - 1);
                right[i] = own[i] & ~(mask & -way[i]);
            }
        }
    }

    private void ways(int node, int[] way, double[] values, int from, int count) {
        int at = from * width + tree.splits().column()[node];
        double threshold = tree.splits().threshold()[node];
        int missing = tree.splits().missingLeft()[node] ? 1 : 0;
        boolean levels = tree.splits().levelsLeft()[node] != null;
        for (int i = 0; i < count; i++, at += width) {
            double value = values[at];
            if (levels)
                way[i] = tree.branch(node, values, at - tree.splits().column()[node])
                                == tree.splits().left()[node]
                        ? 1
                        : 0;
            else way[i] = Double.isNaN(value) ? missing : value <= threshold ? 1 : 0;
        }
    }

    /** Which pattern each record shows of a part: columns above that lead here, then whether it would go left at each inner node. */
    private static void patterns(Part part, Chunk chunk, int count) {
        int[] shown = chunk.shown;
        int[] met = chunk.met[part.root];
        for (int i = 0; i < count; i++) shown[i] = met[i] & part.known;
        for (int node : part.inner) {
            int[] way = chunk.way[node];
            for (int i = 0; i < count; i++) shown[i] = shown[i] << 1 | way[i];
        }
    }

    private void fill(double[] background, int records) {
        Chunk chunk = Chunk.of(paths.bit().length);
        read(chunk, background, 0, records);
        for (Part part : parts) {
            int[] counts = new int[part.patterns()];
            patterns(part, chunk, records);
            for (int b = 0; b < records; b++) counts[chunk.shown[b]]++;
            fill(part, counts, records);
        }
    }

    private void fill(Part part, int[] counts, int records) {
        int[] leaves = new int[part.inner.length + 1];
        int found = 0;
        if (part.inner.length == 0) leaves[found++] = part.root;
        for (int node : part.inner) {
            for (int side = 0; side < 2; side++) {
                int below = tree.splits().left()[node] + side;
                if (tree.splits().column()[below] < 0) leaves[found++] = below;
            }
        }
        for (int leaf : leaves) {
            int[] masks = new int[counts.length];
            for (int shown = 0; shown < masks.length; shown++) masks[shown] = mask(part, shown, leaf);
            int[] columns = paths.onPath()[leaf];
            int all = (1 << columns.length) - 1;
            int[] cell = new int[columns.length];
            for (int j = 0; j < cell.length; j++) cell[j] = TreePaths.place(part.columns, columns[j]);
            double worth = tree.nodes().value()[leaf] / records;
            for (int other = 0; other < counts.length; other++) {
                if (counts[other] == 0) continue;
                for (int own = 0; own < counts.length; own++) {
                    if ((masks[own] | masks[other]) != all) continue;
                    int at = part.start + own * part.columns.length;
                    share(masks[own] & ~masks[other], masks[other] & ~masks[own], counts[other] * worth, cell, at);
                }
            }
        }
    }

    private void share(int mine, int theirs, double worth, int[] cell, int at) {
        int a = Integer.bitCount(mine);
        int c = Integer.bitCount(theirs);
        double gain = worth * Shapley.with(a, c);
        double loss = worth * Shapley.without(a, c);
        for (int j = 0; j < cell.length; j++) {
            if ((mine >> j & 1) != 0) gets[at + cell[j]] += gain;
            if ((theirs >> j & 1) != 0) gets[at + cell[j]] -= loss;
        }
    }

    /** Which of the columns on a leaf's path lead there, a bit each, of a record that shows a pattern. */
    private int mask(Part part, int shown, int leaf) {
        int k = part.inner.length;
        int mask = shown >> k | -1 << paths.onPath()[part.root].length;
        int node = part.root;
        while (tree.splits().column()[node] >= 0) {
            int at = 0;
            while (part.inner[at] != node) at++;
            boolean goesLeft = (shown >> k - 1 - at & 1) != 0;
            int left = tree.splits().left()[node];
            boolean leftward = leads(left, leaf);
            if (goesLeft != leftward) mask &= ~(1 << paths.bit()[node]);
            node = leftward ? left : left + 1;
        }
        return mask & (1 << paths.onPath()[leaf].length) - 1;
    }

    private boolean leads(int node, int leaf) {
        if (node == leaf) return true;
        return tree.splits().column()[node] >= 0
                && (leads(tree.splits().left()[node], leaf)
                        || leads(tree.splits().left()[node] + 1, leaf));
    }

    @Override
    public void addTo(double[] sums, int first, int count, double[] values) {
        Chunk chunk = Chunk.of(paths.bit().length);
        for (int from = 0; from < count; from += SIDE_BY_SIDE) {
            int some = Math.min(SIDE_BY_SIDE, count - from);
            read(chunk, values, from, some);
            for (Part part : parts) {
                patterns(part, chunk, some);
                add(part, chunk.shown, some, sums, (first + from) * width);
            }
        }
    }

    private void add(Part part, int[] shown, int count, double[] sums, int first) {
        int[] columns = part.columns;
        int wide = columns.length;
        for (int i = 0, to = first; i < count; i++, to += width) {
            int at = part.start + shown[i] * wide;
            for (int j = 0; j < wide; j++) sums[to + columns[j]] += gets[at + j];
        }
    }
}
