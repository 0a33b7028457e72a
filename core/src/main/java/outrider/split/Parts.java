package outrider.split;

import java.util.Arrays;

/**
 * Which record belongs to which part. The reserve is sealed: its records are handed out only against a
 * {@link SealOpening}, which says who opened it and for what.
 */
public final class Parts {
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

    /** How many records the part has; no figure of their values. */
    public int size(Part of) {
        int count = 0;
        for (byte p : part) if (p == of.ordinal()) count++;
        return count;
    }

    private int[] rowsOf(Part of) {
        int[] rows = new int[part.length];
        int count = 0;
        for (int i = 0; i < part.length; i++) if (part[i] == of.ordinal()) rows[count++] = i;
        return Arrays.copyOf(rows, count);
    }
}
