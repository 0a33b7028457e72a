package outrider.casefile;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.zip.GZIPOutputStream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.parquet.ParquetTables;
import outrider.table.Column;
import outrider.table.CsvTableReader;
import outrider.table.Dialect;
import outrider.table.Table;
import outrider.workbook.WorkbookWriter;

/** Files as they come out of broken disks, cut transfers and wrong exports. */
class DamagedFilesTest {
    private static final int TRIALS = 200;
    private static final String[] TOWNS = {"Köln", "Zürich", "Århus", "Łódź", "Kiel"};

    @TempDir
    Path folder;

    private static String csv(int records) {
        StringBuilder text = new StringBuilder("miles,town,rang,joined\n");
        for (int i = 0; i < records; i++) {
            text.append(i * 37 % 1009 / 10.0).append(',').append(TOWNS[i % TOWNS.length]);
            text.append(i % 9 == 0 ? ",yes" : ",no")
                    .append(",2026-0")
                    .append(1 + i % 9)
                    .append("-11\n");
        }
        return text.toString();
    }

    private byte[] whole(String format) throws IOException {
        byte[] plain = csv(600).getBytes(UTF_8);
        Table table = CsvTableReader.read(new ByteArrayInputStream(plain), Progress.NONE);
        Path file = folder.resolve("whole");
        switch (format) {
            case "csv" -> Files.write(file, plain);
            case "utf-16" -> Files.write(file, ("\uFEFF" + csv(600)).getBytes(StandardCharsets.UTF_16LE));
            case "windows-1252" ->
                Files.write(file, csv(600).replace("Łódź", "Metz").getBytes(Charset.forName("windows-1252")));
            case "gzip" -> {
                ByteArrayOutputStream packed = new ByteArrayOutputStream();
                try (GZIPOutputStream out = new GZIPOutputStream(packed)) {
                    out.write(plain);
                }
                Files.write(file, packed.toByteArray());
            }
            case "parquet" -> ParquetTables.write(table, file);
            default -> {
                List<List<@Nullable Object>> rows = new ArrayList<>();
                for (int i = 0; i < table.size(); i++) {
                    int row = i;
                    rows.add(table.columns().stream()
                            .<@Nullable Object>map(c -> c.text(row))
                            .toList());
                }
                try (OutputStream out = Files.newOutputStream(file)) {
                    WorkbookWriter.write(
                            "records",
                            table.columns().stream().map(Column::name).toList(),
                            rows,
                            out);
                }
            }
        }
        return Files.readAllBytes(file);
    }

    /** A table, or a refusal in words; of a format with checksums never other cells. */
    @ParameterizedTest
    @ValueSource(strings = {"csv", "utf-16", "windows-1252", "gzip", "parquet", "workbook"})
    void isReadOrRefused(String format) throws IOException {
        byte[] whole = whole(format);
        Path good = Files.write(folder.resolve("good"), whole);
        Table expected = TableFile.read(good, Progress.NONE);
        boolean checked = format.equals("gzip") || format.equals("parquet") || format.equals("workbook");
        RandomStream random = new Seeds(11).stream("damage of " + format);
        int refused = 0;
        for (int trial = 0; trial < TRIALS; trial++) {
            byte[] bytes = damaged(whole, trial, random);
            Path damaged = Files.write(folder.resolve("damaged"), bytes);
            try {
                TableFile.look(damaged, TableFile.Manner.UNKNOWN);
                Table read = TableFile.read(damaged, Progress.NONE);
                if (checked && Files.readAllBytes(damaged)[0] == whole[0])
                    assertSame(read, expected, format + " " + trial);
            } catch (BadInput e) {
                assertThat(e.remedy()).isNotBlank();
                refused++;
            }
        }
        assertThat(refused).isGreaterThan(TRIALS / 10);
    }

    private static byte[] damaged(byte[] whole, int trial, RandomStream random) {
        byte[] bytes = whole.clone();
        int at = 4 + random.nextInt(bytes.length - 8);
        switch (trial % 4) {
            case 0 -> bytes[at] ^= (byte) (1 << random.nextInt(8));
            case 1 -> bytes[at] = 0;
            case 2 -> {
                for (int i = at; i < Math.min(bytes.length, at + 16); i++) bytes[i] = (byte) random.nextInt(256);
            }
            default -> bytes = Arrays.copyOf(bytes, at);
        }
        return bytes;
    }

    private static void assertSame(Table read, Table expected, String which) {
        assertThat(read.size()).as(which).isEqualTo(expected.size());
        for (Column column : expected.columns()) {
            for (int i = 0; i < expected.size(); i++) {
                assertThat(read.column(column.name()).text(i)).as(which).isEqualTo(column.text(i));
            }
        }
    }

    @Test
    void unreadableBytesAreCountedAndNeverTurnAFileIntoAnotherEncoding() throws IOException {
        byte[] bytes = csv(400).getBytes(UTF_8);
        int first = new String(bytes, StandardCharsets.ISO_8859_1).indexOf("Kiel");
        bytes[first] = (byte) 0xff;
        bytes[new String(bytes, StandardCharsets.ISO_8859_1).lastIndexOf("Zürich".charAt(0))] = (byte) 0xfe;
        Path file = Files.write(folder.resolve("towns.csv"), bytes);
        TableFile.Look look = TableFile.look(file, TableFile.Manner.UNKNOWN);
        assertThat(look.manner().dialect().encoding()).isEqualTo(Dialect.Encoding.UTF_8);
        assertThat(look.preview().rows().get(0)).contains("Köln");
        String said = "line 6: holds bytes that are not UTF-8, as another place does";
        assertThat(look.fault()).startsWith(said);
        assertThatThrownBy(() -> TableFile.read(file, Progress.NONE))
                .hasMessageStartingWith(said)
                .hasMessageContaining(
                        "choose Latin-1 (Windows-1252) if all of the file is written so, or UTF-8 with \uFFFD");

        Dialect found = look.manner().dialect();
        Dialect chosen = new Dialect(
                found.delimiter(), found.quote(), Dialect.Encoding.UTF_8_MARKED, found.decimal(), found.header());
        TableFile.Manner manner = new TableFile.Manner(chosen, null, null);
        assertThat(TableFile.look(file, manner).fault()).isNull();
        Table read = TableFile.read(file, manner, Progress.NONE);
        assertThat(read.column("town").text(0)).isEqualTo("Köln");
        assertThat(read.column("town").text(4)).isEqualTo("\uFFFDiel");
    }

    @Test
    void aNulIsRefusedByItsLine() throws IOException {
        Path file = Files.write(folder.resolve("nul.csv"), "a,b\n1,x\n2,y\0z\n".getBytes(UTF_8));
        Path long1 = Files.writeString(folder.resolve("long.csv"), csv(400) + "2,y\0z,no,2026-01-02\n");
        assertThatThrownBy(() -> TableFile.read(file, Progress.NONE)).isInstanceOf(BadInput.class);
        assertThatThrownBy(() -> TableFile.read(long1, Progress.NONE)).hasMessageStartingWith("line 402: holds a NUL");
    }
}
