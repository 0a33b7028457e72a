package outrider.table;

import java.util.Arrays;

/**
 * How the numbers of a column stood in their file, so that every text can be given back letter by letter.
 *
 * @param decimals one a record: how many decimals were written; {@link #SHORTEST} for the shortest text of the number,
 *     {@link #ODD} for a text kept in {@code oddTexts}
 * @param decimal '.' or ','
 * @param oddRecords record numbers, ascending
 */
record OriginalText(byte[] decimals, char decimal, int[] oddRecords, String[] oddTexts) {
    static final byte SHORTEST = -1;
    static final byte ODD = -2;
    /** Numbers of up to this many decimals and below {@link #MOST_DIGITS} come back exactly from their double. */
    static final int MOST_DECIMALS = 15;

    static final long MOST_DIGITS = 1L << 50;
    private static final double[] TENS = new double[MOST_DECIMALS + 1];

    static {
        for (int i = 0; i <= MOST_DECIMALS; i++) TENS[i] = Double.parseDouble("1e" + i);
    }

    /** 10 to the power of {@code decimals}, exact. */
    static double tens(int decimals) {
        return TENS[decimals];
    }

    String text(int record, double value) {
        byte how = decimals[record];
        if (how == ODD) return oddTexts[Arrays.binarySearch(oddRecords, record)];
        String plain = how == SHORTEST ? NumberColumn.text(value) : fixed(value, how);
        return decimal == '.' ? plain : plain.replace('.', decimal);
    }

    /** The digits of a number written with so many decimals; exact below {@link #MOST_DIGITS}. */
    static long digits(double value, int decimals) {
        return (long) Math.rint(value * TENS[decimals]);
    }

    private static String fixed(double value, int decimals) {
        long digits = digits(value, decimals);
        if (decimals == 0) return Long.toString(digits);
        StringBuilder text = new StringBuilder(Long.toString(Math.abs(digits)));
        while (text.length() <= decimals) text.insert(0, '0');
        text.insert(text.length() - decimals, '.');
        if (digits < 0) text.insert(0, '-');
        return text.toString();
    }
}
