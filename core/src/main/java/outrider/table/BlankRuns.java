package outrider.table;

import java.io.IOException;
import java.io.Reader;

/** Letters of a text whose fields are parted by blanks, however many: one is left of each run, none at either end of a line. */
final class BlankRuns extends Letters {
    private final Quotes quotes;
    private boolean lineStart = true;
    private boolean blank;

    BlankRuns(Reader in, char quote) {
        super(in);
        quotes = new Quotes(quote);
    }

    @Override
    int next() throws IOException {
        while (true) {
            int letter = raw();
            if (letter < 0 || quotes.hold(letter, lineStart || blank)) return letter;
            if (letter == ' ') {
                blank = !lineStart;
                continue;
            }
            boolean lineEnd = letter == '\n' || letter == '\r';
            boolean parted = blank && !lineEnd;
            lineStart = lineEnd;
            blank = false;
            return parted ? after(1, letter) : letter;
        }
    }
}
