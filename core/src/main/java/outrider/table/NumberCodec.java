package outrider.table;

import static java.util.Objects.requireNonNull;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A run of numbers. First a form and the count of values. {@link #PLAIN}: 8 bytes a value. {@link #DECIMAL}: one count of
 * decimals for all, the width of a value in bytes, and the digits as whole numbers (the lowest stands for missing). {@link
 * #WRITTEN}: 8 bytes a value, then how each was written, then the odd texts with their places.
 */
final class NumberCodec {
    private static final byte PLAIN = 0;
    private static final byte DECIMAL = 1;
    private static final byte WRITTEN = 2;
    private static final int HEAD = 1 + Integer.BYTES;

    private NumberCodec() {}

    static byte[] encode(NumberColumn column, int from, int to) {
        OriginalText written = column.written();
        if (written == null) {
            ByteBuffer bytes = begin(PLAIN, to - from, (to - from) * Double.BYTES);
            putDoubles(bytes, column.values(), from, to);
            return bytes.array();
        }
        int decimals = oneDecimals(column, from, to);
        return decimals >= 0 ? encodeDecimals(column.values(), from, to, decimals) : encodeWritten(column, from, to);
    }

    private static ByteBuffer begin(byte form, int count, int more) {
        return ByteBuffer.allocate(HEAD + more).put(form).putInt(count);
    }

    private static void putDoubles(ByteBuffer bytes, double[] values, int from, int to) {
        for (int i = from; i < to; i++) bytes.putLong(Double.doubleToRawLongBits(values[i]));
    }

    /** The count of decimals that all values of the run were written with, or −1. */
    private static int oneDecimals(NumberColumn column, int from, int to) {
        byte[] decimals = requireNonNull(column.written()).decimals();
        int one = -1;
        for (int i = from; i < to; i++) {
            if (Double.isNaN(column.values()[i])) continue;
            if (one < 0) one = decimals[i];
            if (one < 0 || decimals[i] != one) return -1;
        }
        return Math.max(one, 0);
    }

    private static byte[] encodeDecimals(double[] values, int from, int to, int decimals) {
        long most = 0;
        for (int i = from; i < to; i++) {
            if (!Double.isNaN(values[i])) most = Math.max(most, Math.abs(OriginalText.digits(values[i], decimals)));
        }
        int width = most <= Byte.MAX_VALUE ? 1 : most <= Short.MAX_VALUE ? 2 : most <= Integer.MAX_VALUE ? 4 : 8;
        ByteBuffer bytes = begin(DECIMAL, to - from, 2 + (to - from) * width);
        bytes.put((byte) decimals).put((byte) width);
        for (int i = from; i < to; i++) {
            boolean missing = Double.isNaN(values[i]);
            long digits = missing ? 0 : OriginalText.digits(values[i], decimals);
            switch (width) {
                case 1 -> bytes.put(missing ? Byte.MIN_VALUE : (byte) digits);
                case 2 -> bytes.putShort(missing ? Short.MIN_VALUE : (short) digits);
                case 4 -> bytes.putInt(missing ? Integer.MIN_VALUE : (int) digits);
                default -> bytes.putLong(missing ? Long.MIN_VALUE : digits);
            }
        }
        return bytes.array();
    }

    private static byte[] encodeWritten(NumberColumn column, int from, int to) {
        OriginalText written = column.written();
        int first = place(requireNonNull(written).oddRecords(), from);
        int last = place(written.oddRecords(), to);
        byte[][] texts = new byte[last - first][];
        int more = (to - from) * (Double.BYTES + 1) + Integer.BYTES;
        for (int i = first; i < last; i++) {
            texts[i - first] = written.oddTexts()[i].getBytes(StandardCharsets.UTF_8);
            more += 2 * Integer.BYTES + texts[i - first].length;
        }
        ByteBuffer bytes = begin(WRITTEN, to - from, more);
        putDoubles(bytes, column.values(), from, to);
        bytes.put(written.decimals(), from, to - from);
        bytes.putInt(last - first);
        for (int i = first; i < last; i++) {
            bytes.putInt(written.oddRecords()[i] - from)
                    .putInt(texts[i - first].length)
                    .put(texts[i - first]);
        }
        return bytes.array();
    }

    private static int place(int[] records, int record) {
        int at = Arrays.binarySearch(records, record);
        return at < 0 ? -at - 1 : at;
    }

    static NumberColumn decode(String name, @Nullable String format, int size, List<byte[]> chunks) {
        double[] values = new double[size];
        byte[] decimals = new byte[size];
        List<Integer> oddRecords = new ArrayList<>();
        List<String> oddTexts = new ArrayList<>();
        boolean plain = true;
        int at = 0;
        for (byte[] chunk : chunks) {
            ByteBuffer bytes = ByteBuffer.wrap(chunk);
            byte form = bytes.get();
            int count = bytes.getInt();
            if (at + count > size) ChunkCodec.demand(name, at + count, size);
            plain &= form == PLAIN;
            if (form == DECIMAL) decodeDecimals(bytes, values, decimals, at, count);
            else for (int i = at; i < at + count; i++) values[i] = Double.longBitsToDouble(bytes.getLong());
            if (form == WRITTEN) {
                bytes.get(decimals, at, count);
                for (int odd = bytes.getInt(); odd > 0; odd--) {
                    oddRecords.add(at + bytes.getInt());
                    oddTexts.add(ChunkCodec.text(bytes, bytes.getInt()));
                }
            }
            at += count;
        }
        ChunkCodec.demand(name, at, size);
        if (plain) return new NumberColumn(name, values);
        int[] odd = oddRecords.stream().mapToInt(Integer::intValue).toArray();
        char decimal = format == null ? '.' : format.charAt(0);
        return new NumberColumn(
                name, values, new OriginalText(decimals, decimal, odd, oddTexts.toArray(String[]::new)));
    }

    private static void decodeDecimals(ByteBuffer bytes, double[] values, byte[] decimals, int at, int count) {
        byte places = bytes.get();
        int width = bytes.get();
        double tens = OriginalText.tens(places);
        long missing = Long.MIN_VALUE >> (8 - width) * 8;
        for (int i = at; i < at + count; i++) {
            long digits = switch (width) {
                case 1 -> bytes.get();
                case 2 -> bytes.getShort();
                case 4 -> bytes.getInt();
                default -> bytes.getLong();
            };
            values[i] = digits == missing ? Double.NaN : digits / tens;
            decimals[i] = places;
        }
    }
}
