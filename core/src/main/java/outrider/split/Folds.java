package outrider.split;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Seeds;

/** k folds of a part, stratified by outcome and seeded (METHODS section 6). Records of one unit stay in one fold. */
public final class Folds {
    private static final int MOST = 50;

    private Folds() {}

    /**
     * Whole units are dealt in turn from a seeded permutation of those with an event, then of those without.
     *
     * @param outcome 0 or 1 a record
     * @param unit of each record: equal numbers belong together
     * @return a fold from 0 to k − 1 for each record; each fold holds both outcomes
     * @throws BadInput if k is below 2, or so many folds cannot each hold both outcomes
     */
    public static byte[] stratified(byte[] outcome, int[] unit, int k, long seed) {
        if (k >= 2 && k <= MOST) {
            byte[] fold = dealt(outcome, unit, k, seed);
            if (everyFoldHoldsBoth(fold, outcome, k)) return fold;
        }
        throw BadInput.of(
                "folds",
                "is " + k,
                "give 2 to 50, and no more than training has "
                        + (k > 1 ? "customers with events, or without" : "events"));
    }

    /**
     * As many folds as {@code wanted}, or as can each hold both outcomes; null where not even two can.
     *
     * @param outcome and {@code unit}: as in {@link #stratified}
     */
    public static byte @Nullable [] most(byte[] outcome, int[] unit, int wanted, long seed) {
        for (int k = Math.min(wanted, MOST); k >= 2; k--) {
            byte[] fold = dealt(outcome, unit, k, seed);
            if (everyFoldHoldsBoth(fold, outcome, k)) return fold;
        }
        return null;
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
