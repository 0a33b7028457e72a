package outrider.table;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** Gathers numbers with how they were written. Not thread safe. */
final class NumberBuffer {
    private static final int RUN = 1 << 14;
    /** Digits of no more letters than this fit a long. */
    private static final int MOST_LETTERS = 18;

    private static final boolean[] THERE = {false};

    private final char decimal;
    private final int[] oneStart = new int[1];
    private final int[] oneEnd = new int[1];
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
        oneStart[0] = offset;
        oneEnd[0] = offset + length;
        if (addPlain(buffer, oneStart, oneEnd, THERE, 0, 1, 1) == 1) return true;
        if (length > 0 && (buffer[offset] == ' ' || buffer[offset + length - 1] == ' ')) {
            return addBetweenBlanks(new String(buffer, offset, length));
        }
        return !isCode(buffer, offset, offset + length) && addOdd(new String(buffer, offset, length));
    }

    /**
     * Takes every so many fields as long as they are there and are numbers written plainly: digits, perhaps behind a minus, perhaps with
     * decimals.
     *
     * @return the first field of them that was not taken
     */
    int addPlain(char[] letters, int[] start, int[] end, boolean[] missing, int from, int step, int fields) {
        if (at == RUN) begin();
        double[] into = values;
        byte[] how = decimals;
        int to = at;
        int f = from;
        for (; f < fields && to < RUN && !missing[f]; f += step) {
            int i = start[f];
            int stop = end[f];
            boolean negative = i < stop && letters[i] == '-';
            if (negative) i++;
            int first = i;
            if (stop - first > MOST_LETTERS) break;
            long digits = 0;
            for (int d; i < stop && (d = letters[i] - '0') >= 0 && d <= 9; i++) digits = digits * 10 + d;
            int whole = i - first;
            if (whole == 0 || whole > 1 && letters[first] == '0') break;
            int after = 0;
            if (i < stop) {
                if (letters[i++] != decimal) break;
                int point = i;
                while (i + 4 <= stop) {
                    int a = letters[i] - '0';
                    int b = letters[i + 1] - '0';
                    int c = letters[i + 2] - '0';
                    int d = letters[i + 3] - '0';
                    if (((a | b | c | d) & ~15) != 0 || ((a + 6 | b + 6 | c + 6 | d + 6) & 16) != 0) break;
                    digits = digits * 10_000 + (a * 1000 + b * 100 + c * 10 + d);
                    i += 4;
                }
                for (int d; i < stop && (d = letters[i] - '0') >= 0 && d <= 9; i++) digits = digits * 10 + d;
                after = i - point;
                if (i < stop || after == 0 || after > OriginalText.MOST_DECIMALS) break;
                marked = true;
                if (after != 3 || whole > 3 || letters[first] == '0') surely = true;
            }
            if (digits >= OriginalText.MOST_DIGITS || negative && digits == 0) break;
            double value = after == 0 ? digits : digits / OriginalText.tens(after);
            into[to] = negative ? -value : value;
            how[to++] = (byte) after;
        }
        size += to - at;
        at = to;
        return f;
    }

    /** Whether there is a plain number but for its zeros at the left. */
    private boolean isCode(char[] letters, int from, int end) {
        int i = from < end && letters[from] == '-' ? from + 1 : from;
        if (end - i < 2 || letters[i] != '0' || letters[i + 1] == decimal) return false;
        boolean inDecimals = false;
        for (; i < end; i++) {
            boolean mark = letters[i] == decimal;
            if (mark ? inDecimals || i + 1 == end : letters[i] < '0' || letters[i] > '9') return false;
            inDecimals |= mark;
        }
        return true;
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
        if (at == RUN) begin();
        values[at] = value;
        decimals[at++] = how;
        size++;
    }

    private void begin() {
        fullValues.add(values);
        fullDecimals.add(decimals);
        values = new double[RUN];
        decimals = new byte[RUN];
        at = 0;
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
