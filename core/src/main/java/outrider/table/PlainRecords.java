package outrider.table;

import java.io.CharArrayReader;
import java.io.IOException;
import java.io.Reader;
import java.util.Arrays;

/**
 * The records of a text as long as each is one line whose fields are plain, or stand between quotes without a quote inside: split
 * where they lie, without a copy. From the first other record on the text is left to a reader of all that RFC 4180 allows.
 */
final class PlainRecords {
    /** What {@link #next} gives where the record is none that is split here. */
    static final int OTHER = -1;

    private static final int NOT_WHOLE = -2;

    private final Reader in;
    private final char delimiter;
    private final char quote;
    /** No letter above it ends a field. */
    private final char highest;

    private char[] letters = {};
    private int at;
    private int limit;
    private boolean ended;

    PlainRecords(Reader in, char delimiter, char quote) {
        this.in = in;
        this.delimiter = delimiter;
        this.quote = quote;
        highest = (char) Math.max(Math.max(delimiter, quote), '\r');
    }

    /** Goes on in the letters of an empty batch: what was read and not split yet, then as much of the text as there is room for. */
    void into(FieldBatch batch) throws IOException {
        char[] room = batch.letters();
        System.arraycopy(letters, at, room, 0, limit - at);
        limit -= at;
        at = 0;
        letters = room;
        while (!ended && limit < room.length) {
            int got = in.read(room, limit, room.length - limit);
            if (got < 0) ended = true;
            else limit += got;
        }
    }

    /**
     * Splits the next record.
     *
     * @param batch that was given to {@link #into}
     * @param least fields that it has
     * @return how many fields were added to the batch; 0 where no whole record is left in it, {@link #OTHER} where it is not plain or has
     *     another number of fields, of which none is added
     */
    int next(FieldBatch batch, int least, int most) {
        int before = batch.size();
        int fields = split(batch, least, most);
        if (fields >= 0) return fields;
        batch.dropAfter(before);
        return fields == NOT_WHOLE && at > 0 ? 0 : OTHER;
    }

    private int split(FieldBatch batch, int least, int most) {
        char[] text = letters;
        char above = highest;
        int end = limit;
        int i = at;
        for (int count = 1; count <= most; count++) {
            int from = i;
            boolean quoted = i < end && text[i] == quote;
            if (quoted) {
                from = ++i;
                while (i < end && text[i] != quote && text[i] != '\n' && text[i] != '\r') i++;
                if (i == end) return NOT_WHOLE;
                if (text[i] != quote) return OTHER;
            } else {
                for (char letter; i < end && ((letter = text[i]) > above || !ends(letter)); ) i++;
            }
            int to = quoted ? i++ : i;
            if (i == end) return NOT_WHOLE;
            boolean marked = text[from] == '\'' && SpreadsheetText.isMarked(text, from, to - from);
            batch.put(marked ? from + 1 : from, to, from == to && !quoted);
            char letter = text[i++];
            if (letter == delimiter) continue;
            if (letter == '\r' && i == end) return NOT_WHOLE;
            if (letter == '\r' ? text[i++] != '\n' : letter != '\n') return OTHER;
            if (count < least) return OTHER;
            at = i;
            return count;
        }
        return OTHER;
    }

    private boolean ends(char letter) {
        return letter == delimiter || letter == '\n' || letter == '\r' || letter == quote;
    }

    /** What is left of the text. */
    Reader rest() {
        CharArrayReader first = new CharArrayReader(Arrays.copyOfRange(letters, at, limit));
        return new Reader() {
            @Override
            public int read(char[] into, int offset, int length) throws IOException {
                int got = first.read(into, offset, length);
                return got >= 0 ? got : in.read(into, offset, length);
            }

            @Override
            public void close() throws IOException {
                in.close();
            }
        };
    }
}
