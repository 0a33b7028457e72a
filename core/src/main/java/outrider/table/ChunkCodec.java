package outrider.table;

import static java.util.Objects.requireNonNull;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/**
 * The stored form of a run of a column's values, big-endian; reading back gives the same bits and the same written texts.
 * Category and date: 4 bytes a value. Text: a 4-byte length (−1 for missing) and UTF-8 bytes a value. Number: see {@link
 * NumberCodec}.
 */
public final class ChunkCodec {
    public static final int VALUES_A_CHUNK = 65_536;

    private ChunkCodec() {}

    /** @param from first record, from 0; {@code to} is the one after the last */
    public static byte[] encode(Column column, int from, int to) {
        if (column instanceof NumberColumn numbers) return NumberCodec.encode(numbers, from, to);
        if (column instanceof TextColumn text) return encodeText(text, from, to);
        int[] values = column instanceof CategoryColumn category ? category.codes() : ((DateColumn) column).days();
        ByteBuffer bytes = ByteBuffer.allocate((to - from) * Integer.BYTES);
        bytes.asIntBuffer().put(values, from, to - from);
        return bytes.array();
    }

    private static byte[] encodeText(TextColumn column, int from, int to) {
        byte[][] parts = new byte[to - from][];
        int length = (to - from) * Integer.BYTES;
        for (int i = from; i < to; i++) {
            if (column.isMissing(i)) continue;
            parts[i - from] = requireNonNull(column.text(i)).getBytes(StandardCharsets.UTF_8);
            length += parts[i - from].length;
        }
        ByteBuffer bytes = ByteBuffer.allocate(length);
        for (byte[] part : parts) {
            bytes.putInt(part == null ? -1 : part.length);
            if (part != null) bytes.put(part);
        }
        return bytes.array();
    }

    /**
     * @param format as {@link Column#format()} said, or null
     * @param chunks in order, as {@link #encode} made them
     * @param levels of a category column, else ignored
     * @throws BadInput if the chunks do not hold {@code size} values
     */
    public static Column decode(
            String name,
            ColumnType type,
            @Nullable String format,
            @Nullable List<String> levels,
            int size,
            List<byte[]> chunks) {
        return switch (type) {
            case NUMBER -> NumberCodec.decode(name, format, size, chunks);
            case CATEGORY -> new CategoryColumn(name, decodeInts(name, size, chunks), requireNonNull(levels));
            case DATE -> new DateColumn(name, decodeInts(name, size, chunks), format == null ? DateFormat.ISO : format);
            case TEXT -> decodeTexts(name, size, chunks);
        };
    }

    private static int[] decodeInts(String name, int size, List<byte[]> chunks) {
        int[] values = new int[size];
        int at = 0;
        for (byte[] chunk : chunks) {
            int count = Math.min(chunk.length / Integer.BYTES, size - at);
            ByteBuffer.wrap(chunk).asIntBuffer().get(values, at, count);
            at += count;
        }
        demand(name, at, size);
        return values;
    }

    private static TextColumn decodeTexts(String name, int size, List<byte[]> chunks) {
        TextPool pool = new TextPool();
        int[] codes = new int[size];
        int at = 0;
        for (byte[] chunk : chunks) {
            ByteBuffer bytes = ByteBuffer.wrap(chunk);
            while (bytes.hasRemaining() && at < size) {
                int length = bytes.getInt();
                codes[at++] = length < 0 ? -1 : pool.code(text(bytes, length));
            }
        }
        demand(name, at, size);
        return new TextColumn(name, codes, pool.texts());
    }

    static String text(ByteBuffer bytes, int length) {
        String text = new String(bytes.array(), bytes.position(), length, StandardCharsets.UTF_8);
        bytes.position(bytes.position() + length);
        return text;
    }

    static void demand(String name, int found, int size) {
        if (found == size) return;
        throw BadInput.of(
                "column \"" + name + "\"", "holds " + found + " stored values of " + size, "load the file again");
    }
}
