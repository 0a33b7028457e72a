package outrider.table;

import static java.util.Objects.requireNonNull;

import de.siegmar.fastcsv.reader.AbstractBaseCsvCallbackHandler;
import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import java.io.IOException;
import java.io.InputStream;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.stream.IntStream;
import java.util.zip.ZipException;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;

/**
 * Reads a text file of records (RFC 4180 and its relatives, plain or gzip) into a {@link Table}. The types are inferred over
 * the whole file; the text of the file is never held. An empty field is missing, a quoted empty field is the empty text, and an
 * apostrophe that keeps a spreadsheet from taking a text for a formula is no part of it.
 */
public final class CsvTableReader {
    /** A table has at most so many columns. */
    public static final int MOST_COLUMNS = 1500;

    /** A file of more columns is refused, even where some of them are chosen. */
    public static final int MOST_IN_FILE = 20_000;

    private static final int CHECK_EVERY = 4096;
    /** At most so many lines below the records are none. */
    private static final int MOST_BELOW = 20;

    /** So many batches are filled before the first of them has to be with its columns. */
    private static final int BATCHES = 4;

    private static final char[] NONE = {};

    private CsvTableReader() {}

    /** Finds out how the file is written and reads it; size unknown. */
    public static Table read(InputStream in, Progress progress) {
        return read(in, 0, null, progress);
    }

    /**
     * @param in the bytes of the file; read to the end, not closed
     * @param bytes the file's size, for the share reported to {@code progress}; 0 if not known
     * @param dialect how it is written; null finds out
     * @throws BadInput naming line and column, for an unclosed quote, a ragged record, a doubled column name, too many
     *     columns, an empty file, a file of headers only, a field above 16 MB, damaged or bomb-like gzip, bytes that are no text,
     *     or that the encoding does not know
     * @throws java.util.concurrent.CancellationException if the progress was cancelled
     */
    public static Table read(InputStream in, long bytes, @Nullable Dialect dialect, Progress progress) {
        return read(in, bytes, dialect, MOST_COLUMNS, progress);
    }

    /** As the other, of a file of as many columns as {@code most}. */
    public static Table read(InputStream in, long bytes, @Nullable Dialect dialect, int most, Progress progress) {
        Handler handler = null;
        DecodingReader letters = null;
        try {
            TextSource source = new TextSource(in);
            if (source.head().length == 0) throw Preview.empty();
            Dialect used = dialect != null ? dialect : DialectFinder.find(source.head(), source.whole());
            handler = new Handler(used, most);
            letters = source.reader(used.encoding());
            letters.skipLines(used.above());
            Handler taking = handler;
            Runnable told = () -> progress.checkpoint(
                    bytes <= 0 ? 0 : Math.min(1, source.taken() / (double) bytes),
                    "reading record " + Math.max(1, taking.records));
            Reader rest = used.delimiter() == DialectFinder.BLANK || used.padded()
                    ? DialectFinder.parted(letters, used.delimiter(), used.quote())
                    : handler.takePlain(new PlainRecords(letters, used.delimiter(), used.quote()), told);
            CsvReader<Boolean> reader = CsvReader.builder()
                    .fieldSeparator(used.delimiter())
                    .quoteCharacter(used.quote())
                    .skipEmptyLines(false)
                    .allowUnclosedQuote(false)
                    .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
                    .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
                    .build(handler, rest);
            for (Boolean ignored : reader) if (handler.records % CHECK_EVERY == 0) told.run();
        } catch (CsvParseException | IOException | UncheckedIOException e) {
            BadInput undecoded = letters == null ? null : letters.refusal();
            throw undecoded != null ? undecoded : unreadable(handler, e);
        } catch (BadInput e) {
            throw located(handler, e);
        }
        return handler.table();
    }

    /** A refusal of the file as a whole says how far the reading came. */
    private static BadInput located(@Nullable Handler handler, BadInput refusal) {
        if (handler == null || refusal.line() > 0 || handler.records < 0) return refusal;
        return new BadInput(null, 0, handler.lineAtFault(), refusal.field() + " " + refusal.found(), refusal.remedy());
    }

    private static BadInput unreadable(@Nullable Handler handler, Exception e) {
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (cause instanceof BadInput refusal) return located(handler, refusal);
            if (cause instanceof ZipException || cause instanceof java.io.EOFException) return Preview.damaged();
        }
        String said = e.getMessage() == null ? "" : e.getMessage();
        for (Throwable cause = e.getCause(); cause != null; cause = cause.getCause()) said += " " + cause.getMessage();
        boolean long16 = said.contains("maximum") || said.contains("buffer");
        return BadInput.atLine(
                handler == null ? 1 : handler.lineAtFault(),
                handler == null ? null : handler.fieldAtFault(),
                long16 ? "holds a field longer than 16 MB" : "a quoted field is not closed",
                long16 ? "an unclosed quote often does this" : "double every quote inside a quoted field");
    }

    private record Handed(FieldBatch batch, CompletableFuture<Void> done) {}

    private static final class Handler extends AbstractBaseCsvCallbackHandler<Boolean> {
        private final Dialect dialect;
        private final int most;
        private final List<String> names = new ArrayList<>();
        private final List<ColumnBuilder> builders = new ArrayList<>();
        private @Nullable FieldBatch filling;
        /** Batches on their way to the columns, one after the other, with what ends when each is there. */
        private final Deque<Handed> handed = new ArrayDeque<>();
        /** The first record of a file without a header. */
        private final List<String> heldFirst = new ArrayList<>();

        private int records = -1;
        private int fields;
        /** Lines that were taken before the library's reader began to count. */
        private int before;

        private long line;
        private long blankLine;
        private final List<String> below = new ArrayList<>();
        private long belowLine;
        private int belowFields;
        private boolean open;
        /** The line of each record, from the first on that does not follow straight on the one before. */
        private int @Nullable [] lines;

        Handler(Dialect dialect, int most) {
            this.dialect = dialect;
            this.most = most;
        }

        @Override
        protected void handleBegin(long startingLineNumber) {
            line = startingLineNumber + dialect.above() + before;
            fields = 0;
            open = true;
        }

        @Override
        protected void handleField(int index, char[] buffer, int offset, int length, boolean quoted) {
            boolean marked = length > 1 && buffer[offset] == '\'' && SpreadsheetText.isMarked(buffer, offset, length);
            take(index, buffer, marked ? offset + 1 : offset, marked ? length - 1 : length, quoted);
        }

        private void take(int index, char[] buffer, int offset, int length, boolean quoted) {
            fields++;
            if (records < 0 && !dialect.header()) {
                heldFirst.add(length == 0 && !quoted ? null : new String(buffer, offset, length));
                return;
            }
            if (records < 0) {
                names.add(new String(buffer, offset, length));
                return;
            }
            if (index >= builders.size()) return;
            requireNonNull(filling).add(buffer, offset, length, length == 0 && !quoted);
        }

        /** Takes the records that are plain, and gives what follows them. */
        Reader takePlain(PlainRecords text, Runnable told) throws IOException {
            FieldBatch first = new FieldBatch(1);
            text.into(first);
            if (text.next(first, 2, MOST_IN_FILE) < 1) return text.rest();
            handleBegin(1);
            first.each(this::take);
            buildRecord();
            before = 1;
            int columns = names.size();
            text.into(requireNonNull(filling));
            int got = columns;
            while (got != PlainRecords.OTHER) {
                FieldBatch batch = requireNonNull(filling);
                while (!batch.full() && (got = text.next(batch, columns, columns)) == columns) {
                    handleBegin(1);
                    before++;
                    noteLine();
                    records++;
                }
                turn();
                if (got != PlainRecords.OTHER) text.into(requireNonNull(filling));
                told.run();
            }
            open = false;
            return text.rest();
        }

        @Override
        protected void handleEmpty() {
            if (records >= 0 && names.size() == 1) {
                requireNonNull(filling).add(NONE, 0, 0, true);
                fields = 1;
            } else if (blankLine == 0) {
                blankLine = line;
            }
        }

        @Override
        protected Boolean buildRecord() {
            open = false;
            if (records < 0) {
                if (fields == 0) throw BadInput.atLine(line, null, "is blank", "begin the file with the column names");
                if (!dialect.header()) names.addAll(Preview.madeUp(fields));
                startColumns();
                if (!dialect.header()) {
                    records++;
                    for (int i = 0; i < fields; i++) builders.get(i).add(heldFirst.get(i));
                    noteLine();
                }
            } else if (fields > 0) {
                if (isBelow()) return Boolean.FALSE;
                if (blankLine > 0 && (below.isEmpty() || blankLine < belowLine)) throw ragged(blankLine, 0);
                if (!below.isEmpty()) throw ragged(belowLine, belowFields);
                if (fields != names.size()) throw ragged(line, fields);
                noteLine();
                if (requireNonNull(filling).full()) turn();
            } else {
                return Boolean.FALSE;
            }
            records++;
            return Boolean.TRUE;
        }

        /** A remark in a line without a delimiter, or one that counts the records, is no record where none follows it. */
        private boolean isBelow() {
            if (fields >= names.size() || records < 1 || below.size() == MOST_BELOW) return false;
            FieldBatch batch = requireNonNull(filling);
            String text = batch.last(fields, dialect.delimiter());
            boolean remark = fields == 1
                    ? !below.isEmpty() || Remarks.isOne(text)
                    : Remarks.counts(text, records, dialect.delimiter());
            if (!remark) return false;
            if (below.isEmpty()) {
                belowLine = line;
                belowFields = fields;
            }
            below.add(text);
            batch.dropAfter(batch.size() - fields);
            return true;
        }

        /** Hands a full batch to the columns after those before it and goes on with one that is empty. */
        private void turn() {
            FieldBatch full = requireNonNull(filling);
            Handed before = handed.peekLast();
            handed.add(new Handed(
                    full,
                    before == null ? full.handTo(builders) : before.done().thenCompose(done -> full.handTo(builders))));
            if (handed.size() < BATCHES) {
                filling = new FieldBatch(names.size());
                return;
            }
            Handed oldest = handed.remove();
            FieldBatch.await(oldest.done());
            filling = oldest.batch();
            filling.clear();
        }

        /** The line of the record being read, or of the one that comes next. */
        private long lineAtFault() {
            return open ? line : line + 1;
        }

        /** The column of the field being read, where it is known. */
        private @Nullable String fieldAtFault() {
            int at = open ? fields : 0;
            return records >= 0 && at < names.size() ? names.get(at) : null;
        }

        private BadInput ragged(long at, int count) {
            return BadInput.atLine(
                    at,
                    null,
                    "has " + count + " field" + (count == 1 ? "" : "s") + " where the header has " + names.size(),
                    wayOut(count));
        }

        private String wayOut(int count) {
            if (names.size() == 1 && count > 1) {
                return "say how many lines stand above the names of the columns, take them out, or choose another delimiter";
            }
            if (records == 0 && count == names.size() + 1) {
                return "name every column in the header: where each line begins with a number or name of its own, begin the header with a name for these";
            }
            if (count == 0) return "take the empty line out";
            return count < names.size()
                    ? "give every record one value a column, or take the line out if it is a remark"
                    : "give every record one value a column, quoting those that hold the delimiter";
        }

        private void startColumns() {
            if (names.size() > most) {
                throw BadInput.atLine(
                        line,
                        names.get(most),
                        "is one of " + names.size() + " columns, more than the " + most + " that are read together",
                        "choose those that a candidate may learn from, with the outcome, identifiers and dates");
            }
            List<String> named = Preview.named(names);
            names.clear();
            names.addAll(named);
            Set<String> seen = new HashSet<>();
            for (String name : names) {
                if (!seen.add(name)) {
                    throw BadInput.atLine(
                            line, name, "stands twice in the header", "give each column a name of its own");
                }
                builders.add(ColumnBuilder.inferring(name, dialect));
            }
            filling = new FieldBatch(names.size());
        }

        private void noteLine() {
            if (lines == null) {
                if (line == records + 2L) return;
                lines = new int[Math.max(1024, records * 2)];
                for (int i = 0; i < records; i++) lines[i] = i + 2;
            }
            if (records == lines.length) lines = Arrays.copyOf(lines, records * 2);
            lines[records] = (int) line;
        }

        private Table table() {
            if (records < 0) throw Preview.empty();
            if (records == 0) throw BadInput.of("file", "holds a header and no record", "add the records");
            turn();
            if (!handed.isEmpty()) FieldBatch.await(handed.getLast().done());
            filling = null;
            handed.clear();
            List<Column> columns = IntStream.range(0, builders.size())
                    .parallel()
                    .mapToObj(i -> builders.set(i, null).build())
                    .toList();
            if (SecondNames.in(columns)) {
                throw BadInput.atLine(
                        lines == null ? 2 : lines[0],
                        null,
                        "holds words where the lines below hold numbers",
                        dialect.header()
                                ? "it looks like a second line of names: take one of the two out"
                                : "it looks like the names of the columns: say that the first line holds them");
            }
            return new Table(
                    columns,
                    lines == null ? null : Arrays.copyOf(lines, records),
                    below.stream().map(Remarks::shown).toList());
        }
    }
}
