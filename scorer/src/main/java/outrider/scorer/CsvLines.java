package outrider.scorer;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.Reader;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/** Reads CSV (RFC 4180) record by record; the first line says whether commas, semicolons or tabs part its cells. */
final class CsvLines {
    private static final int FIRST = 1 << 16;

    private final BufferedReader in;
    private final char delimiter;
    private int line = 1;
    private int start = 1;

    CsvLines(Reader reader) throws IOException {
        in = new BufferedReader(reader, FIRST);
        in.mark(FIRST);
        char[] ahead = new char[FIRST];
        int count = 0;
        for (int more; count < FIRST && (more = in.read(ahead, count, FIRST - count)) > 0; ) count += more;
        in.reset();
        if (count > 0 && ahead[0] == 0xFEFF) in.read();
        delimiter = delimiter(ahead, count);
    }

    private static char delimiter(char[] ahead, int count) {
        int[] counts = new int[128];
        boolean quoted = false;
        for (int i = 0; i < count && (quoted || ahead[i] != '\n'); i++) {
            if (ahead[i] == '"') quoted = !quoted;
            else if (!quoted && ahead[i] < 128) counts[ahead[i]]++;
        }
        char most = ',';
        for (char c : new char[] {';', '\t'}) if (counts[c] > counts[most]) most = c;
        return most;
    }

    /** The line, from 1, on which the record that was read last began. */
    int startLine() {
        return start;
    }

    /**
     * The next record that is not an empty line; null behind the last.
     *
     * @throws BadInput if a quote is never closed
     */
    @Nullable
    String @Nullable [] next() throws IOException {
        while (true) {
            start = line;
            List<String> cells = new ArrayList<>();
            StringBuilder cell = new StringBuilder();
            int c = in.read();
            if (c < 0) return null;
            boolean quoted = false;
            while (c >= 0 && (quoted || c != '\n')) {
                if (c == '\n') line++;
                if (quoted) {
                    if (c == '"' && peek() == '"') cell.append((char) in.read());
                    else if (c == '"') quoted = false;
                    else cell.append((char) c);
                } else if (c == '"' && cell.isEmpty()) {
                    quoted = true;
                } else if (c == delimiter) {
                    cells.add(cell.toString());
                    cell.setLength(0);
                } else if (c != '\r' || peek() != '\n') {
                    cell.append((char) c);
                }
                c = in.read();
            }
            if (quoted) throw BadInput.atLine(start, "list", "opens a quote that is never closed", "close it");
            line++;
            if (cells.isEmpty() && cell.isEmpty()) continue;
            cells.add(cell.toString());
            return cells.toArray(new String[0]);
        }
    }

    private int peek() throws IOException {
        in.mark(1);
        int c = in.read();
        in.reset();
        return c;
    }
}
