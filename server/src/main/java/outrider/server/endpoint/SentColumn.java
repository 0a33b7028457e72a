package outrider.server.endpoint;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/** The values that records of a request have in one column, in their order. */
final class SentColumn {
    private static final byte ABSENT = 0;
    private static final byte NOTHING = 1;
    private static final byte NUMBER = 2;
    private static final byte TEXT = 3;

    private byte[] kinds = new byte[16];
    private double[] numbers = new double[0];
    private @Nullable String[] texts = new String[0];

    private void put(int record, byte kind) {
        if (record >= kinds.length) kinds = Arrays.copyOf(kinds, Math.max(record + 1, 2 * kinds.length));
        kinds[record] = kind;
    }

    void nothing(int record) {
        put(record, NOTHING);
    }

    void number(int record, double value) {
        put(record, NUMBER);
        if (record >= numbers.length) numbers = Arrays.copyOf(numbers, kinds.length);
        numbers[record] = value;
    }

    void text(int record, String value) {
        put(record, TEXT);
        if (record >= texts.length) texts = Arrays.copyOf(texts, kinds.length);
        texts[record] = value;
    }

    boolean has(int record) {
        return record < kinds.length && kinds[record] != ABSENT;
    }

    boolean isNumber(int record) {
        return kinds[record] == NUMBER;
    }

    double number(int record) {
        return numbers[record];
    }

    /** Null where nothing was sent, or a number. */
    @Nullable
    String text(int record) {
        return kinds[record] == TEXT ? texts[record] : null;
    }

    /** The value in letters, whatever it was sent as. */
    @Nullable
    String said(int record) {
        return kinds[record] == NUMBER ? outrider.table.NumberColumn.text(numbers[record]) : text(record);
    }
}
