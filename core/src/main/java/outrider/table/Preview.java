package outrider.table;

import java.io.ByteArrayInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.ZipException;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/**
 * The first records of a text file under a reading.
 *
 * @param names of the columns, or made-up ones where the file has no header
 * @param rows at most {@link #ROWS} records of texts
 * @param fault why the file cannot be read like that, where its beginning tells so already; null otherwise
 */
public record Preview(
        @Nullable Dialect dialect,
        List<String> names,
        List<List<String>> rows,
        @Nullable String fault) {
    public static final int ROWS = 12;

    /** One without a fault. */
    public Preview(@Nullable Dialect dialect, List<String> names, List<List<String>> rows) {
        this(dialect, names, rows, null);
    }

    /**
     * Looks at the beginning of a file, not at the rest.
     *
     * @param dialect how to read it; null finds out
     * @throws BadInput if it is empty or no text
     */
    public static Preview of(InputStream in, @Nullable Dialect dialect) throws IOException {
        try {
            TextSource source = new TextSource(in);
            Dialect found = dialect(source);
            Dialect used = dialect == null ? found : dialect;
            String text = DialectFinder.below(DialectFinder.decode(source.head(), used.encoding()), used.above());
            List<List<String>> rows = DialectFinder.rows(text, used, source.whole());
            if (rows.isEmpty()) return new Preview(used, List.of(), List.of());
            List<String> names =
                    used.header() ? named(rows.get(0)) : madeUp(rows.get(0).size());
            int from = used.header() ? 1 : 0;
            return new Preview(
                    used,
                    List.copyOf(names),
                    List.copyOf(rows.subList(from, Math.max(from, Math.min(rows.size(), from + ROWS)))),
                    fault(source, used.encoding()));
        } catch (ZipException | EOFException e) {
            throw damaged();
        }
    }

    /**
     * How a file is written, as its beginning tells.
     *
     * @throws BadInput if it is empty or no text
     */
    public static Dialect dialect(InputStream in) throws IOException {
        try {
            return dialect(new TextSource(in));
        } catch (ZipException | EOFException e) {
            throw damaged();
        }
    }

    private static Dialect dialect(TextSource source) throws IOException {
        if (source.head().length == 0) throw empty();
        return DialectFinder.find(source.head(), source.whole());
    }

    private static @Nullable String fault(TextSource source, Dialect.Encoding encoding) throws IOException {
        if (encoding.marksUnreadable()) return null;
        DecodingReader.Found found =
                DecodingReader.look(new ByteArrayInputStream(source.head()), encoding, source.whole());
        return found.faults() == 0
                ? null
                : DecodingReader.refusal(found, encoding).getMessage();
    }

    /** Column names of a header; one that is left blank, as numbers of rows often are, is made up. */
    static List<String> named(List<String> header) {
        List<String> names = new ArrayList<>(madeUp(header.size()));
        for (int i = 0; i < header.size(); i++) if (!header.get(i).isBlank()) names.set(i, header.get(i));
        return names;
    }

    static List<String> madeUp(int columns) {
        List<String> names = new ArrayList<>();
        for (int i = 1; i <= columns; i++) names.add("column_" + i);
        return names;
    }

    static BadInput empty() {
        return BadInput.of("file", "is empty", "it needs a header and at least one record");
    }

    static BadInput damaged() {
        return BadInput.of("file", "the gzip data is damaged or cut short", "compress it again and retry");
    }
}
