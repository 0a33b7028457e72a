package outrider.table;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** Gathers numbers with how they were written. Not thread safe. */
final class NumberBuffer {
    private static final int RUN = 1 << 14;
    /** Digits of no more letters than this fit a long. */
    private static final int MOST_LETTERS = 18;

    private final char decimal;
    private final List<double[]> fullValues = new ArrayList<>();
    private final List<byte[]> fullDecimals = new ArrayList<>();
    private double[] values = new double[RUN];
    private byte[] decimals = new byte[RUN];
    private int size;
    private int at;
    private int[] oddRecords = new int[8];
    private String[] oddTexts = new String[8];
    private int odd;
    /** Whether some number holds the mark, and whether one of those can only be a decimal. */
    private boolean marked;

    private boolean surely;

    NumberBuffer(char decimal) {
        this.decimal = decimal;
    }

    void addMissing() {
        push(Double.NaN, (byte) 0);
    }

    /** Takes the text if it is a number, blanks around it or not. A code such as 0712 is none: its zeros mean something. */
    boolean add(char[] buffer, int offset, int length) {
        if (length > 0 && (buffer[offset] == ' ' || buffer[offset + length - 1] == ' ')) {
            return addBetweenBlanks(new String(buffer, offset, length));
        }
        int end = offset + length;
        int i = offset;
        boolean negative = length > 0 && buffer[i] == '-';
        if (negative) i++;
        int first = i;
        long digits = 0;
        for (int d; i < end && (d = buffer[i] - '0') >= 0 && d <= 9; i++) digits = digits * 10 + d;
        int whole = i - first;
        int after = 0;
        if (i < end && buffer[i] == decimal && whole > 0) {
            int point = i++;
            for (int d; i < end && (d = buffer[i] - '0') >= 0 && d <= 9; i++) digits = digits * 10 + d;
            after = i - point - 1;
            if (after == 0) i = first;
            marked = true;
            surely |= after != 3 || whole > 3 || buffer[first] == '0';
        }
        boolean plain = i == end && whole > 0;
        if (plain && whole > 1 && buffer[first] == '0') return false;
        boolean exact =
                end - first <= MOST_LETTERS && after <= OriginalText.MOST_DECIMALS && digits < OriginalText.MOST_DIGITS;
        if (plain && exact && (!negative || digits != 0)) {
            double value = after == 0 ? digits : digits / OriginalText.tens(after);
            push(negative ? -value : value, (byte) after);
            return true;
        }
        return addOdd(new String(buffer, offset, length));
    }

    /** Whether every mark so far could as well part thousands. */
    boolean eitherWay() {
        return marked && !surely;
    }

    private boolean addBetweenBlanks(String text) {
        String bare = Values.bare(text);
        if (bare.isEmpty() || !add(bare.toCharArray(), 0, bare.length())) return false;
        at--;
        size--;
        keep(text, values[at]);
        return true;
    }

    private boolean addOdd(String text) {
        double value = Values.number(text, decimal);
        if (Double.isNaN(value)) return false;
        surely = true;
        String shortest = NumberColumn.text(value);
        if ((decimal == '.' ? shortest : shortest.replace('.', decimal)).equals(text)) {
            push(value, OriginalText.SHORTEST);
            return true;
        }
        keep(text, value);
        return true;
    }

    /** A number that is written otherwise than any rule would. */
    private void keep(String text, double value) {
        if (odd > 0 && oddRecords[odd - 1] == size) odd--;
        if (odd == oddRecords.length) {
            oddRecords = Arrays.copyOf(oddRecords, odd * 2);
            oddTexts = Arrays.copyOf(oddTexts, odd * 2);
        }
        oddRecords[odd] = size;
        oddTexts[odd++] = text;
        push(value, OriginalText.ODD);
    }

    private void push(double value, byte how) {
        if (at == RUN) {
            fullValues.add(values);
            fullDecimals.add(decimals);
            values = new double[RUN];
            decimals = new byte[RUN];
            at = 0;
        }
        values[at] = value;
        decimals[at++] = how;
        size++;
    }

    NumberColumn column(String name) {
        double[] allValues = new double[size];
        byte[] allDecimals = new byte[size];
        int from = 0;
        for (int i = 0; i < fullValues.size(); i++, from += RUN) {
            System.arraycopy(fullValues.get(i), 0, allValues, from, RUN);
            System.arraycopy(fullDecimals.get(i), 0, allDecimals, from, RUN);
        }
        System.arraycopy(values, 0, allValues, from, at);
        System.arraycopy(decimals, 0, allDecimals, from, at);
        OriginalText written =
                new OriginalText(allDecimals, decimal, Arrays.copyOf(oddRecords, odd), Arrays.copyOf(oddTexts, odd));
        return new NumberColumn(name, allValues, written);
    }
}
