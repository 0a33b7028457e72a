package outrider.table;

import java.io.IOException;
import java.io.Reader;
import java.io.StringReader;
import java.io.UncheckedIOException;

/** Letters of a text whose fields are parted by blanks, however many: one is left of each run, none at either end of a line. */
final class BlankRuns extends Reader {
    private final Reader in;
    private final char quote;
    private final char[] buffer = new char[1 << 14];
    private int at;
    private int end;
    private boolean quoted;
    private boolean lineStart = true;
    private boolean blank;
    /** A letter that follows the blank just given; -1 for none. */
    private int held = -1;

    BlankRuns(Reader in, char quote) {
        this.in = in;
        this.quote = quote;
    }

    static String of(String text, char quote) {
        StringBuilder left = new StringBuilder(text.length());
        try (BlankRuns runs = new BlankRuns(new StringReader(text), quote)) {
            for (int letter = runs.read(); letter >= 0; letter = runs.read()) left.append((char) letter);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return left.toString();
    }

    @Override
    public int read() throws IOException {
        if (held >= 0) {
            int letter = held;
            held = -1;
            return letter;
        }
        while (true) {
            int letter = raw();
            if (letter < 0) return -1;
            if (quoted) {
                quoted = letter != quote;
                return letter;
            }
            if (letter == ' ') {
                blank = !lineStart;
                continue;
            }
            boolean lineEnd = letter == '\n' || letter == '\r';
            boolean parted = blank && !lineEnd;
            quoted = letter == quote && (lineStart || parted);
            lineStart = lineEnd;
            blank = false;
            if (!parted) return letter;
            held = letter;
            return ' ';
        }
    }

    private int raw() throws IOException {
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
