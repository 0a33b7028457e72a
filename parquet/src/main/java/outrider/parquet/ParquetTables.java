package outrider.parquet;

import blue.strategic.parquet.ParquetReader;
import blue.strategic.parquet.ParquetWriter;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.apache.parquet.column.ColumnDescriptor;
import org.apache.parquet.hadoop.metadata.ParquetMetadata;
import org.apache.parquet.schema.LogicalTypeAnnotation;
import org.apache.parquet.schema.MessageType;
import org.apache.parquet.schema.PrimitiveType.PrimitiveTypeName;
import org.apache.parquet.schema.Type;
import org.apache.parquet.schema.Types;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.table.Column;
import outrider.table.CsvTableReader;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;
import outrider.table.Preview;
import outrider.table.Table;

/** Tables from and to Parquet files of flat columns. Types are those of the file: a text of digits stays a text. */
public final class ParquetTables {
    /** More cells than this and than so many times its bytes are no table but a bomb. */
    private static final long BOMB = 64L << 20;

    private static final int BOMB_FACTOR = 200;

    private static final int CHECK_EVERY = 4096;

    private ParquetTables() {}

    /** Whether the file says that it is one. */
    public static boolean is(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            return Arrays.equals(in.readNBytes(4), "PAR1".getBytes(StandardCharsets.US_ASCII));
        }
    }

    /**
     * Names and first records.
     *
     * @throws BadInput as {@link #read} says
     */
    public static Preview preview(Path file) throws IOException {
        List<ColumnReader> columns = columns(file, CsvTableReader.MOST_IN_FILE);
        List<List<String>> rows = new ArrayList<>();
        try (var records = ParquetReader.streamContent(file.toFile(), new Row(columns.size()), places(columns))) {
            records.limit(Preview.ROWS).forEach(values -> {
                List<String> row = new ArrayList<>();
                for (int i = 0; i < values.length; i++) row.add(columns.get(i).text(values[i]));
                rows.add(row);
            });
        } catch (BadInput e) {
            throw e;
        } catch (RuntimeException e) {
            throw damaged(rows.size());
        }
        return new Preview(null, columns.stream().map(ColumnReader::name).toList(), rows);
    }

    /**
     * @throws BadInput naming the column, for nested or repeated columns, doubled names or too many columns; or if the file is
     *     damaged or holds no record
     * @throws java.util.concurrent.CancellationException if the progress was cancelled
     */
    public static Table read(Path file, Progress progress) throws IOException {
        return read(file, CsvTableReader.MOST_COLUMNS, progress);
    }

    /** As the other, of a file of as many columns as {@code most}. */
    public static Table read(Path file, int most, Progress progress) throws IOException {
        List<ColumnReader> columns = columns(file, most);
        long total = metadata(file).getBlocks().stream()
                .mapToLong(block -> block.getRowCount())
                .sum();
        if (total > Integer.MAX_VALUE - 8) {
            throw BadInput.of("file", "holds " + total + " records", "bring at most two thousand million");
        }
        if (total == 0) throw BadInput.of("file", "holds no record", "add the records");
        long cells = total * columns.size();
        if (cells > BOMB && cells > BOMB_FACTOR * Files.size(file)) {
            throw BadInput.of(
                    "file",
                    "unpacks to more than " + BOMB_FACTOR + " times its size, which no table does",
                    "leave out columns that hold one value only");
        }
        PageChecksums.check(file);
        int[] at = {0};
        try (var records = ParquetReader.streamContent(file.toFile(), new Row(columns.size()), places(columns))) {
            records.forEach(values -> {
                if (at[0]++ % CHECK_EVERY == 0) {
                    progress.checkpoint(at[0] / (double) total, "reading record " + at[0]);
                }
                for (int i = 0; i < values.length; i++) columns.get(i).add(values[i]);
            });
        } catch (BadInput | java.util.concurrent.CancellationException e) {
            throw e;
        } catch (RuntimeException e) {
            throw damaged(at[0]);
        }
        return new Table(columns.stream().map(ColumnReader::build).toList(), null);
    }

    private static BadInput damaged(int record) {
        return BadInput.of("file", "is damaged near record " + record, "export it again");
    }

    /** What a reader ought to know of a file that was read; null for nothing. */
    public static @Nullable String notice(Path file) throws IOException {
        return PageChecksums.carried(file)
                ? null
                : "The file carries no checksums, so damage to its values could not be noticed. Write it with page checksums where you can.";
    }

    private static java.util.function.Function<String[], Integer> places(List<ColumnReader> columns) {
        java.util.Map<String, Integer> place = new java.util.HashMap<>();
        for (int i = 0; i < columns.size(); i++) place.put(columns.get(i).name(), i);
        return path -> place.get(path[0]);
    }

    private static ParquetMetadata metadata(Path file) {
        try {
            return ParquetReader.readMetadata(file.toFile());
        } catch (IOException | RuntimeException e) {
            throw BadInput.of("file", "begins like Parquet but cannot be read", "export it again");
        }
    }

    private static List<ColumnReader> columns(Path file, int most) {
        MessageType schema = metadata(file).getFileMetaData().getSchema();
        List<ColumnReader> columns = new ArrayList<>();
        for (Type type : schema.getFields()) {
            if (!type.isPrimitive() || type.isRepetition(Type.Repetition.REPEATED)) {
                throw BadInput.of(
                        "column \"" + type.getName() + "\"", "is nested or repeated", "bring flat columns only");
            }
        }
        if (schema.getColumns().size() > most) {
            throw BadInput.of(
                    "file",
                    "has " + schema.getColumns().size() + " columns, more than the " + most + " that are read together",
                    "choose those that a candidate may learn from, with the outcome, identifiers and dates");
        }
        for (ColumnDescriptor column : schema.getColumns()) columns.add(new ColumnReader(column.getPrimitiveType()));
        return columns;
    }

    /** Writes numbers as DOUBLE, days as DATE and the rest as STRING; missing as null. */
    public static void write(Table table, Path file) throws IOException {
        Types.MessageTypeBuilder schema = Types.buildMessage();
        for (Column column : table.columns()) {
            switch (column.type()) {
                case NUMBER -> schema.optional(PrimitiveTypeName.DOUBLE).named(column.name());
                case DATE ->
                    schema.optional(PrimitiveTypeName.INT32)
                            .as(LogicalTypeAnnotation.dateType())
                            .named(column.name());
                default ->
                    schema.optional(PrimitiveTypeName.BINARY)
                            .as(LogicalTypeAnnotation.stringType())
                            .named(column.name());
            }
        }
        Files.deleteIfExists(file);
        try (ParquetWriter<Integer> writer =
                ParquetWriter.writeFile(schema.named("records"), file.toFile(), (record, out) -> {
                    for (Column column : table.columns()) {
                        if (!column.isMissing(record)) out.write(column.name(), value(column, record));
                    }
                })) {
            for (int i = 0; i < table.size(); i++) writer.write(i);
        }
    }

    private static @Nullable Object value(Column column, int record) {
        if (column instanceof NumberColumn numbers) return numbers.values()[record];
        if (column instanceof DateColumn dates) return dates.days()[record];
        return column.asWritten(record);
    }

    /** Gathers one record's values by column. */
    private record Row(int columns) implements blue.strategic.parquet.Hydrator<Object[], Object[], Integer> {
        @Override
        public Object[] start() {
            return new Object[columns];
        }

        @Override
        public Object[] add(Object[] target, Integer place, Object value) {
            target[place] = value;
            return target;
        }

        @Override
        public Object[] finish(Object[] target) {
            return target;
        }
    }
}
