package outrider.split;

import java.util.Arrays;
import java.util.stream.IntStream;

/**
 * Which record belongs to which part, if any. The reserve is sealed: its records are handed out only against a {@link
 * SealOpening}, which says who opened it and for what.
 */
public final class Parts {
    /** Of a record that is in no part. */
    static final byte LEFT_OUT = -1;

    private final byte[] part;

    Parts(byte[] part) {
        this.part = part;
    }

    /** @param stored one byte a record, as {@link #stored()} gave them */
    public static Parts restore(byte[] stored) {
        return new Parts(stored.clone());
    }

    public byte[] stored() {
        return part.clone();
    }

    /** Record numbers from 0, ascending. */
    public int[] training() {
        return rowsOf(Part.TRAINING);
    }

    /** Record numbers from 0, ascending. */
    public int[] validation() {
        return rowsOf(Part.VALIDATION);
    }

    /** Record numbers from 0, ascending; the seal counts as broken from here on. */
    public int[] reserve(SealOpening opening) {
        if (opening == null) throw new IllegalStateException("the reserve is sealed");
        return rowsOf(Part.RESERVE);
    }

    /** Records of training, validation and no part, from 0, ascending. */
    public int[] outsideReserve() {
        return IntStream.range(0, part.length)
                .filter(i -> part[i] != Part.RESERVE.ordinal())
                .toArray();
    }

    /** How many records the part has; no figure of their values. */
    public int size(Part of) {
        return count((byte) of.ordinal());
    }

    /** How many records are in no part. */
    public int leftOut() {
        return count(LEFT_OUT);
    }

    private int count(byte wanted) {
        int count = 0;
        for (byte p : part) if (p == wanted) count++;
        return count;
    }

    /**
     * How many events each part holds, in the order of {@link Part}: the counts that a split is judged by before its reserve
     * is sealed.
     *
     * @param outcome 0 or 1 for every record that is in a part
     */
    public int[] eventsBeforeSealing(byte[] outcome) {
        int[] events = new int[Part.values().length];
        for (int i = 0; i < part.length; i++) if (part[i] >= 0 && outcome[i] == 1) events[part[i]]++;
        return events;
    }

    /**
     * How many units of each part hold a record of an outcome, in the order of {@link Part}; counted like {@link #eventsBeforeSealing}.
     *
     * @param unit of each record, any numbers below the number of records
     */
    public int[] unitsBeforeSealing(byte[] outcome, int[] unit, int wanted) {
        int[] units = new int[Part.values().length];
        byte[] seen = new byte[part.length];
        for (int i = 0; i < part.length; i++) {
            if (part[i] < 0 || outcome[i] != wanted || (seen[unit[i]] >> part[i] & 1) == 1) continue;
            seen[unit[i]] |= (byte) (1 << part[i]);
            units[part[i]]++;
        }
        return units;
    }

    /**
     * How many units have records in more than one part.
     *
     * @param unit of each record, any numbers below the number of records
     */
    public int straddling(int[] unit) {
        byte[] seen = new byte[part.length];
        int count = 0;
        for (int i = 0; i < part.length; i++) {
            if (part[i] < 0) continue;
            byte before = seen[unit[i]];
            byte now = (byte) (before | 1 << part[i]);
            if (Integer.bitCount(before) == 1 && Integer.bitCount(now) == 2) count++;
            seen[unit[i]] = now;
        }
        return count;
    }

    private int[] rowsOf(Part of) {
        int[] rows = new int[part.length];
        int count = 0;
        for (int i = 0; i < part.length; i++) if (part[i] == of.ordinal()) rows[count++] = i;
        return Arrays.copyOf(rows, count);
    }
}
