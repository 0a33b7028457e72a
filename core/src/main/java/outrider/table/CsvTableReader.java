package outrider.table;

import de.siegmar.fastcsv.reader.AbstractBaseCsvCallbackHandler;
import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import java.io.BufferedInputStream;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.PushbackInputStream;
import java.io.UncheckedIOException;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.zip.GZIPInputStream;
import java.util.zip.ZipException;
import outrider.base.BadInput;
import outrider.base.Progress;

/**
 * Reads a comma separated file (RFC 4180, UTF-8, first record the header, plain or gzip) into a {@link Table}. The types
 * are inferred over the whole file; the text of the file is never held. An empty field is missing, a quoted empty field is
 * the empty text.
 */
public final class CsvTableReader {
    private static final int CHECK_EVERY = 4096;

    private CsvTableReader() {}

    /**
     * @param in the bytes of the file; read to the end, not closed
     * @param progress reported to by records read (the share stays 0: the length is not known)
     * @throws BadInput naming line and column, for an unclosed quote, a ragged record, a blank or doubled column name, an empty
     *     file, a file of headers only, or bytes that are not UTF-8
     */
    public static Table read(InputStream in, Progress progress) {
        Handler handler = new Handler();
        try (CsvReader<Boolean> reader = CsvReader.builder()
                .skipEmptyLines(false)
                .allowExtraCharsAfterClosingQuote(false)
                .allowUnclosedQuote(false)
                .build(handler, decoded(in))) {
            for (Boolean ignored : reader) {
                if (handler.records % CHECK_EVERY == 0) {
                    progress.checkpoint(0, "reading record " + handler.records);
                }
            }
        } catch (CsvParseException e) {
            throw unreadable(handler, e);
        } catch (IOException | UncheckedIOException e) {
            throw unreadable(handler, e);
        }
        return handler.table();
    }

    private static BadInput unreadable(Handler handler, Exception e) {
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (cause instanceof BadInput refusal) return refusal;
            if (cause instanceof CharacterCodingException) {
                return BadInput.atLine(
                        handler.lineAtFault(), null, "holds bytes that are not UTF-8", "save the file as UTF-8");
            }
            if (cause instanceof ZipException || cause instanceof java.io.EOFException) {
                return BadInput.of("file", "the gzip data is damaged or cut short", "compress it again and retry");
            }
        }
        String said = e.getMessage() == null ? "" : e.getMessage();
        for (Throwable cause = e.getCause(); cause != null; cause = cause.getCause()) said += " " + cause.getMessage();
        if (said.contains("maximum") || said.contains("buffer")) {
            return BadInput.atLine(
                    handler.lineAtFault(),
                    null,
                    "holds a field longer than 16 MB",
                    "an unclosed quote often does this");
        }
        return BadInput.atLine(
                handler.lineAtFault(),
                null,
                "a quoted field is not closed",
                "double every quote inside a quoted field");
    }

    private static java.io.Reader decoded(InputStream in) throws IOException {
        PushbackInputStream head = new PushbackInputStream(new BufferedInputStream(new Borrowed(in)), 3);
        byte[] first = head.readNBytes(3);
        boolean gzip = first.length >= 2 && (first[0] & 0xff) == 0x1f && (first[1] & 0xff) == 0x8b;
        boolean mark = first.length == 3
                && (first[0] & 0xff) == 0xef
                && (first[1] & 0xff) == 0xbb
                && (first[2] & 0xff) == 0xbf;
        if (!mark) head.unread(first);
        InputStream plain = gzip ? new GZIPInputStream(head, 1 << 16) : head;
        return new InputStreamReader(
                plain,
                StandardCharsets.UTF_8
                        .newDecoder()
                        .onMalformedInput(CodingErrorAction.REPORT)
                        .onUnmappableCharacter(CodingErrorAction.REPORT));
    }

    /** The caller's stream, which is the caller's to close. */
    private static final class Borrowed extends FilterInputStream {
        Borrowed(InputStream in) {
            super(in);
        }

        @Override
        public void close() {}
    }

    private static final class Handler extends AbstractBaseCsvCallbackHandler<Boolean> {
        private final List<String> names = new ArrayList<>();
        private final List<ColumnBuilder> builders = new ArrayList<>();
        private int records = -1;
        private int fields;
        private long line;
        private long blankLine;
        private boolean open;
        private int[] lines = new int[1024];
        private boolean straightLines = true;

        @Override
        protected void handleBegin(long startingLineNumber) {
            line = startingLineNumber;
            fields = 0;
            open = true;
        }

        @Override
        protected void handleField(int index, char[] buffer, int offset, int length, boolean quoted) {
            fields++;
            if (records < 0) {
                names.add(new String(buffer, offset, length));
                return;
            }
            if (index >= builders.size()) return;
            ColumnBuilder builder = builders.get(index);
            if (length == 0 && !quoted) builder.addMissing();
            else builder.add(buffer, offset, length);
        }

        @Override
        protected void handleEmpty() {
            if (records >= 0 && names.size() == 1) {
                builders.get(0).addMissing();
                fields = 1;
            } else if (blankLine == 0) {
                blankLine = line;
            }
        }

        @Override
        protected Boolean buildRecord() {
            open = false;
            if (records < 0) {
                if (fields == 0) throw BadInput.atLine(1, null, "is blank", "begin the file with the column names");
                startColumns();
            } else if (fields > 0) {
                if (blankLine > 0) throw ragged(blankLine, 0);
                if (fields != names.size()) throw ragged(line, fields);
                noteLine();
            } else {
                return Boolean.FALSE;
            }
            records++;
            return Boolean.TRUE;
        }

        /** The line of the record being read, or of the one that comes next. */
        private long lineAtFault() {
            return open ? line : line + 1;
        }

        private BadInput ragged(long at, int count) {
            return BadInput.atLine(
                    at,
                    null,
                    "has " + count + " field" + (count == 1 ? "" : "s") + " where the header has " + names.size(),
                    "give every record one value a column, quoting those that hold a comma");
        }

        private void startColumns() {
            for (int i = 0; i < names.size(); i++) {
                String name = names.get(i);
                if (name.isBlank()) throw BadInput.atLine(1, null, "column " + (i + 1) + " has no name", "name it");
                if (names.indexOf(name) < i) {
                    throw BadInput.atLine(1, name, "stands twice in the header", "give each column a name of its own");
                }
                builders.add(new ColumnBuilder(name));
            }
        }

        private void noteLine() {
            if (records == lines.length) lines = Arrays.copyOf(lines, records * 2);
            lines[records] = (int) line;
            straightLines &= line == records + 2L;
        }

        private Table table() {
            if (records < 0) throw BadInput.of("file", "is empty", "it needs a header and at least one record");
            if (records == 0) throw BadInput.of("file", "holds a header and no record", "add the records");
            return new Table(
                    builders.stream().map(ColumnBuilder::build).toList(),
                    straightLines ? null : Arrays.copyOf(lines, records));
        }
    }
}
