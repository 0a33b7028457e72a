package outrider.table;

import java.io.IOException;
import java.io.Reader;

/** Letters of a text without the blanks around its fields; those in quotes and within a field stay. */
final class Padding extends Letters {
    /** So many lines tell whether there is padding. */
    private static final int LINES = 200;

    private final char delimiter;
    private final Quotes quotes;
    private boolean fieldStart = true;

    Padding(Reader in, char delimiter, char quote) {
        super(in);
        this.delimiter = delimiter;
        quotes = new Quotes(quote);
    }

    /** Whether a blank follows every delimiter below the first line, but where a field is empty. */
    static boolean in(String text, char delimiter, char quote) {
        Quotes quotes = new Quotes(quote);
        boolean start = true;
        boolean blank = false;
        int lines = 0;
        int padded = 0;
        for (int i = 0; i < text.length() && lines < LINES; i++) {
            char letter = text.charAt(i);
            if (quotes.hold(letter, start)) continue;
            if (letter == '\n' || letter == '\r') {
                if (letter == '\n') lines++;
                start = true;
                blank = true;
            } else if (letter == delimiter) {
                start = true;
                blank = false;
            } else if (letter == ' ') {
                if (start && !blank && lines > 0) padded++;
                if (start) blank = true;
            } else {
                if (start && !blank && i > 0 && lines > 0) return false;
                start = false;
            }
        }
        return padded > lines / 2;
    }

    @Override
    int next() throws IOException {
        int blanks = 0;
        while (true) {
            int letter = raw();
            if (letter < 0 || quotes.hold(letter, fieldStart)) return letter;
            if (letter == ' ') {
                if (!fieldStart) blanks++;
                continue;
            }
            boolean ends = letter == delimiter || letter == '\n' || letter == '\r';
            fieldStart = ends;
            return ends || blanks == 0 ? letter : after(blanks, letter);
        }
    }
}
