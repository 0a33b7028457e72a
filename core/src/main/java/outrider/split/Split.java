package outrider.split;

import java.util.Arrays;
import outrider.base.BadInput;
import outrider.base.Seeds;

/** Assigns records to parts (METHODS section 6). */
public final class Split {
    private Split() {}

    /**
     * Stratified by outcome: within each class a seeded permutation is cut by cumulated shares, sizes rounded by largest
     * remainder.
     *
     * @param outcome 0 or 1 a record
     * @param shares of training, validation and reserve; each > 0, together 1
     * @return one part a record
     * @throws BadInput if the shares are not three positive numbers that add up to 1
     */
    public static Parts stratified(byte[] outcome, double[] shares, long seed) {
        double sum = Arrays.stream(shares).sum();
        if (shares.length != 3 || Arrays.stream(shares).anyMatch(s -> !(s > 0)) || Math.abs(sum - 1) > 1e-9) {
            throw BadInput.of(
                    "shares",
                    "are " + Arrays.toString(shares),
                    "give training, validation and reserve each a share above 0, together 1");
        }
        byte[] part = new byte[outcome.length];
        for (int level = 0; level <= 1; level++) {
            int[] members = membersOf(outcome, level);
            new Seeds(seed).stream("split/" + level).shuffle(members);
            int[] sizes = largestRemainder(members.length, shares);
            int at = 0;
            for (int p = 0; p < sizes.length; p++) {
                for (int i = 0; i < sizes[p]; i++) part[members[at++]] = (byte) p;
            }
        }
        return new Parts(part);
    }

    private static int[] membersOf(byte[] outcome, int level) {
        int[] members = new int[outcome.length];
        int count = 0;
        for (int i = 0; i < outcome.length; i++) if (outcome[i] == level) members[count++] = i;
        return Arrays.copyOf(members, count);
    }

    static int[] largestRemainder(int total, double[] shares) {
        int[] sizes = new int[shares.length];
        double[] remainder = new double[shares.length];
        int given = 0;
        for (int p = 0; p < shares.length; p++) {
            double exact = total * shares[p];
            sizes[p] = (int) Math.floor(exact + 1e-9);
            remainder[p] = exact - sizes[p];
            given += sizes[p];
        }
        for (; given < total; given++) {
            int largest = 0;
            for (int p = 1; p < shares.length; p++) if (remainder[p] > remainder[largest] + 1e-12) largest = p;
            sizes[largest]++;
            remainder[largest] -= 1;
        }
        return sizes;
    }
}
