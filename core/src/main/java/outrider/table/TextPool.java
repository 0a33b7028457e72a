package outrider.table;

import static java.util.Objects.requireNonNull;

import java.util.AbstractList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/** Distinct texts, each with a code in order of first sight; kept as letters in one array, without an object a text. */
final class TextPool {
    private static final int MOST_LETTERS = 1_000_000_000;

    private char[] letters = new char[256];
    private int[] end = new int[16];
    private int[] slots = new int[64];
    private int size;
    private int used;
    private int last = -1;

    int size() {
        return size;
    }

    /** The code of a text, a new one if it was not seen before. */
    int code(char[] buffer, int offset, int length) {
        if (last >= 0 && holds(last, buffer, offset, length)) return last;
        int hash = 0;
        for (int i = offset; i < offset + length; i++) hash = 31 * hash + buffer[i];
        hash ^= hash >>> 15;
        hash *= 0x2c1b3c6d;
        int slot = (hash ^ hash >>> 13) & slots.length - 1;
        while (slots[slot] != 0) {
            int known = slots[slot] - 1;
            if (holds(known, buffer, offset, length)) return last = known;
            slot = slot + 1 & slots.length - 1;
        }
        add(buffer, offset, length);
        slots[slot] = size;
        if (size * 2 > slots.length) grow();
        return last = size - 1;
    }

    int code(@Nullable String text) {
        return code(requireNonNull(text).toCharArray(), 0, requireNonNull(text).length());
    }

    private int start(int code) {
        return code == 0 ? 0 : end[code - 1];
    }

    private boolean holds(int code, char[] buffer, int offset, int length) {
        int start = start(code);
        return Arrays.equals(letters, start, end[code], buffer, offset, offset + length);
    }

    private void add(char[] buffer, int offset, int length) {
        if (length > MOST_LETTERS - used) {
            throw BadInput.of("file", "a column holds more than a billion letters of different texts", "leave it out");
        }
        if (used + length > letters.length) {
            letters = Arrays.copyOf(
                    letters, Math.max(used + length, (int) Math.min(MOST_LETTERS, letters.length * 3L / 2)));
        }
        System.arraycopy(buffer, offset, letters, used, length);
        used += length;
        if (size == end.length) end = Arrays.copyOf(end, size * 2);
        end[size++] = used;
    }

    private void grow() {
        slots = new int[slots.length * 4];
        for (int code = 0; code < size; code++) {
            int hash = 0;
            for (int i = start(code); i < end[code]; i++) hash = 31 * hash + letters[i];
            hash ^= hash >>> 15;
            hash *= 0x2c1b3c6d;
            int slot = (hash ^ hash >>> 13) & slots.length - 1;
            while (slots[slot] != 0) slot = slot + 1 & slots.length - 1;
            slots[slot] = code + 1;
        }
    }

    String text(int code) {
        return new String(letters, start(code), end[code] - start(code));
    }

    /** All texts by code, made as they are read. */
    List<String> texts() {
        return new AbstractList<>() {
            @Override
            public String get(int code) {
                return text(code);
            }

            @Override
            public int size() {
                return size;
            }
        };
    }
}
