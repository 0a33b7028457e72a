package outrider.casefile;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.table.CsvTableReader;
import outrider.table.Dialect;
import outrider.table.Preview;
import outrider.table.Table;
import outrider.table.TotalRecord;

/** A file of records in any of the formats that are read, told by its first bytes. */
public final class TableFile {
    /** The formats there are beside texts. No service loader finds them, which would open every archive of the command line. */
    static final List<TableReader> READERS =
            new CopyOnWriteArrayList<>(List.of(new ParquetReader(), new WorkbookReader()));

    private static final TableReader TEXT = new TextReader();

    /**
     * How it is written.
     *
     * @param dialect of a text; null finds out
     * @param sheet of a workbook; null for the first that holds a table
     * @param columns those that are read, by name; null for all
     */
    public record Manner(
            @Nullable Dialect dialect,
            @Nullable String sheet,
            @Nullable List<String> columns) {
        public static final Manner UNKNOWN = new Manner(null, null, null);
    }

    /**
     * Its beginning.
     *
     * @param format by its name, as its {@link TableReader} has it
     * @param manner as it is read
     * @param sheets of a workbook
     * @param fault why the sheet that was asked for shows nothing; null where it does
     */
    public record Look(
            String format,
            Manner manner,
            List<String> sheets,
            Preview preview,
            @Nullable String fault) {}

    private TableFile() {}

    private static TableReader reader(Path file) throws IOException {
        for (TableReader reader : READERS) {
            if (reader.takes(file)) return reader;
        }
        return TEXT;
    }

    /** @throws BadInput as the format's own reader says */
    public static Look look(Path file, Manner said) throws IOException {
        return reader(file).look(file, said);
    }

    /** How it is read: as somebody said, the rest found out. */
    public static Manner manner(Path file, Manner said) throws IOException {
        return reader(file).manner(file, said);
    }

    /**
     * All of it.
     *
     * @param manner as {@link #manner} found it
     * @throws BadInput as the format's own reader says
     * @throws java.util.concurrent.CancellationException if the progress was cancelled
     */
    public static Table read(Path file, Manner manner, Progress progress) throws IOException {
        List<String> chosen = manner.columns();
        int most = chosen == null ? CsvTableReader.MOST_COLUMNS : CsvTableReader.MOST_IN_FILE;
        Table table = reader(file).read(file, manner, most, progress);
        return chosen == null ? table : chosen(table, chosen);
    }

    /** Those columns alone, in the order of the file. */
    private static Table chosen(Table table, List<String> names) {
        if (names.isEmpty() || names.size() > CsvTableReader.MOST_COLUMNS) {
            throw BadInput.of(
                    "columns", "are " + names.size(), "choose 1 to " + CsvTableReader.MOST_COLUMNS + " of the file's");
        }
        names.forEach(table::column);
        Set<String> wanted = Set.copyOf(names);
        return table.with(
                table.columns().stream().filter(c -> wanted.contains(c.name())).toList());
    }

    /** As {@link #read}, of a file of which nobody said how it is written. */
    public static Table read(Path file, Progress progress) throws IOException {
        return read(file, manner(file, Manner.UNKNOWN), progress);
    }

    /** What a reader ought to know of a file that was read; null for nothing. */
    public static @Nullable String notice(Path file, Manner said, Table table) throws IOException {
        String words = Stream.of(before(file, said), end(table))
                .filter(Objects::nonNull)
                .collect(Collectors.joining(" "));
        return words.isEmpty() ? null : words;
    }

    /** Of that, what can be told before it is read. */
    public static @Nullable String before(Path file, Manner said) throws IOException {
        return reader(file).before(file, manner(file, said));
    }

    /** What is odd about the end of a table; null for nothing. */
    public static @Nullable String end(Table table) {
        List<String> words = new ArrayList<>();
        if (!table.below().isEmpty()) {
            words.add(lines(table.below().size()) + " left out below the records: “"
                    + String.join("”, “", table.below()) + "”.");
        }
        TotalRecord total = TotalRecord.in(table);
        if (total != null) {
            words.add("The last record, line " + total.line() + ", " + total.found() + ". "
                    + "Take it out of the file, or leave it out by a condition.");
        }
        return words.isEmpty() ? null : String.join(" ", words);
    }

    static String lines(int count) {
        return count == 1 ? "1 line is" : count + " lines are";
    }
}
