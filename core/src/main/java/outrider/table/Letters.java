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

    /** The next letter; -1 at the end. */
    @Override
    public abstract int read() throws IOException;

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
