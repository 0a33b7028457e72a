package outrider.workbook;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.function.Consumer;
import java.util.stream.IntStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.table.Column;
import outrider.table.ColumnType;
import outrider.table.NumberColumn;
import outrider.table.Table;

class WorkbookTablesTest {
    private static final int SEEDS = 6;

    @TempDir
    Path folder;

    private Path written(Consumer<Worksheet> content) throws IOException {
        Path file = folder.resolve("book.xlsx");
        try (OutputStream out = Files.newOutputStream(file);
                Workbook book = new Workbook(out, "test", "1.0")) {
            content.accept(book.newWorksheet("members"));
            Worksheet other = book.newWorksheet("notes");
            other.value(0, 0, "nothing");
            other.value(1, 0, "here");
        }
        return file;
    }

    /** A workbook of one sheet with these rows, as XML. */
    private Path raw(String rows, String after) throws IOException {
        Path file = folder.resolve("raw.xlsx");
        try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
            entry(
                    zip,
                    "[Content_Types].xml",
                    "<Types xmlns='http://schemas.openxmlformats.org/package/2006/content-types'>"
                            + "<Default Extension='xml' ContentType='application/xml'/></Types>");
            entry(
                    zip,
                    "xl/workbook.xml",
                    "<workbook xmlns='http://schemas.openxmlformats.org/spreadsheetml/2006/main'"
                            + " xmlns:r='http://schemas.openxmlformats.org/officeDocument/2006/relationships'>"
                            + "<sheets><sheet name='one' sheetId='1' r:id='rId1'/></sheets></workbook>");
            entry(
                    zip,
                    "xl/_rels/workbook.xml.rels",
                    "<Relationships xmlns='http://schemas.openxmlformats.org/package/2006/relationships'>"
                            + "<Relationship Id='rId1' Target='worksheets/sheet1.xml' Type='http://schemas.openxmlformats.org/"
                            + "officeDocument/2006/relationships/worksheet'/></Relationships>");
            entry(
                    zip,
                    "xl/worksheets/sheet1.xml",
                    "<worksheet xmlns='http://schemas.openxmlformats.org/spreadsheetml/2006/main'><sheetData>" + rows
                            + "</sheetData>" + after + "</worksheet>");
        }
        return file;
    }

    private static void entry(ZipOutputStream zip, String name, String text) throws IOException {
        ZipEntry entry = new ZipEntry(name);
        entry.setTime(0);
        zip.putNextEntry(entry);
        zip.write(text.getBytes(StandardCharsets.UTF_8));
        zip.closeEntry();
    }

    private static String text(String cell, String text) {
        return "<c r='" + cell + "' t='inlineStr'><is><t>" + text + "</t></is></c>";
    }

    private static Table read(Path file) throws IOException {
        return WorkbookTables.read(file, null, Progress.NONE);
    }

    private static List<String> texts(Table table, String name) {
        Column column = table.column(name);
        return IntStream.range(0, table.size()).mapToObj(column::asWritten).toList();
    }

    @Test
    void numbersDaysAndTextsAreWhatTheirCellsAre() throws IOException {
        Path file = written(sheet -> {
            String[] names = {"member", "paid", "share", "joined", "seen", "tier", "lapsed", "mixed"};
            for (int c = 0; c < names.length; c++) sheet.value(0, c, names[c]);
            for (int r = 1; r <= 3; r++) {
                sheet.value(r, 0, "00" + r);
                sheet.value(r, 1, r / 10.0);
                sheet.value(r, 2, 0.25 * r);
                sheet.style(r, 2).format("0.0%").set();
                sheet.value(r, 3, LocalDate.of(2025, 3, r));
                sheet.style(r, 3).format("dd.mm.yyyy").set();
                sheet.value(r, 4, LocalDateTime.of(2025, 3, r, 14, 30));
                sheet.style(r, 4).format("yyyy-mm-dd hh:mm").set();
                if (r != 2) sheet.value(r, 5, "gold");
                sheet.value(r, 6, r == 1);
                if (r == 1) sheet.value(r, 7, 7);
                else sheet.value(r, 7, "n/a");
            }
        });
        assertThat(WorkbookTables.is(file)).isTrue();
        WorkbookTables.Look look = WorkbookTables.look(file, null);
        assertThat(look.sheets()).containsExactly("members", "notes");
        assertThat(look.sheet()).isEqualTo("members");
        Table table = read(file);
        assertThat(table.column("member").type()).isNotEqualTo(ColumnType.NUMBER);
        assertThat(texts(table, "member")).containsExactly("001", "002", "003");
        assertThat(table.column("paid").type()).isEqualTo(ColumnType.NUMBER);
        assertThat(texts(table, "paid")).containsExactly("0.1", "0.2", "0.3");
        assertThat(texts(table, "share")).containsExactly("0.25", "0.5", "0.75");
        assertThat(table.column("joined").type()).isEqualTo(ColumnType.DATE);
        assertThat(texts(table, "joined")).containsExactly("2025-03-01", "2025-03-02", "2025-03-03");
        assertThat(texts(table, "seen").get(0)).isEqualTo("2025-03-01 14:30:00");
        assertThat(texts(table, "tier")).containsExactly("gold", null, "gold");
        assertThat(texts(table, "lapsed")).containsExactly("true", "false", "false");
        assertThat(texts(table, "mixed")).containsExactly("7", "n/a", "n/a");
        assertThat(texts(WorkbookTables.read(file, "notes", Progress.NONE), "nothing"))
                .containsExactly("here");
        assertThat(look.preview().names()).startsWith("member", "paid");
        assertThat(look.preview().rows().get(1).get(3)).isEqualTo("2025-03-02");
        assertThat(WorkbookTables.look(file, "notes").preview().names()).containsExactly("nothing");
        assertThat(WorkbookTables.look(file, "gone").fault()).contains("choose one of: members, notes");
        assertThatThrownBy(() -> WorkbookTables.read(file, "gone", Progress.NONE))
                .hasMessageContaining("choose one of: members, notes");
    }

    /** What a format shows of a number of days, and what of it is kept. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            h:mm            | 0.4375     | 10:30
            h:mm:ss         | 45000.4375 | 2023-03-15 10:30:00
            [h]:mm          | 1.5        | 1.5
            [mm]:ss         | 0.5        | 0.5
            mmm             | 45000      | 2023-03-15
            d/m/yy h:mm     | 45000.75   | 2023-03-15 18:00:00
            [Red]0.0 \\d      | 45000.5    | 45000.5
            0.00E+00        | 45000.5    | 45000.5
            #,##0 [$€-1]    | 45000      | 45000
            """)
    void aNumberOfDaysIsTheDayTheTimeOrTheAmountThatItsFormatShows(String format, double kept, String text)
            throws IOException {
        Path file = written(sheet -> {
            sheet.value(0, 0, "a");
            sheet.value(1, 0, kept);
            sheet.style(1, 0).format(format).set();
        });
        assertThat(texts(read(file), "a")).containsExactly(text);
    }

    @Test
    void aFormulaIsTheValueKeptWithItAndAnErrorItsText() throws IOException {
        Path file = raw(
                "<row r='1'>" + text("A1", "sum") + text("B1", "word") + text("C1", "wrong") + "</row>"
                        + "<row r='2'><c r='A2'><f>1+2</f><v>3</v></c><c r='B2' t='str'><f>\"a\"</f><v>a</v></c>"
                        + "<c r='C2' t='e'><v>#N/A</v></c></row>"
                        + "<row r='3'><c r='A3'><f>2.5*2</f><v>5</v></c><c r='B3' t='str'><v>b</v></c><c r='C3'><v>4</v></c></row>",
                "");
        Table table = read(file);
        assertThat(table.column("sum").type()).isEqualTo(ColumnType.NUMBER);
        assertThat(texts(table, "sum")).containsExactly("3", "5");
        assertThat(texts(table, "word")).containsExactly("a", "b");
        assertThat(texts(table, "wrong")).containsExactly("#N/A", "4");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            merged        | cells A1:B1
            beside        | cell C3
            unnamed       | cell B1
            doubled       | cell B1
            blank between | line 3
            no record     | holds no record
            """)
    void whatIsNoTableIsRefusedByItsCell(String fault, String said) throws IOException {
        String head = "<row r='1'>" + text("A1", "a")
                + (fault.equals("unnamed") ? "" : text("B1", fault.equals("doubled") ? "a" : "b")) + "</row>";
        if (fault.equals("unnamed")) head = "<row r='1'>" + text("A1", "a") + text("C1", "c") + "</row>";
        String first = fault.equals("no record") ? "" : "<row r='2'><c r='A2'><v>1</v></c></row>";
        String beside = fault.equals("beside") ? "<row r='3'><c r='C3'><v>1</v></c></row>" : "";
        String later = fault.equals("blank between") ? "<row r='4'><c r='A4'><v>1</v></c></row>" : "";
        String after = fault.equals("merged") ? "<mergeCells><mergeCell ref='A1:B1'/></mergeCells>" : "";
        Path file = raw(head + first + beside + later, after);
        assertThatThrownBy(() -> read(file)).isInstanceOf(BadInput.class).hasMessageContaining(said);
    }

    @Test
    void anArchiveOfSomethingElseAndAnOldWorkbookAreNamed() throws IOException {
        Path archive = folder.resolve("a.zip");
        try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(archive))) {
            entry(zip, "table.csv", "a,b\n1,2\n");
        }
        assertThatThrownBy(() -> WorkbookTables.is(archive)).hasMessageContaining("archive without a workbook");
        Path old = Files.write(folder.resolve("old.xls"), new byte[] {(byte) 0xd0, (byte) 0xcf, 0x11, (byte) 0xe0, 1});
        assertThatThrownBy(() -> WorkbookTables.is(old)).hasMessageContaining("older kind");
        assertThat(WorkbookTables.is(Files.writeString(folder.resolve("t.csv"), "a,b\n1,2\n")))
                .isFalse();
    }

    @Test
    void whatIsWrittenReadsBackEqual() throws IOException {
        Path file = folder.resolve("out.xlsx");
        try (OutputStream out = Files.newOutputStream(file)) {
            WorkbookWriter.write(
                    "Bands: 1/2",
                    List.of("band", "rate", "words"),
                    List.of(
                            List.of(1, 0.1 + 0.2, "=2+2"),
                            Arrays.asList(2, null, "a <b> & \u0001 c"),
                            List.of(3, 1, "x".repeat(40_000))),
                    out);
        }
        assertThat(WorkbookTables.look(file, null).sheets()).containsExactly("Bands  1 2");
        Table table = read(file);
        assertThat(((NumberColumn) table.column("rate")).values()[0]).isEqualTo(0.1 + 0.2);
        assertThat(table.column("rate").isMissing(1)).isTrue();
        assertThat(texts(table, "words").get(0)).isEqualTo("=2+2");
        assertThat(texts(table, "words").get(1)).startsWith("a <b> & ").endsWith(" c");
        assertThat(texts(table, "words").get(2))
                .hasSize(32_767)
                .endsWith(" … (40000 letters in all, whole in the CSV)");
    }

    @Test
    void aBombIsRefused() throws IOException {
        Path file = folder.resolve("bomb.xlsx");
        try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
            entry(zip, "xl/workbook.xml", "<workbook/>");
            zip.putNextEntry(new ZipEntry("xl/sharedStrings.xml"));
            byte[] zeros = new byte[1 << 20];
            for (int i = 0; i < 100; i++) zip.write(zeros);
            zip.closeEntry();
        }
        assertThatThrownBy(() -> read(file)).hasMessageContaining("unpacks to more than 200 times");
    }

    /** Whatever is done to its bytes: a table or a refusal, and never another error. */
    @Test
    void damagedWorkbooksAreRefused() throws IOException {
        Path file = written(sheet -> {
            sheet.value(0, 0, "a");
            for (int r = 1; r < 200; r++) sheet.value(r, 0, r);
        });
        StringBuilder rows = new StringBuilder("<row r='1'>" + text("A1", "a") + "</row>");
        for (int r = 2; r < 200; r++) rows.append("<row r='%d'><c r='A%d'><v>%d</v></c></row>".formatted(r, r, r));
        int refused = 0;
        for (int seed = 4; seed < SEEDS; seed++) {
            refused += refusedOf(Files.readAllBytes(file), seed)
                    + refusedOf(Files.readAllBytes(raw(rows.toString(), "")), seed);
        }
        assertThat(refused).isGreaterThan(300);
    }

    private int refusedOf(byte[] good, long seed) throws IOException {
        Random random = new Random(seed);
        int refused = 0;
        for (int i = 0; i < 300; i++) {
            byte[] bytes = Arrays.copyOf(good, i % 3 == 0 ? 1 + random.nextInt(good.length - 1) : good.length);
            for (int k = 0; k < 3; k++) bytes[random.nextInt(bytes.length)] ^= (byte) (1 << random.nextInt(8));
            Path damaged = Files.write(folder.resolve("damaged.xlsx"), bytes);
            try {
                if (WorkbookTables.is(damaged)) read(damaged);
            } catch (BadInput e) {
                refused++;
            }
        }
        return refused;
    }
}
