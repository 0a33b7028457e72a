package outrider.table;

import java.io.IOException;
import java.io.Reader;

/** Letters of a text whose fields are parted by blanks, however many: one is left of each run, none at either end of a line. */
final class BlankRuns extends Letters {
    private final char quote;
    private boolean quoted;
    private boolean lineStart = true;
    private boolean blank;

    BlankRuns(Reader in, char quote) {
        super(in);
        this.quote = quote;
    }

    @Override
    int next() throws IOException {
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
            return parted ? after(1, letter) : letter;
        }
    }
}
