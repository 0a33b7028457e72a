package outrider.table;

import java.io.IOException;
import java.io.Reader;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.function.Function;

/** Letters of a text, some of them changed or left out, one by one. */
abstract class Letters extends Reader {
    private final Reader in;
    private final char[] buffer = new char[1 << 14];
    private int at;
    private int end;
    private int blanks;
    /** A letter that follows the blanks that are still to be given; -1 for none. */
    private int held = -1;

    Letters(Reader in) {
        this.in = in;
    }

    /** What is left of a text. */
    static String of(String text, Function<Reader, Letters> way) {
        StringBuilder left = new StringBuilder(text.length());
        try (Letters letters = way.apply(new StringReader(text))) {
            for (int letter = letters.read(); letter >= 0; letter = letters.read()) left.append((char) letter);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return left.toString();
    }

    /** The next letter that is left; -1 at the end. */
    abstract int next() throws IOException;

    /** Gives so many blanks, then the letter. */
    final int after(int blanks, int letter) {
        this.blanks = blanks - 1;
        held = letter;
        return ' ';
    }

    @Override
    public final int read() throws IOException {
        if (held < 0) return next();
        if (blanks-- > 0) return ' ';
        int letter = held;
        held = -1;
        return letter;
    }

    /** The next letter as it is written; -1 at the end. */
    final int raw() throws IOException {
        if (at == end) {
            at = 0;
            end = Math.max(0, in.read(buffer, 0, buffer.length));
        }
        return at < end ? buffer[at++] : -1;
    }

    @Override
    public int read(char[] into, int offset, int length) throws IOException {
        int got = 0;
        while (got < length) {
            int letter = read();
            if (letter < 0) break;
            into[offset + got++] = (char) letter;
        }
        return got == 0 && length > 0 ? -1 : got;
    }

    @Override
    public void close() throws IOException {
        in.close();
    }
}
