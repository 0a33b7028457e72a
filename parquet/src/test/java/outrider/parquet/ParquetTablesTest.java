package outrider.parquet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import blue.strategic.parquet.ParquetWriter;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.apache.parquet.example.data.simple.SimpleGroupFactory;
import org.apache.parquet.hadoop.example.ExampleParquetWriter;
import org.apache.parquet.io.LocalOutputFile;
import org.apache.parquet.schema.LogicalTypeAnnotation;
import org.apache.parquet.schema.PrimitiveType.PrimitiveTypeName;
import org.apache.parquet.schema.Types;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.table.Column;
import outrider.table.ColumnType;
import outrider.table.CsvTableReader;
import outrider.table.NumberColumn;
import outrider.table.Preview;
import outrider.table.Table;

class ParquetTablesTest {
    @TempDir
    Path folder;

    @Test
    void everyTypeComesBackTheSame() throws IOException {
        StringBuilder csv = new StringBuilder("n,c,d,t,z\n");
        for (int i = 0; i < 5000; i++) {
            csv.append(i % 7 == 0 ? "" : i / 8.0 - 3).append(',').append(i % 3 == 0 ? "gold" : "plain");
            csv.append(",2026-0")
                    .append(1 + i % 9)
                    .append("-11,\"note, ")
                    .append(i)
                    .append("\",0")
                    .append(i % 50);
            csv.append('\n');
        }
        Table table = CsvTableReader.read(
                new ByteArrayInputStream((csv + ",,,\"\",\n").getBytes(StandardCharsets.UTF_8)), Progress.NONE);
        Path file = folder.resolve("t.parquet");
        ParquetTables.write(table, file);
        assertThat(ParquetTables.is(file)).isTrue();
        Table back = ParquetTables.read(file, Progress.NONE);
        for (Column column : table.columns()) {
            Column other = back.column(column.name());
            assertThat(other.type()).as(column.name()).isEqualTo(column.type());
            for (int i = 0; i < table.size(); i++) assertThat(other.text(i)).isEqualTo(column.text(i));
        }
        assertThat(((NumberColumn) back.column("n")).values()).isEqualTo(((NumberColumn) table.column("n")).values());
        Preview preview = ParquetTables.preview(file);
        assertThat(preview.names()).containsExactly("n", "c", "d", "t", "z");
        assertThat(preview.rows()).hasSize(Preview.ROWS);
        assertThat(preview.rows().get(1)).containsExactly("-2.875", "plain", "2026-02-11", "note, 1", "01");
    }

    @Test
    void theFilesOwnTypesDecide() throws IOException {
        Path file = folder.resolve("types.parquet");
        var schema = Types.buildMessage()
                .required(PrimitiveTypeName.INT64)
                .named("whole")
                .required(PrimitiveTypeName.BOOLEAN)
                .named("yes")
                .required(PrimitiveTypeName.BINARY)
                .as(LogicalTypeAnnotation.stringType())
                .named("digits")
                .required(PrimitiveTypeName.INT64)
                .as(LogicalTypeAnnotation.timestampType(true, LogicalTypeAnnotation.TimeUnit.MILLIS))
                .named("moment")
                .required(PrimitiveTypeName.INT32)
                .as(LogicalTypeAnnotation.decimalType(2, 9))
                .named("money")
                .named("records");
        try (ParquetWriter<Integer> out = ParquetWriter.writeFile(schema, file.toFile(), (i, to) -> {
            to.write("whole", (long) i);
            to.write("yes", i % 2 == 0);
            to.write("digits", Integer.toString(i % 3));
            to.write("moment", 1_700_000_000_000L + i);
            to.write("money", 1234 + i);
        })) {
            for (int i = 0; i < 20; i++) out.write(i);
        }
        Table table = ParquetTables.read(file, Progress.NONE);
        assertThat(table.columns())
                .extracting(Column::type)
                .containsExactly(
                        ColumnType.NUMBER,
                        ColumnType.CATEGORY,
                        ColumnType.CATEGORY,
                        ColumnType.TEXT,
                        ColumnType.NUMBER);
        assertThat(table.column("moment").text(0)).isEqualTo("2023-11-14T22:13:20Z");
        assertThat(((NumberColumn) table.column("money")).values()).startsWith(12.34, 12.35);
    }

    @Test
    void brokenFilesAreRefused() throws IOException {
        Path broken = Files.writeString(folder.resolve("x"), "PAR1 and nothing after it");
        assertThatThrownBy(() -> ParquetTables.read(broken, Progress.NONE))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("begins like Parquet but cannot be read");
        Path nested = folder.resolve("nested.parquet");
        var schema = Types.buildMessage()
                .repeated(PrimitiveTypeName.INT32)
                .named("many")
                .named("records");
        ParquetWriter.<Integer>writeFile(schema, nested.toFile(), (i, to) -> {}).close();
        assertThatThrownBy(() -> ParquetTables.read(nested, Progress.NONE))
                .hasMessage("column \"many\": is nested or repeated; bring flat columns only");
        Table none = new Table(List.of(new NumberColumn("n", new double[0])), null);
        Path empty = folder.resolve("empty.parquet");
        ParquetTables.write(none, empty);
        assertThatThrownBy(() -> ParquetTables.read(empty, Progress.NONE)).hasMessageContaining("holds no record");
    }

    @Test
    void aDamagedFileIsRefusedAndNeverTakenWithOtherCells() throws IOException {
        StringBuilder csv = new StringBuilder("n,c,t\n");
        for (int i = 0; i < 4000; i++)
            csv.append(i * 37 % 1009)
                    .append(',')
                    .append(i % 3)
                    .append(",text ")
                    .append(i)
                    .append('\n');
        Table table = CsvTableReader.read(
                new ByteArrayInputStream(csv.toString().getBytes(StandardCharsets.UTF_8)), Progress.NONE);
        Path file = folder.resolve("whole.parquet");
        ParquetTables.write(table, file);
        assertThat(ParquetTables.notice(file)).isNull();
        byte[] whole = Files.readAllBytes(file);
        RandomStream random = new Seeds(5).stream("damage");
        int refused = 0;
        for (int trial = 0; trial < 120; trial++) {
            byte[] bytes = whole.clone();
            bytes[4 + random.nextInt(bytes.length - 8)] ^= (byte) (1 << random.nextInt(8));
            Path damaged = Files.write(folder.resolve("damaged.parquet"), bytes);
            try {
                Table read = ParquetTables.read(damaged, Progress.NONE);
                for (Column column : table.columns()) {
                    Column other = read.column(column.name());
                    for (int i = 0; i < table.size(); i++)
                        assertThat(other.text(i)).isEqualTo(column.text(i));
                }
            } catch (BadInput e) {
                refused++;
            }
        }
        assertThat(refused).isGreaterThan(100);
    }

    @Test
    void aFileWithoutChecksumsIsReadAndSaysSo() throws IOException {
        Path file = folder.resolve("unchecked.parquet");
        var schema = Types.buildMessage()
                .required(PrimitiveTypeName.INT64)
                .named("whole")
                .named("records");
        try (var out = ExampleParquetWriter.builder(new LocalOutputFile(file))
                .withType(schema)
                .withPageWriteChecksumEnabled(false)
                .build()) {
            for (long i = 0; i < 50; i++)
                out.write(new SimpleGroupFactory(schema).newGroup().append("whole", i));
        }
        assertThat(ParquetTables.read(file, Progress.NONE).size()).isEqualTo(50);
        assertThat(ParquetTables.notice(file)).contains("carries no checksums");
    }
}
