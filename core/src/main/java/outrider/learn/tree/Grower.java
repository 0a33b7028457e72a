package outrider.learn.tree;

import static java.util.Objects.requireNonNull;

import java.util.Arrays;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import outrider.base.Progress;
import outrider.base.Workers;

/**
 * Grows one tree, depth first, from sums by bin; a large branch's sums are its parent's less its sister's. Cost O(records ·
 * columns · depth). The number of threads changes nothing: a column's sums are always added in the order of the records.
 */
final class Grower {
    private static final int WORTH_SHARING = 200_000;
    /** A node of so many cells asks first whether it is still wanted. */
    private static final long LOOKED_UP = 400_000;

    private final Binned data;
    private final Criterion criterion;
    private final int deepest;
    private final int fewest;
    private final Workers workers;
    private final int[] offset;
    private final int sumsSize;
    private final SplitFinder finder;
    private final int @Nullable [] direction;
    private final TreeBuilder built = new TreeBuilder();
    private int[] splitBin = new int[16];
    private int[] order = {};
    private int[] spare = {};
    private double[] a = {};
    private double[] b = {};
    private int @Nullable [] columns;
    private int[] denseOf = {};
    private int[] listedOf = {};
    private final int[] listedAt;
    /** a, b and 1 of each row of the node in hand, 0 elsewhere. */
    private double[] ofNode = {};

    private @Nullable Supplier<int[]> choice;
    private Progress progress = Progress.NONE;
    private @Nullable Ends ends;
    private java.util.ArrayDeque<double[]> pool = new java.util.ArrayDeque<>();

    /** Hears of each leaf: its value, and where its rows then stand among the rows that the tree was grown from. */
    interface Ends {
        void at(double value, int from, int to);
    }

    Grower(Binned data, Criterion criterion, int deepest, int fewest, Workers workers) {
        this(data, criterion, deepest, fewest, null, workers);
    }

    /** @param direction see {@link SplitFinder}; what is below a split keeps to its side of the middle of the two branches */
    Grower(Binned data, Criterion criterion, int deepest, int fewest, int @Nullable [] direction, Workers workers) {
        this.direction = direction;
        this.data = data;
        this.criterion = criterion;
        this.deepest = deepest;
        this.fewest = fewest;
        this.workers = workers;
        offset = new int[data.width()];
        listedAt = new int[data.width()];
        int size = 0;
        for (int c = 0; c < offset.length; c++) {
            offset[c] = size;
            size += 3 * (data.bins()[c] + 1);
        }
        sumsSize = size;
        finder = new SplitFinder(data, offset, criterion, fewest, direction);
    }

    /**
     * @param rows to grow from, ascending; overwritten
     * @param a and {@code b}: what is summed, by row
     * @param columns to split on, or null where {@code choice} chooses them anew at each node
     * @param ends hears of each leaf; null for nobody
     */
    Grown grow(
            int[] rows,
            double[] a,
            double[] b,
            int @Nullable [] columns,
            @Nullable Supplier<int[]> choice,
            Progress progress,
            @Nullable Ends ends) {
        this.ends = ends;
        order = rows;
        spare = new int[rows.length];
        this.a = a;
        this.b = b;
        this.columns = columns;
        if (columns != null) {
            denseOf = Arrays.stream(columns).filter(c -> data.common()[c] < 0).toArray();
            listedOf = Arrays.stream(columns).filter(c -> data.common()[c] >= 0).toArray();
        }
        this.choice = choice;
        this.progress = progress;
        built.add();
        double sumA = 0;
        double sumB = 0;
        for (int row : rows) {
            sumA += a[row];
            sumB += b[row];
        }
        grow(0, 0, rows.length, sumA, sumB, 0, null, Double.NEGATIVE_INFINITY, Double.POSITIVE_INFINITY);
        return new Grown(built.build(), splitBin);
    }

    private void grow(
            int node,
            int from,
            int to,
            double sumA,
            double sumB,
            int depth,
            double @Nullable [] known,
            double low,
            double high) {
        double value = within(criterion.value(sumA, sumB), low, high);
        built.leaf(node, value, sumB, sumA);
        int count = to - from;
        boolean split = depth < deepest && count >= 2 * fewest && count >= 2;
        if ((long) count * data.width() > LOOKED_UP && progress.isCancelled()) progress.checkpoint(0, "growing a tree");
        double[] sums = known;
        SplitFinder.Found found = null;
        if (split) {
            int[] wanted = columns == null ? requireNonNull(choice).get() : columns;
            if (sums == null) {
                sums = borrow();
                sum(sums, from, to, wanted);
            }
            found = finder.find(sums, wanted, sumA, sumB, count);
        }
        if (found == null) {
            if (sums != null) pool.push(sums);
            if (ends != null) ends.at(value, from, to);
            return;
        }
        int middle = part(from, to, found);
        double leftA = found.left().a();
        double leftB = found.left().b();
        int branch = built.add();
        built.add();
        double threshold = found.levels() == null ? threshold(found) : 0;
        built.split(
                node,
                found.column(),
                threshold,
                found.levels(),
                found.missingLeft(),
                found.missingSeen(),
                branch,
                found.gain());
        if (splitBin.length < built.size()) splitBin = Arrays.copyOf(splitBin, built.size() * 2);
        splitBin[node] = found.bin();
        double rightA = sumA - leftA;
        double rightB = sumB - leftB;
        double[] small = null;
        boolean leftSmaller = middle - from < to - middle;
        int larger = Math.max(middle - from, to - middle);
        if (columns == null || sums == null || depth + 1 >= deepest || larger < 2 * fewest) {
            if (sums != null) pool.push(sums);
            sums = null;
        } else {
            small = borrow();
            if (leftSmaller) sum(small, from, middle, columns);
            else sum(small, middle, to, columns);
            subtract(sums, small, columns);
        }
        double parting =
                (within(criterion.value(leftA, leftB), low, high) + within(criterion.value(rightA, rightB), low, high))
                        / 2;
        int way = direction == null ? 0 : direction[found.column()];
        grow(
                branch,
                from,
                middle,
                leftA,
                leftB,
                depth + 1,
                leftSmaller ? small : sums,
                way < 0 ? parting : low,
                way > 0 ? parting : high);
        grow(
                branch + 1,
                middle,
                to,
                rightA,
                rightB,
                depth + 1,
                leftSmaller ? sums : small,
                way > 0 ? parting : low,
                way < 0 ? parting : high);
    }

    private static double within(double value, double low, double high) {
        return Math.max(low, Math.min(high, value));
    }

    private double threshold(SplitFinder.Found found) {
        double[] edges = data.edges()[found.column()];
        return found.bin() < edges.length ? edges[found.bin()] : Double.MAX_VALUE;
    }

    private double[] borrow() {
        return pool.isEmpty() ? new double[sumsSize] : pool.pop();
    }

    private void sum(double[] sums, int from, int to, int[] of) {
        for (int c : of) Arrays.fill(sums, offset[c], offset[c] + 3 * (data.bins()[c] + 1), 0);
        int[] listed = listedOf;
        int[] dense = denseOf;
        if (columns == null) {
            listed = Arrays.stream(of).filter(c -> data.common()[c] >= 0).toArray();
            dense = Arrays.stream(of).filter(c -> data.common()[c] < 0).toArray();
        }
        int[] own = dense;
        int[] others = listed;
        long touches = (long) (to - from) * dense.length;
        int shares = touches < WORTH_SHARING || dense.length < 4 ? 1 : 2;
        if (shares == 1) {
            sum(sums, from, to, own, 0, own.length);
            sumListed(sums, from, to, others);
        } else {
            workers.each(shares + 1, s -> {
                if (s == shares) sumListed(sums, from, to, others);
                else sum(sums, from, to, own, own.length * s / shares, own.length * (s + 1) / shares);
            });
        }
    }

    /** Sums of columns that are nearly always the same: from the records where they are not, and what is left is in the common bin. */
    private void sumListed(double[] sums, int from, int to, int[] of) {
        if (of.length == 0) return;
        double allA = 0;
        double allB = 0;
        for (int i = from; i < to; i++) {
            allA += a[order[i]];
            allB += b[order[i]];
        }
        long byColumn = (long) to - from;
        int[] begin = data.listed().byColumn();
        for (int c : of) byColumn += begin[c + 1] - begin[c];
        long byRow = (to - from) * (long) data.listed().cells().length / data.rows();
        if (byColumn < byRow) addByColumn(sums, from, to, of);
        else addByRow(sums, from, to, of);
        for (int c : of) {
            double leftA = allA;
            double leftB = allB;
            double left = to - from;
            int end = offset[c] + 3 * (data.bins()[c] + 1);
            for (int o = offset[c]; o < end; o += 3) {
                leftA -= sums[o];
                leftB -= sums[o + 1];
                left -= sums[o + 2];
            }
            if (left == 0) continue;
            int o = offset[c] + 3 * data.common()[c];
            sums[o] = leftA;
            sums[o + 1] = leftB;
            sums[o + 2] = left;
        }
    }

    private void addByRow(double[] sums, int from, int to, int[] of) {
        Arrays.fill(listedAt, -1);
        for (int c : of) listedAt[c] = offset[c];
        int[] start = data.listed().start();
        int[] listed = data.listed().cells();
        for (int i = from; i < to; i++) {
            int row = order[i];
            double rowA = a[row];
            double rowB = b[row];
            for (int j = start[row]; j < start[row + 1]; j++) {
                int at = listedAt[listed[j] >> 8];
                if (at < 0) continue;
                int o = at + 3 * (listed[j] & 0xff);
                sums[o] += rowA;
                sums[o + 1] += rowB;
                sums[o + 2] += 1;
            }
        }
    }

    private void addByColumn(double[] sums, int from, int to, int[] of) {
        if (ofNode.length == 0) ofNode = new double[3 * data.rows()];
        for (int i = from; i < to; i++) {
            int at = 3 * order[i];
            ofNode[at] = a[order[i]];
            ofNode[at + 1] = b[order[i]];
            ofNode[at + 2] = 1;
        }
        int[] begin = data.listed().byColumn();
        for (int c : of) addPostings(sums, offset[c], begin[c], begin[c + 1]);
        for (int i = from; i < to; i++) Arrays.fill(ofNode, 3 * order[i], 3 * order[i] + 3, 0);
    }

    /** Runs of one bin are added up before they are written. */
    private void addPostings(double[] sums, int first, int from, int to) {
        int[] who = data.listed().who();
        for (int j = from; j < to; ) {
            int bin = who[j] & 0xff;
            int o = first + 3 * bin;
            double sumA = sums[o];
            double sumB = sums[o + 1];
            double count = sums[o + 2];
            for (; j < to && (who[j] & 0xff) == bin; j++) {
                int at = 3 * (who[j] >>> 8);
                sumA += ofNode[at];
                sumB += ofNode[at + 1];
                count += ofNode[at + 2];
            }
            sums[o] = sumA;
            sums[o + 1] = sumB;
            sums[o + 2] = count;
        }
    }

    private void sum(double[] sums, int from, int to, int[] of, int first, int end) {
        byte[] bin = data.bin();
        int width = data.width();
        int[] at = new int[end - first];
        int[] place = new int[end - first];
        for (int i = 0; i < at.length; i++) {
            place[i] = of[first + i];
            at[i] = offset[place[i]];
        }
        for (int i = from; i < to; i++) {
            int row = order[i];
            double rowA = a[row];
            double rowB = b[row];
            int start = row * width;
            for (int c = 0; c < at.length; c++) {
                int o = at[c] + 3 * (bin[start + place[c]] & 0xff);
                sums[o] += rowA;
                sums[o + 1] += rowB;
                sums[o + 2] += 1;
            }
        }
    }

    private void subtract(double[] sums, double[] part, int[] columns) {
        for (int c : columns) {
            int end = offset[c] + 3 * (data.bins()[c] + 1);
            for (int o = offset[c]; o < end; o += 3) {
                sums[o + 2] -= part[o + 2];
                boolean none = sums[o + 2] == 0;
                sums[o] = none ? 0 : sums[o] - part[o];
                sums[o + 1] = none ? 0 : sums[o + 1] - part[o + 1];
            }
        }
    }

    /** Puts the rows that go left before those that go right, both still ascending. */
    private int part(int from, int to, SplitFinder.Found found) {
        int c = found.column();
        int width = data.width();
        int missing = data.bins()[c];
        long[] levels = found.levels();
        byte[] bin = data.bin();
        int left = from;
        int right = 0;
        for (int i = from; i < to; i++) {
            int row = order[i];
            int k = bin[row * width + c] & 0xff;
            boolean goesLeft = k == missing
                    ? found.missingLeft()
                    : levels == null ? k <= found.bin() : (levels[k >> 6] >>> k & 1) != 0;
            if (goesLeft) order[left++] = row;
            else spare[right++] = row;
        }
        System.arraycopy(spare, 0, order, left, right);
        return left;
    }
}
