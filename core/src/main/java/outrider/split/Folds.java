package outrider.split;

import java.util.Arrays;
import outrider.base.BadInput;
import outrider.base.Seeds;

/** k folds of a part, stratified by outcome and seeded (METHODS section 6). */
public final class Folds {
    private Folds() {}

    /**
     * Whole units are dealt in turn from a seeded permutation of those with an event, then of those without.
     *
     * @param rows records of the part, ascending
     * @param outcome 0 or 1 for each of them, by record number
     * @param unit of each record, by record number, as {@link Units} makes them
     * @return a fold from 0 to k − 1 for each of {@code rows}
     * @throws BadInput if k is below 2, or above the number of events or non-events
     */
    public static byte[] stratified(int[] rows, byte[] outcome, int[] unit, int k, long seed) {
        int events = 0;
        for (int row : rows) events += outcome[row];
        if (k < 2 || k > 50 || k > Math.min(events, rows.length - events)) {
            throw BadInput.of("folds", "is " + k, "give 2 to 50, and no more than training has events");
        }
        int records = rows[rows.length - 1] + 1;
        byte[] kind = new byte[records];
        int[] first = new int[records];
        Arrays.fill(first, -1);
        for (int row : rows) {
            if (first[unit[row]] < 0) first[unit[row]] = row;
            kind[unit[row]] |= outcome[row];
        }
        byte[] foldOfUnit = new byte[records];
        int next = 0;
        for (int level = 1; level >= 0; level--) {
            int wanted = level;
            int[] members = Arrays.stream(rows)
                    .filter(row -> first[unit[row]] == row && kind[unit[row]] == wanted)
                    .map(row -> unit[row])
                    .toArray();
            new Seeds(seed).stream("folds/" + level).shuffle(members);
            for (int member : members) foldOfUnit[member] = (byte) (next++ % k);
        }
        byte[] fold = new byte[rows.length];
        for (int i = 0; i < rows.length; i++) fold[i] = foldOfUnit[unit[rows[i]]];
        return fold;
    }
}
