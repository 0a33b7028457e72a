package outrider.learn.tree;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/** Finds the best split of a node from its sums by bin: of each bin a, b and the number of records stand side by side. */
final class SplitFinder {
    private static final double LEAST_GAIN = 1e-10;
    /** So many gain by chance about what the best threshold of a number does, which nothing is taken off for. */
    private static final int FREE_LEVELS = 8;

    private final Binned data;
    private final int[] offset;
    private final Criterion criterion;
    private final double fewest;
    private final int @Nullable [] direction;
    private final int[] sorted = new int[256];
    private final double[] ratio = new double[256];

    /**
     * The best split so far.
     *
     * @param bin the last bin on the left, of a number
     * @param levels places on the left, of a level
     * @param left sums of the left branch
     */
    record Found(
            int column,
            int bin,
            long @Nullable [] levels,
            boolean missingLeft,
            boolean missingSeen,
            Branch left,
            double gain,
            double rank) {}

    record Branch(double a, double b) {}

    private @Nullable Found best;
    private double a;
    private double b;
    private double count;
    private double worth;

    /** @param direction by column: 1 where scores may only rise with it, −1 where they may only fall, else 0; null for none */
    SplitFinder(Binned data, int[] offset, Criterion criterion, double fewest, int @Nullable [] direction) {
        this.direction = direction;
        this.data = data;
        this.offset = offset;
        this.criterion = criterion;
        this.fewest = fewest;
    }

    /** @param columns to look at; of equal splits the first one found stays. Null if none gains. */
    @Nullable
    Found find(double[] sums, int[] columns, double nodeA, double nodeB, double nodeCount) {
        best = null;
        a = nodeA;
        b = nodeB;
        count = nodeCount;
        worth = criterion.worth(a, b);
        for (int c : columns) {
            int bins = data.bins()[c];
            boolean levels = data.edges()[c] == null;
            if (levels && data.columns().get(c).ordered()) Arrays.setAll(sorted, k -> k);
            else if (levels) sortLevels(sums, c, bins);
            scan(sums, c, bins, levels);
        }
        return best;
    }

    private void sortLevels(double[] sums, int c, int bins) {
        int used = 0;
        for (int k = 0; k < bins; k++) {
            int at = offset[c] + 3 * k;
            ratio[k] = sums[at + 2] == 0 ? Double.POSITIVE_INFINITY : sums[at] / sums[at + 1];
            int place = used++;
            while (place > 0 && ratio[sorted[place - 1]] > ratio[k]) {
                sorted[place] = sorted[place - 1];
                place--;
            }
            sorted[place] = k;
        }
    }

    private void scan(double[] sums, int c, int bins, boolean levels) {
        int missing = offset[c] + 3 * bins;
        double lostA = sums[missing];
        double lostB = sums[missing + 1];
        double lost = sums[missing + 2];
        double leftA = 0;
        double leftB = 0;
        double left = 0;
        double most = 0;
        int mostAt = -1;
        boolean mostMissingLeft = false;
        double mostLeft = 0;
        double mostLeftA = 0;
        for (int k = 0; k < bins - (lost > 0 ? 0 : 1); k++) {
            int at = offset[c] + 3 * (levels ? sorted[k] : k);
            if (sums[at + 2] == 0) continue;
            leftA += sums[at];
            leftB += sums[at + 1];
            left += sums[at + 2];
            double rest = count - left;
            if (rest < fewest) break;
            if (left >= fewest) {
                double gain = criterion.worth(leftA, leftB) + criterion.worth(a - leftA, b - leftB) - worth;
                if (gain > most + LEAST_GAIN && allowed(c, leftA, leftB)) {
                    most = gain;
                    mostAt = k;
                    mostLeft = leftB;
                    mostLeftA = leftA;
                    mostMissingLeft = lost == 0 && left > rest;
                }
            }
            if (lost > 0 && rest - lost >= fewest && left + lost >= fewest) {
                double gain = criterion.worth(leftA + lostA, leftB + lostB)
                        + criterion.worth(a - leftA - lostA, b - leftB - lostB)
                        - worth;
                if (gain > most + LEAST_GAIN && allowed(c, leftA + lostA, leftB + lostB)) {
                    most = gain;
                    mostAt = k;
                    mostLeft = leftB + lostB;
                    mostLeftA = leftA + lostA;
                    mostMissingLeft = true;
                }
            }
        }
        if (mostAt < 0) return;
        if (levels && !data.columns().get(c).ordered()) most -= byChance(sums, c, bins);
        if (most <= LEAST_GAIN) return;
        double rank = criterion.rank(most, mostLeft, b - mostLeft);
        if (best != null && rank <= best.rank() + LEAST_GAIN) return;
        best = new Found(
                c,
                mostAt,
                levels ? levelsUpTo(sums, c, mostAt, bins) : null,
                mostMissingLeft,
                lost > 0,
                new Branch(mostLeftA, mostLeft),
                most,
                rank);
    }

    /** What putting a node's levels in order gains where they tell nothing: as much as a branch for each of them. */
    private double byChance(double[] sums, int c, int bins) {
        int present = 0;
        for (int k = 0; k < bins; k++) if (sums[offset[c] + 3 * k + 2] > 0) present++;
        return Math.max(0, present - FREE_LEVELS) * criterion.chance(a, b, count);
    }

    private boolean allowed(int c, double leftA, double leftB) {
        if (direction == null || direction[c] == 0) return true;
        return direction[c] * (criterion.value(a - leftA, b - leftB) - criterion.value(leftA, leftB)) >= 0;
    }

    private long[] levelsUpTo(double[] sums, int c, int last, int bins) {
        long[] bits = new long[bins + 63 >> 6];
        for (int k = 0; k <= last; k++) {
            int place = sorted[k];
            if (sums[offset[c] + 3 * place + 2] > 0) bits[place >> 6] |= 1L << place;
        }
        return bits;
    }
}
