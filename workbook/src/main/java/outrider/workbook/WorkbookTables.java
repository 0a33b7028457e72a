package outrider.workbook;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Iterator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.CellType;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.ReadingOptions;
import org.dhatim.fastexcel.reader.Row;
import org.dhatim.fastexcel.reader.Sheet;
import org.dhatim.fastexcel.reader.SheetVisibility;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.table.CsvTableReader;
import outrider.table.Preview;
import outrider.table.Table;

/**
 * Tables from a sheet: its first row names the columns, each row after it is a record. Numbers, dates and texts are what their cells
 * say they are, formulas the values kept with them.
 */
public final class WorkbookTables {
    private static final int CHECK_EVERY = 4096;
    private static final byte[] ZIP = {'P', 'K', 3, 4};
    private static final byte[] OLD = {(byte) 0xd0, (byte) 0xcf, 0x11, (byte) 0xe0};

    private WorkbookTables() {}

    /**
     * Whether the file is a workbook.
     *
     * @throws BadInput if it is one that cannot be read: of the older kind, or locked by a password; or an archive of something else
     */
    public static boolean is(Path file) throws IOException {
        byte[] first;
        try (InputStream in = Files.newInputStream(file)) {
            first = in.readNBytes(ZIP.length);
        }
        if (Arrays.equals(first, OLD)) {
            throw BadInput.of(
                    "file", "is a workbook of the older kind, or locked by a password", "save it as .xlsx, unlocked");
        }
        if (!Arrays.equals(first, ZIP)) return false;
        WorkbookParts.demand(file);
        return true;
    }

    /**
     * Its sheets and the beginning of one of them.
     *
     * @param sheets those that are shown, in order; all where none is
     * @param sheet that is previewed: the one asked for, else the first that holds a record of two columns or more
     * @param preview empty where there is a fault
     * @param fault why that sheet shows nothing; null where it does
     */
    public record Look(
            List<String> sheets,
            String sheet,
            Preview preview,
            @Nullable String fault) {
        private boolean holdsTable() {
            return preview.names().size() > 1 && !preview.rows().isEmpty();
        }
    }

    /**
     * Looks at its beginning.
     *
     * @param asked a sheet; null finds one
     * @throws BadInput if the file is damaged or unpacks to far more than a table does
     */
    public static Look look(Path file, @Nullable String asked) throws IOException {
        return opened(file, book -> {
            List<String> sheets = sheets(book).map(Sheet::getName).toList();
            Look first = null;
            for (String name : asked == null ? sheets : List.of(asked)) {
                Look look = look(book, sheets, name);
                if (look.holdsTable()) return look;
                if (first == null) first = look;
            }
            if (first == null) throw WorkbookParts.damaged();
            return first;
        });
    }

    private static Look look(ReadableWorkbook book, List<String> sheets, String name) throws IOException {
        try (Stream<Row> rows = sheet(book, name).openStream()) {
            Iterator<Row> each = rows.iterator();
            List<String> names = names(each, CsvTableReader.MOST_IN_FILE);
            List<List<String>> shown = new ArrayList<>();
            while (shown.size() < Preview.ROWS && each.hasNext()) shown.add(texts(each.next(), names.size()));
            return new Look(sheets, name, new Preview(null, names, shown), null);
        } catch (BadInput e) {
            return new Look(sheets, name, new Preview(null, List.of(), List.of()), e.getMessage());
        }
    }

    private interface Reading<T> {
        T of(ReadableWorkbook book) throws IOException;
    }

    /** Whatever a damaged workbook does to its reader is told as damage. */
    private static <T> T opened(Path file, Reading<T> reading) throws IOException {
        try (ReadableWorkbook book = open(file)) {
            return reading.of(book);
        } catch (BadInput | CancellationException e) {
            throw e;
        } catch (FileSystemException e) {
            throw e;
        } catch (RuntimeException | IOException e) {
            throw WorkbookParts.damaged();
        }
    }

    private static Stream<Sheet> sheets(ReadableWorkbook book) {
        List<Sheet> all = book.getSheets().toList();
        List<Sheet> shown = all.stream()
                .filter(s -> s.getVisibility() == SheetVisibility.VISIBLE)
                .toList();
        return (shown.isEmpty() ? all : shown).stream();
    }

    private static List<@Nullable String> texts(Row row, int columns) {
        List<@Nullable String> texts = new ArrayList<>(Collections.nCopies(columns, null));
        for (Cell cell : row) {
            if (cell != null && cell.getColumnIndex() < columns) texts.set(cell.getColumnIndex(), CellValue.text(cell));
        }
        return texts;
    }

    /**
     * The sheet's records, each on its own row as the sheet numbers it.
     *
     * @param sheet null for the first
     * @throws BadInput naming the cell: merged cells, a value without a column's name above it, a blank row between records, doubled or
     *     missing names; or if the sheet is not there, holds no record or too many columns, or the file is damaged
     * @throws java.util.concurrent.CancellationException if the progress was cancelled
     */
    public static Table read(Path file, @Nullable String sheet, Progress progress) throws IOException {
        return read(file, sheet, CsvTableReader.MOST_COLUMNS, progress);
    }

    /** As the other, of a sheet of as many columns as {@code most}. */
    public static Table read(Path file, @Nullable String sheet, int most, Progress progress) throws IOException {
        return opened(file, book -> {
            Sheet found = sheet(book, sheet);
            WorkbookParts parts = WorkbookParts.of(file, found.getId());
            parts.refuseMerged();
            double rowsHeld = Math.max(1, parts.lastRow() - 1);
            try (Stream<Row> rows = found.openStream()) {
                Iterator<Row> each = rows.iterator();
                List<SheetColumn> columns =
                        names(each, most).stream().map(SheetColumn::new).toList();
                SheetRows records = new SheetRows(columns);
                while (each.hasNext()) {
                    records.add(each.next());
                    if (records.size() % CHECK_EVERY == 1) {
                        progress.checkpoint(Math.min(1, records.size() / rowsHeld), "reading record " + records.size());
                    }
                }
                return records.table();
            }
        });
    }

    private static ReadableWorkbook open(Path file) throws IOException {
        WorkbookParts.check(file);
        try {
            boolean formats = WorkbookParts.hasFormats(file);
            return new ReadableWorkbook(file.toFile(), new ReadingOptions(formats, false));
        } catch (RuntimeException | IOException e) {
            throw WorkbookParts.damaged();
        }
    }

    private static Sheet sheet(ReadableWorkbook book, @Nullable String name) {
        List<Sheet> all = sheets(book).toList();
        return all.stream()
                .filter(s -> name == null || s.getName().equals(name))
                .findFirst()
                .orElseThrow(() -> BadInput.of(
                        "sheet",
                        name + " is not in the workbook",
                        "choose one of: " + all.stream().map(Sheet::getName).collect(Collectors.joining(", "))));
    }

    private static List<String> names(Iterator<Row> rows, int most) {
        if (!rows.hasNext()) throw BadInput.of("sheet", "is empty", "its first row names the columns");
        Row head = rows.next();
        List<String> names = new ArrayList<>();
        Set<String> seen = new LinkedHashSet<>();
        for (int c = 0; c < head.getCellCount(); c++) {
            Cell cell = head.getCell(c);
            String name = cell == null || cell.getType() == CellType.EMPTY ? null : CellValue.text(cell);
            names.add(name == null ? "" : name.strip());
        }
        while (!names.isEmpty() && names.get(names.size() - 1).isEmpty()) names.remove(names.size() - 1);
        if (names.size() > most) {
            throw BadInput.of(
                    "sheet",
                    "has " + names.size() + " columns, more than the " + most + " that are read together",
                    "choose those that a candidate may learn from, with the outcome, identifiers and dates");
        }
        for (int c = 0; c < names.size(); c++) {
            String at = CellValue.address(c, head.getRowNum());
            if (names.get(c).isEmpty()) {
                throw BadInput.of(
                        "cell " + at,
                        "is blank in the row that names the columns",
                        "name the column, or delete the rows above the names");
            }
            if (!seen.add(names.get(c))) {
                throw BadInput.of(
                        "cell " + at, "names a second column “" + names.get(c) + "”", "give each its own name");
            }
        }
        return names;
    }
}
