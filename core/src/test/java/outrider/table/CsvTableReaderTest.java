package outrider.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.GZIPOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.BadInput;
import outrider.base.Progress;

class CsvTableReaderTest {
    private static final String CASE = "n,c,d,t,z\r\n"
            + "1,gold,2026-03-31,\"a \"\"b\"\", c\",007\r\n"
            + "-2.5e-1,,,\"\",7\r\n"
            + "0,plain,2026-04-01,\"two\nlines\",7\r\n"
            + ",gold,2024-02-29,,\r\n";

    private static Table read(String text) {
        return CsvTableReader.read(new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8)), Progress.NONE);
    }

    @Test
    void typesAreInferredAndMissingIsNeitherZeroNorEmpty() {
        Table table = read(CASE);
        assertThat(table.columns())
                .extracting(Column::type)
                .containsExactly(
                        ColumnType.NUMBER, ColumnType.CATEGORY, ColumnType.DATE, ColumnType.TEXT, ColumnType.CATEGORY);
        assertThat(((NumberColumn) table.column("n")).values()).containsExactly(1, -0.25, 0, Double.NaN);
        assertThat(table.column("c").missing()).isEqualTo(1);
        assertThat(table.column("d").text(3)).isEqualTo("2024-02-29");
        assertThat(java.util.stream.IntStream.range(0, 4).mapToObj(table.column("t")::text))
                .containsExactly("a \"b\", c", "", "two\nlines", null);
        assertThat(table.column("z").text(0)).as("a code keeps its zeros").isEqualTo("007");
        assertThat(table.lineOf(3)).as("a record after one of two lines").isEqualTo(6);
    }

    @Test
    void aByteOrderMarkAndGzipAreRead() throws IOException {
        ByteArrayOutputStream packed = new ByteArrayOutputStream();
        try (GZIPOutputStream gzip = new GZIPOutputStream(packed)) {
            gzip.write(CASE.getBytes(StandardCharsets.UTF_8));
        }
        Table table = CsvTableReader.read(new ByteArrayInputStream(packed.toByteArray()), Progress.NONE);
        assertThat(table.size()).isEqualTo(4);
        assertThat(read("\uFEFFa\n1\n").has("a")).isTrue();
        assertThat(read("a\n1\n\n3\n").column("a").missing())
                .as("a blank line of one column")
                .isEqualTo(1);
    }

    @Test
    void aColumnWithoutANameGetsOneAndNumbersBetweenBlanksAreNumbers() {
        Table table = read(",age, pay ,\n1, 39, 7.50,\n2,41 , 08.25,\n");
        assertThat(table.columns()).extracting(Column::name).containsExactly("column_1", "age", " pay ", "column_4");
        assertThat(((NumberColumn) table.column("age")).values()).containsExactly(39, 41);
        assertThat(table.column("age").asWritten(0)).isEqualTo(" 39");
        assertThat(table.column(" pay ").type())
                .as("a code with a leading zero")
                .isNotEqualTo(ColumnType.NUMBER);
        assertThat(table.column(" pay ").text(0)).isEqualTo(" 7.50");
        assertThat(table.column("column_4").missing()).isEqualTo(2);
        Table large = read("a\n 9007199254740993 \n1e3\n 1e3\n  \nfew\n");
        assertThat(java.util.stream.IntStream.range(0, 5).mapToObj(large.column("a")::text))
                .containsExactly(" 9007199254740993 ", "1e3", " 1e3", "  ", "few");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "''                    | file: is empty",
                "'a,b~'                | file: holds a header and no record",
                "'a,b~1,2~3~'          | line 3: has 1 field where the header has 2",
                "'a,b~1,2~L77~'        | line 3: has 1 field where the header has 2",
                "'a,b~1,2~# page 2~3,4~' | line 3: has 1 field where the header has 2; give every record one value a column, or take the line out",
                "'a,b~1,2~~in all: 1~3,4~' | line 3: has 0 fields where the header has 2",
                "'a,b~1,2~3,4,5~'      | line 3: has 3 fields where the header has 2",
                "'a,b~1,2~~3,4~'       | line 3: has 0 fields where the header has 2; take the empty line out",
                "'a,a~1,2~'            | line 1, column \"a\": stands twice in the header",
                "'column_2,~1,2~'      | line 1, column \"column_2\": stands twice in the header",
                "',X1,X2~ID,AGE,PAY~1,34,0~2,45,1~3,28,2~' | line 2: holds words where the lines below hold numbers; it looks like a second",
                "'age,pay,pay,,y~1,2.5,3,1,0~2,2.5,3,1,0~4,1,3,1,1~' | line 1, column \"pay\": stands twice in the header",
                "'\"pay\" \"age\" \"y\"~\"1\" 2.5 30 0~\"2\" 3.5 40 1~' | line 2: has 4 fields where the header has 3; name every column",
                "'a,b~1,2,3~4,5,6~' | line 2: has 3 fields where the header has 2; name every column in the header: where",
                "'{\"a\": 1}~{\"a\": 2}~' | file: is JSON and no table; export it as CSV: a line of names",
                "'[[\"a\", \"b\"], [1, 2]]' | file: is JSON and no table",
                "'% made by hand~@RELATION r~@attribute a numeric~@attribute y {0,1}~@data~1,0~2,1~' | file: is ARFF and no table",
                "'<!DOCTYPE html>~<table>' | file: is HTML or XML and no table",
                "'a,b~1,\"2~3,4~'      | line 2, column \"b\": a quoted field is not closed"
            })
    void brokenFilesAreRefusedByLine(String file, String refusal) {
        assertThatThrownBy(() -> read(file.strip().replace("'", "").replace('~', '\n')))
                .isInstanceOf(BadInput.class)
                .hasMessageStartingWith(refusal.strip());
    }

    /** Whatever the batch of fields was filled with when it came. */
    @ParameterizedTest
    @ValueSource(ints = {8, 32767, 32768, 32769, 70000})
    void remarksBelowTheRecordsAreNoRecordsAndAreTold(int records) {
        StringBuilder text = new StringBuilder("a,b\n");
        for (int i = 0; i < records; i++)
            text.append(i).append(',').append(i % 7).append('\n');
        Table table = read(text + "\nRecords: " + records + "\n----\nmade by the desk\n\n");
        assertThat(table.size()).isEqualTo(records);
        assertThat(table.column("a").text(records - 1)).isEqualTo("" + (records - 1));
        assertThat(table.below()).containsExactly("Records: " + records, "----", "made by the desk");
        Table ended = read(text + "\u001a");
        assertThat(ended.size()).isEqualTo(records);
        assertThat(ended.below()).containsExactly("end of file");
    }

    @ParameterizedTest
    @ValueSource(strings = {"(3,000 rows)", "Records: 3,000", "3,000 records read", "made by the desk\n3,000 records"})
    void aRemarkBelowMayPartTheThousandsOfItsCount(String remark) {
        Table table = read("a,b,c\n" + "1,2,x\n".repeat(3000) + remark + "\n");
        assertThat(table.size()).isEqualTo(3000);
        assertThat(table.below()).containsExactly(remark.split("\n"));
    }

    @ParameterizedTest
    @ValueSource(strings = {"Records: 3,001", "M 17,204", "gold member,3", "(3,000 rows)\n1,2,x", "3,000"})
    void aRecordThatWasCutOffIsNoRemark(String last) {
        assertThatThrownBy(() -> read("a,b,c\n" + "1,2,x\n".repeat(3000) + last + "\n"))
                .isInstanceOf(BadInput.class)
                .hasMessageStartingWith("line 3002: has 2 fields where the header has 3");
    }

    @Test
    void aLastRecordThatHoldsSumsIsNone() {
        String text = "who,amount,calls,seg,y\nM1,10.5,1,a,0\nM2,20.25,2,b,1\nM3,3,4,a,0\n";
        assertThat(TotalRecord.in(read(text))).isNull();
        TotalRecord total = TotalRecord.in(read(text + "Total:,33.75,7,,1\n"));
        assertThat(total).isEqualTo(new TotalRecord(5, "who", "Total:", "amount"));
        assertThat(total.found()).contains("“Total:” in who and the sum of the others in amount");
        assertThat(TotalRecord.in(read(text + "Total,50,9,b,1\n")))
                .as("a customer of that name")
                .isNull();
        assertThat(TotalRecord.in(read(text + "made in March,,,,\n")).sum()).isNull();
        assertThat(TotalRecord.in(read(text + "M4,,,a,\n"))).isNull();
    }

    @Test
    void bytesThatTheEncodingDoesNotKnowAreRefused() {
        byte[] latin = "a\nx\ncaf\u00e9\n".getBytes(StandardCharsets.ISO_8859_1);
        assertThatThrownBy(() -> CsvTableReader.read(
                        new ByteArrayInputStream(latin), latin.length, Dialect.PLAIN, Progress.NONE))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("line 3: holds bytes that are not UTF-8; choose Latin-1");
    }

    @Test
    void theLineOfABadByteIsRightFarIntoAFileOfSomeLettersBeyondAscii() {
        String good = "1,plain\n".repeat(60_000) + "2,\u00e9t\u00e9\n".repeat(3) + "3,plain\n".repeat(60_000);
        byte[] letters = ("a,b\n" + good + "4,caf~\n" + good).getBytes(StandardCharsets.UTF_8);
        for (int i = 0; i < letters.length; i++) if (letters[i] == '~') letters[i] = (byte) 0xe9;
        assertThatThrownBy(() -> CsvTableReader.read(
                        new ByteArrayInputStream(letters), letters.length, Dialect.PLAIN, Progress.NONE))
                .hasMessageStartingWith("line 120005: holds bytes that are not UTF-8; choose");
    }

    @Test
    void chunksGiveBackTheSameBits() {
        Table table = read(CASE);
        for (Column column : table.columns()) {
            List<byte[]> chunks = new ArrayList<>();
            for (int from = 0; from < column.size(); from += 3) {
                chunks.add(ChunkCodec.encode(column, from, Math.min(column.size(), from + 3)));
            }
            List<String> levels = column instanceof CategoryColumn category ? category.levels() : null;
            Column back =
                    ChunkCodec.decode(column.name(), column.type(), column.format(), levels, column.size(), chunks);
            assertThat(ChunkCodec.encode(back, 0, 4)).isEqualTo(ChunkCodec.encode(column, 0, 4));
            for (int i = 0; i < 4; i++) assertThat(back.text(i)).isEqualTo(column.text(i));
            assertThatThrownBy(
                            () -> ChunkCodec.decode(column.name(), column.type(), column.format(), levels, 5, chunks))
                    .hasMessageContaining("holds 4 stored values of 5");
        }
    }

    @Test
    void outcomesComeFromAnyTypeOfColumnAndAreNeverGuessed() {
        Table table = read("y,k\n1,lapsed\n0,renewed\n1,withdrawn\n,lapsed\n");
        assertThat(Levels.outcome(table, "k", List.of("lapsed", "withdrawn"))).containsExactly(1, 0, 1, 1);
        assertThatThrownBy(() -> Levels.outcome(table, "y", List.of("1")))
                .hasMessage(
                        "line 5, column \"y\": the outcome is missing; fill it in or leave the record out of the file");
        assertThatThrownBy(() -> Levels.outcome(table, "k", List.of("gone")))
                .hasMessageContaining("its levels are: lapsed, renewed, withdrawn");
        assertThatThrownBy(() -> Levels.outcome(table, "k", List.of("lapsed", "renewed", "withdrawn")))
                .hasMessageContaining("every record has the event");
    }

    @Test
    void numbersAreDemandedByLineWhateverTheColumnsTypeIs() {
        Table table = read("s,w,y\n007,1,1.0\n0.5,0,0\n");
        assertThat(Numbers.demand(table, "s", v -> true, "")).containsExactly(7, 0.5);
        assertThat(Levels.outcome(table, "y", List.of("1.0"))).containsExactly(1, 0);
        assertThatThrownBy(() -> Numbers.demand(table, "w", v -> v > 0, "weights must be above 0"))
                .hasMessage("line 3, column \"w\": found 0; weights must be above 0");
        assertThatThrownBy(() -> Numbers.demand(read("s\n1\n\n"), "s", v -> true, "score it"))
                .hasMessage("line 3, column \"s\": is missing; score it");
        assertThatThrownBy(() -> Numbers.demand(read("s\n1\n1e999\n"), "s", v -> true, "score it"))
                .hasMessageStartingWith("line 3, column \"s\": found \"1e999\", no finite number");
    }
}
