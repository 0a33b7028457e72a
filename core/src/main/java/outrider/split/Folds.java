package outrider.split;

import java.util.Arrays;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.Seeds;

/**
 * Folds of training (METHODS section 6). Records of one unit stay in one fold. Dealt at random and stratified by outcome, each is
 * scored by a model of all the others; forward-chained, by a model of the records before it, and the earliest are scored by none.
 *
 * @param fold of each record, from 0; {@link #NONE} for a record that no fold holds
 * @param forward whether they follow each other in time
 */
public record Folds(byte[] fold, boolean forward) {
    public static final byte NONE = -1;

    static final int MOST = 50;

    /**
     * As many folds as {@code wanted}, or as can each hold both outcomes; null where not even two can. Whole units are dealt in turn from a
     * seeded permutation of those with an event, then of those without.
     *
     * @param outcome 0 or 1 a record
     * @param unit of each record: equal numbers belong together
     */
    public static @Nullable Folds most(byte[] outcome, int[] unit, int wanted, long seed) {
        for (int k = Math.min(wanted, MOST); k >= 2; k--) {
            byte[] fold = dealt(outcome, unit, k, seed);
            if (everyFoldHoldsBoth(fold, outcome, k)) return new Folds(fold, false);
        }
        return null;
    }

    /**
     * Forward-chained: k + 1 stretches of whole days with about as many records each, of which the first is no fold. As many as
     * wanted, or as can each hold both outcomes; null where not even two can.
     *
     * @param day of each record, equal within a unit
     */
    public static @Nullable Folds forward(byte[] outcome, int[] day, int wanted) {
        if (day.length == 0) return null;
        int[] sorted = day.clone();
        Arrays.sort(sorted);
        for (int k = Math.min(wanted, MOST); k >= 2; k--) {
            int[] from = firstDays(sorted, k);
            byte[] stretch = new byte[day.length];
            for (int i = 0; i < day.length; i++) {
                while (stretch[i] < k && day[i] >= from[stretch[i]]) stretch[i]++;
            }
            if (!everyFoldHoldsBoth(stretch, outcome, k + 1)) continue;
            for (int i = 0; i < day.length; i++) stretch[i]--;
            return new Folds(stretch, true);
        }
        return null;
    }

    /** The first day of each fold: each after the one before and after the very first day, however many records share a day. */
    private static int[] firstDays(int[] sorted, int k) {
        int[] from = new int[k];
        int before = sorted[0];
        for (int f = 0; f < k; f++) {
            int at = (int) ((f + 1L) * sorted.length / (k + 1));
            while (at < sorted.length && sorted[at] <= before) at++;
            from[f] = at < sorted.length ? sorted[at] : Integer.MAX_VALUE;
            before = from[f];
        }
        return from;
    }

    /** How many are scored. */
    public int count() {
        int k = 0;
        for (byte f : fold) k = Math.max(k, f + 1);
        return k;
    }

    /** The places of a fold's records. */
    public int[] held(int f) {
        return places(i -> fold[i] == f);
    }

    /** The places of those that a fold's model learns from. */
    public int[] learnt(int f) {
        return places(forward ? i -> fold[i] < f : i -> fold[i] != f);
    }

    private int[] places(IntPredicate chosen) {
        return IntStream.range(0, fold.length).filter(chosen).toArray();
    }

    private static byte[] dealt(byte[] outcome, int[] unit, int k, long seed) {
        int[] sorted = unit.clone();
        Arrays.sort(sorted);
        int units = 0;
        for (int i = 0; i < sorted.length; i++) if (i == 0 || sorted[i] != sorted[i - 1]) sorted[units++] = sorted[i];
        int[] number = new int[unit.length];
        byte[] kind = new byte[units];
        boolean[] seen = new boolean[units];
        int[] order = new int[units];
        int found = 0;
        for (int i = 0; i < unit.length; i++) {
            number[i] = Arrays.binarySearch(sorted, 0, units, unit[i]);
            kind[number[i]] |= outcome[i];
            if (!seen[number[i]]) order[found++] = number[i];
            seen[number[i]] = true;
        }
        byte[] foldOfUnit = new byte[units];
        int next = 0;
        for (int level = 1; level >= 0; level--) {
            int wanted = level;
            int[] members = Arrays.stream(order).filter(u -> kind[u] == wanted).toArray();
            new Seeds(seed).stream("folds/" + level).shuffle(members);
            for (int member : members) foldOfUnit[member] = (byte) (next++ % k);
        }
        byte[] fold = new byte[unit.length];
        for (int i = 0; i < fold.length; i++) fold[i] = foldOfUnit[number[i]];
        return fold;
    }

    private static boolean everyFoldHoldsBoth(byte[] fold, byte[] outcome, int k) {
        boolean[][] holds = new boolean[k][2];
        for (int i = 0; i < fold.length; i++) holds[fold[i]][outcome[i]] = true;
        for (boolean[] one : holds) if (!one[0] || !one[1]) return false;
        return true;
    }
}
