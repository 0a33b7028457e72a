package outrider.table;

import java.util.Arrays;

/** Gathers numbers with how they were written. Not thread safe. */
final class NumberBuffer {
    private final char decimal;
    private double[] values = new double[1024];
    private byte[] decimals = new byte[1024];
    private int size;
    private int[] oddRecords = new int[8];
    private String[] oddTexts = new String[8];
    private int odd;

    NumberBuffer(char decimal) {
        this.decimal = decimal;
    }

    void addMissing() {
        push(Double.NaN, (byte) 0);
    }

    /** Takes the text if it is a number. A code such as 0712 is none: its zeros mean something. */
    boolean add(char[] buffer, int offset, int length) {
        int end = offset + length;
        int i = offset;
        boolean negative = length > 0 && buffer[i] == '-';
        if (negative) i++;
        int firstDigit = i;
        long digits = 0;
        int after = -1;
        boolean plain = end - i <= 17 && i < end;
        for (; i < end && plain; i++) {
            char c = buffer[i];
            if (c >= '0' && c <= '9') {
                digits = digits * 10 + (c - '0');
                if (after >= 0) after++;
            } else if (c == decimal && after < 0 && i > firstDigit) {
                after = 0;
            } else {
                plain = false;
            }
        }
        int whole = end - firstDigit - (after < 0 ? 0 : after + 1);
        boolean code = whole > 1 && buffer[firstDigit] == '0';
        if (plain && code) return false;
        if (plain && after != 0 && after <= Written.MOST_DECIMALS && digits < Written.MOST_DIGITS) {
            if (!negative || digits != 0) {
                int scale = Math.max(after, 0);
                double value = digits / Written.tens(scale);
                push(negative ? -value : value, (byte) scale);
                return true;
            }
        }
        return addOdd(new String(buffer, offset, length));
    }

    private boolean addOdd(String text) {
        double value = Values.number(text, decimal);
        if (Double.isNaN(value)) return false;
        String shortest = NumberColumn.text(value);
        if ((decimal == '.' ? shortest : shortest.replace('.', decimal)).equals(text)) {
            push(value, Written.SHORTEST);
            return true;
        }
        if (odd == oddRecords.length) {
            oddRecords = Arrays.copyOf(oddRecords, odd * 2);
            oddTexts = Arrays.copyOf(oddTexts, odd * 2);
        }
        oddRecords[odd] = size;
        oddTexts[odd++] = text;
        push(value, Written.ODD);
        return true;
    }

    private void push(double value, byte how) {
        if (size == values.length) {
            int more = size + (size >> 1);
            values = Arrays.copyOf(values, more);
            decimals = Arrays.copyOf(decimals, more);
        }
        values[size] = value;
        decimals[size++] = how;
    }

    NumberColumn column(String name) {
        Written written = new Written(
                Arrays.copyOf(decimals, size), decimal, Arrays.copyOf(oddRecords, odd), Arrays.copyOf(oddTexts, odd));
        return new NumberColumn(name, Arrays.copyOf(values, size), written);
    }
}
