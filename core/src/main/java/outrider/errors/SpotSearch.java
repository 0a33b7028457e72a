package outrider.errors;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/**
 * The most striking groups of one or two conditions in the half that is searched (METHODS section 8). For two columns only records
 * that are not in the commonest group of both are looked at; the cell of these two groups, what is left, is summed up where it could
 * strike. So many sparse columns cost what stands apart in them.
 */
final class SpotSearch {
    private static final double SEARCHED = 1.96;
    /** What a difference of sums may be off in z; far above what it is. */
    private static final double SLACK = 1e-6;
    /** Below this share of the whole a difference of variances is not relied on. */
    private static final double SMALL = 1e-6;

    /** @param b −1 where one condition describes it */
    record Cell(int a, int groupA, int b, int groupB, double z) {}

    /**
     * A column on the searched half.
     *
     * @param apart records that are not in its commonest group, ascending
     * @param telling those of them whose group is large enough to be told
     * @param left what the others sum up to
     * @param alone |z| of each group; 0 where it is small
     */
    private record Sought(
            short[] group, int groups, int common, int[] apart, int[] telling, Left left, double[] alone) {}

    /** Sums by subtraction, so not to the last bit. */
    private record Left(int records, int observed, double promised, double variance) {}

    private final byte[] outcome;
    private final double[] probability;
    private final double spread;
    private final int most;
    /** Most striking first; of equals the first found. */
    private final List<Cell> found = new ArrayList<>();

    private final List<Sought> columns = new ArrayList<>();
    private final SpotSums sums;
    private double promised;
    private double variance;
    private int observed;

    private SpotSearch(
            List<GroupedColumn> all, int[] half, byte[] outcome, double[] probability, double spread, int most) {
        int n = half.length;
        this.outcome = new byte[n];
        this.probability = new double[n];
        this.spread = spread;
        this.most = most;
        for (int i = 0; i < n; i++) {
            double p = probability[half[i]];
            this.outcome[i] = outcome[half[i]];
            this.probability[i] = p;
            observed += this.outcome[i];
            promised += p;
            variance += p * (1 - p);
        }
        int widest = all.stream().mapToInt(c -> c.conditions().size()).max().orElse(0);
        sums = new SpotSums(Math.multiplyExact(widest, widest));
        for (int a = 0; a < all.size(); a++) columns.add(one(a, all.get(a), half));
    }

    /**
     * @param half the records that are searched, ascending
     * @param most cells that are given back, |z| descending
     */
    static List<Cell> of(
            List<GroupedColumn> columns, int[] half, byte[] outcome, double[] probability, double spread, int most) {
        SpotSearch search = new SpotSearch(columns, half, outcome, probability, spread, most);
        for (int a = 0; a < columns.size(); a++) {
            for (int b = a + 1; b < columns.size(); b++) search.two(a, b);
        }
        return search.found;
    }

    private Sought one(int a, GroupedColumn column, int[] half) {
        short[] group = new short[half.length];
        int groups = column.conditions().size();
        sums.clear(groups);
        for (int i = 0; i < half.length; i++) {
            group[i] = column.group()[half[i]];
            if (group[i] >= 0) sums.add(group[i], outcome[i], probability[i]);
        }
        int common = 0;
        double[] alone = new double[groups];
        boolean[] enough = new boolean[groups];
        for (int g = 0; g < groups; g++) {
            if (sums.records[g] > sums.records[common]) common = g;
            enough[g] = sums.enough(g);
            if (!enough[g]) continue;
            double z = sums.z(g, spread);
            alone[g] = Math.abs(z);
            keep(new Cell(a, g, -1, 0, z));
        }
        int commonest = common;
        int[] apart = IntStream.range(0, group.length)
                .filter(i -> group[i] != commonest)
                .toArray();
        int[] telling = Arrays.stream(apart)
                .filter(i -> group[i] >= 0 && enough[group[i]])
                .toArray();
        return new Sought(group, groups, common, apart, telling, left(apart), alone);
    }

    private Left left(int[] apart) {
        int observedLeft = observed;
        double promisedLeft = promised;
        double varianceLeft = variance;
        for (int i : apart) {
            observedLeft -= outcome[i];
            promisedLeft -= probability[i];
            varianceLeft -= probability[i] * (1 - probability[i]);
        }
        return new Left(outcome.length - apart.length, observedLeft, promisedLeft, varianceLeft);
    }

    private void two(int indexA, int indexB) {
        Sought a = columns.get(indexA);
        Sought b = columns.get(indexB);
        sums.clear(a.groups * b.groups);
        if (a.apart.length + b.apart.length < outcome.length) apart(a, b);
        else for (int i = 0; i < outcome.length; i++) add(a, b, i);
        for (int cell = 0; cell < a.groups * b.groups; cell++) {
            if (!sums.enough(cell)) continue;
            int groupA = cell / b.groups;
            int groupB = cell % b.groups;
            double z = sums.z(cell, spread);
            if (Math.abs(z) > Math.max(a.alone[groupA], b.alone[groupB]))
                keep(new Cell(indexA, groupA, indexB, groupB, z));
        }
    }

    private void add(Sought a, Sought b, int i) {
        if (a.group[i] >= 0 && b.group[i] >= 0)
            sums.add(a.group[i] * b.groups + b.group[i], outcome[i], probability[i]);
    }

    /** Each cell in the order of its records, so that its sums are the same bits as by a look at all of them. */
    private void apart(Sought a, Sought b) {
        for (int i : a.telling) add(a, b, i);
        int left = a.left.records;
        int observedLeft = a.left.observed;
        double promisedLeft = a.left.promised;
        double varianceLeft = a.left.variance;
        for (int i : b.apart) {
            if (a.group[i] != a.common) continue;
            add(a, b, i);
            left--;
            observedLeft -= outcome[i];
            promisedLeft -= probability[i];
            varianceLeft -= probability[i] * (1 - probability[i]);
        }
        if (left < SpotSums.FEWEST) return;
        if (varianceLeft > SMALL * variance) {
            double z = Math.abs(observedLeft - promisedLeft) / Math.sqrt(spread * varianceLeft);
            double known = Math.max(a.alone[a.common], b.alone[b.common]);
            if (z + SLACK < Math.max(known, least())) return;
        }
        for (int i = 0; i < outcome.length; i++) {
            if (a.group[i] == a.common && b.group[i] == b.common) add(a, b, i);
        }
    }

    /** The |z| that a cell must have to be kept. */
    private double least() {
        return found.size() < most ? SEARCHED : Math.abs(found.get(most - 1).z());
    }

    private void keep(Cell cell) {
        double z = Math.abs(cell.z());
        if (z < SEARCHED || found.size() == most && z <= least()) return;
        int at = found.size();
        while (at > 0 && Math.abs(found.get(at - 1).z()) < z) at--;
        found.add(at, cell);
        if (found.size() > most) found.remove(most);
    }

    /** The places where it holds, ascending. */
    static int[] places(boolean[] holds, boolean wanted) {
        int[] places = new int[holds.length];
        int count = 0;
        for (int i = 0; i < holds.length; i++) if (holds[i] == wanted) places[count++] = i;
        return Arrays.copyOf(places, count);
    }
}
