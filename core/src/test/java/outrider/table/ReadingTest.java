package outrider.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Objects;
import java.util.concurrent.CancellationException;
import java.util.zip.GZIPOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.base.Seeds;

/** Files as they come: how they are written is found out, every text is kept, and types can be read anew. */
class ReadingTest {
    private static final String ODD_NUMBERS =
            "1.50,-0,+3,.5,5.,1e3,0.1234567890123456,123456789012345678,-12.340,0,1E-05";

    private static Table read(byte[] bytes) {
        return CsvTableReader.read(new ByteArrayInputStream(bytes), Progress.NONE);
    }

    private static Table read(String text) {
        return read(text.getBytes(StandardCharsets.UTF_8));
    }

    @ParameterizedTest
    @CsvSource({"';', ','", "'\t', '.'", "'|', ','", "',', '.'"})
    void delimiterAndDecimalMarkAreFoundOut(String delimiter, char decimal) {
        String text = "day\tamount\tname\n".replace("\t", delimiter);
        for (int i = 0; i < 30; i++) {
            String amount = (i + ".25").replace('.', decimal);
            text += "0%d.03.2026|%s|\"Ann%s, Bo\"\n"
                    .formatted(1 + i % 9, amount, i)
                    .replace("|", delimiter);
        }
        Table table = read(text);
        assertThat(table.columns())
                .extracting(Column::type)
                .startsWith(ColumnType.DATE, ColumnType.NUMBER)
                .hasSize(3);
        assertThat(((NumberColumn) table.column("amount")).values()).startsWith(0.25, 1.25);
        assertThat(table.column("amount").asWritten(7)).isEqualTo("7" + decimal + "25");
        assertThat(table.column("day").text(0)).isEqualTo("2026-03-01");
        assertThat(table.column("day").asWritten(0)).isEqualTo("01.03.2026");
        assertThat(table.column("name").text(1)).isEqualTo("Ann1, Bo");
    }

    @ParameterizedTest
    @ValueSource(strings = {"UTF-8", "windows-1252", "UTF-16LE", "UTF-16BE"})
    void encodingsAreFoundOut(String charset) {
        String mark = charset.startsWith("UTF-16") ? "\uFEFF" : "";
        byte[] bytes = (mark + "né,größe\nà,1\nç,2\n").getBytes(Charset.forName(charset));
        Table table = read(bytes);
        assertThat(table.columns()).extracting(Column::name).containsExactly("né", "größe");
        assertThat(table.column("né").text(1)).isEqualTo("ç");
    }

    @Test
    void aFileWithoutHeaderGetsNamesAndLosesNoRecord() {
        Table table = read("3,2026-01-01,x\n4,2026-01-02,x\n");
        assertThat(table.columns()).extracting(Column::name).containsExactly("column_1", "column_2", "column_3");
        assertThat(table.size()).isEqualTo(2);
        assertThat(table.lineOf(0)).isEqualTo(1);
        assertThat(((NumberColumn) table.column("column_1")).values()).containsExactly(3, 4);
    }

    @Test
    void thePreviewShowsWhatIsReadAndCanBeCorrected() throws IOException {
        byte[] bytes = "a;b\n1;x,y\n2;z\n".getBytes(StandardCharsets.UTF_8);
        Preview found = Preview.of(new ByteArrayInputStream(bytes), null);
        assertThat(found.dialect().delimiter()).isEqualTo(';');
        assertThat(found.rows()).containsExactly(List.of("1", "x,y"), List.of("2", "z"));
        Dialect wrong = new Dialect(',', '"', Dialect.Encoding.UTF_8, '.', false);
        Preview corrected = Preview.of(new ByteArrayInputStream(bytes), wrong);
        assertThat(corrected.names()).containsExactly("column_1");
        assertThat(corrected.rows().get(1)).containsExactly("1;x", "y");
    }

    @Test
    void everyNumberIsGivenBackLetterByLetterAndBitByBit() {
        String[] texts = ODD_NUMBERS.split(",");
        StringBuilder file = new StringBuilder("n,m\n");
        for (String text : texts) file.append(text).append(",x\n");
        NumberColumn column = (NumberColumn) read(file.toString()).column("n");
        for (int from = 0; from < 3; from++) {
            Column back = ChunkCodec.decode(
                    "n",
                    ColumnType.NUMBER,
                    column.format(),
                    null,
                    texts.length,
                    List.of(ChunkCodec.encode(column, 0, from), ChunkCodec.encode(column, from, texts.length)));
            for (int i = 0; i < texts.length; i++) {
                assertThat(column.values()[i]).isEqualTo(Double.parseDouble(texts[i]));
                assertThat(back.asWritten(i)).isEqualTo(texts[i]);
                assertThat(((NumberColumn) back).values()[i]).isEqualTo(column.values()[i]);
            }
        }
    }

    @Test
    void decimalsOfAnyLengthComeBackFromTheirDoubles() {
        RandomStream random = new Seeds(2).stream("decimals");
        StringBuilder file = new StringBuilder("n\n");
        String[] texts = new String[4000];
        for (int i = 0; i < texts.length; i++) {
            long digits = (long) (random.nextDouble() * Math.pow(10, 1 + random.nextInt(15)));
            int decimals = random.nextInt(12);
            texts[i] = new java.math.BigDecimal(java.math.BigInteger.valueOf(digits), decimals).toPlainString();
            file.append(texts[i]).append('\n');
        }
        NumberColumn column = (NumberColumn) read(file.toString()).column("n");
        for (int i = 0; i < texts.length; i++) {
            assertThat(column.asWritten(i)).isEqualTo(texts[i]);
            assertThat(column.values()[i]).isEqualTo(Double.parseDouble(texts[i]));
        }
    }

    @Test
    void numbersOfEveryWritingMayFollowEachOther() {
        String[] odd = ODD_NUMBERS.split(",");
        RandomStream random = new Seeds(3).stream("mixed");
        int n = 40_000;
        String[][] texts = new String[3][n];
        StringBuilder file = new StringBuilder("a,b,c\n");
        for (int i = 0; i < n; i++) {
            for (String[] column : texts) {
                double kind = random.nextDouble();
                String plain = new java.math.BigDecimal(
                                java.math.BigInteger.valueOf(
                                        (long) (random.nextDouble() * 1e15) - 500_000_000_000_000L),
                                random.nextInt(15))
                        .toPlainString();
                column[i] = kind < 0.9
                        ? plain
                        : kind < 0.93 ? "" : kind < 0.96 ? " " + plain : odd[random.nextInt(odd.length)];
            }
            if (i == 30_000) texts[2][i] = "0712";
            for (int c = 0; c < 3; c++) file.append(texts[c][i]).append(c < 2 ? ',' : '\n');
        }
        Table table = read(file.toString());
        for (int c = 0; c < 3; c++) {
            Column column = table.columns().get(c);
            assertThat(column instanceof NumberColumn).isEqualTo(c < 2);
            for (int i = 0; i < n; i++) {
                assertThat(Objects.requireNonNullElse(column.asWritten(i), "")).isEqualTo(texts[c][i]);
                if (c == 2 || texts[c][i].isEmpty()) continue;
                assertThat(((NumberColumn) column).values()[i]).isEqualTo(Double.parseDouble(texts[c][i]));
            }
        }
    }

    @Test
    void aWrittenTableIsReadBackTheSame() throws IOException {
        Table table = read(
                "n,c,d,t,z\n1.50,gold,31.03.2026,\"a, \"\"b\"\"\",007\n,,,\"\",7\n2.5,gold,01.04.2026,\"x\ny\",7\n");
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        CsvTableWriter.write(table, out);
        Table back = read(out.toByteArray());
        for (Column column : table.columns()) {
            Column other = back.column(column.name());
            assertThat(other.type()).isEqualTo(column.type());
            assertThat(ChunkCodec.encode(other, 0, 3)).isEqualTo(ChunkCodec.encode(column, 0, 3));
            for (int i = 0; i < 3; i++) assertThat(other.asWritten(i)).isEqualTo(column.asWritten(i));
        }
    }

    @Test
    void typesAreReadAnewFromTheWrittenTexts() {
        Table table = read(
                "flag,code,amount,day,ym\n0,0712,1.234|5,1/2/2026,202601\n1,12,n/a,3/2/2026,202602\n0,0712,2|0,,202601\n"
                        .replace('|', '.'));
        Column flag = new Reading(ColumnType.CATEGORY, null, null, null).apply(table.column("flag"), table);
        assertThat(flag.text(1)).isEqualTo("1");
        assertThat(flag).isInstanceOf(CategoryColumn.class);
        Column code = new Reading(ColumnType.NUMBER, null, null, null).apply(table.column("code"), table);
        assertThat(((NumberColumn) code).values()).containsExactly(712, 12, 712);
        Column day = new Reading(ColumnType.DATE, "d/M/yyyy", null, null).apply(table.column("day"), table);
        assertThat(day.text(0)).isEqualTo("2026-02-01");
        assertThat(day.isMissing(2)).isTrue();
        Reading number = new Reading(ColumnType.NUMBER, "1.234,5", null, null);
        assertThatThrownBy(() -> number.apply(table.column("amount"), table))
                .isInstanceOf(BadInput.class)
                .hasMessageStartingWith("line 2, column \"amount\": is “1.234.5”, not a number written like 1.234,5")
                .hasMessageContaining("stand for missing");
        Column folded =
                new Reading(ColumnType.CATEGORY, null, null, List.of("0712")).apply(table.column("code"), table);
        assertThat(folded.text(1)).isEqualTo(Reading.OTHER);
        assertThat(folded.text(2)).isEqualTo("0712");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "1234.5 | 1234.5  | 1234.5", "1234,5 | 1234,5 | 1234.5", "1,234.5 | 1,234.5 | 1234.5",
                "1.234,5 | 1.234,5 | 1234.5", "1.234,5 | -12.345.678 | -12345678", "1,234.5 | 12,34.5 | NaN",
                "1234,5 | 1234.5 | NaN", "1.234,5 | 1234,5 | 1234.5"
            })
    void numberFormats(String format, String text, double value) {
        assertThat(Double.valueOf(NumberFormat.of(format).number(text))).isEqualTo(Double.valueOf(value));
    }

    @Test
    void whatIsNearlyANumberOrADayIsOfferedAndNeverTaken() {
        StringBuilder file = new StringBuilder("a,d,code,c\n");
        for (int i = 0; i < 100; i++) {
            file.append(i % 20 == 0 ? "n/a" : i * 3).append(',');
            file.append(i % 25 == 0 ? "never" : "%02d.%02d.2026".formatted(1 + i % 28, 1 + i % 12))
                    .append(',');
            file.append("%03d".formatted(i % 40))
                    .append(',')
                    .append(i % 2 == 0 ? "x" : "y")
                    .append('\n');
        }
        Table table = read(file.toString());
        SuggestedReading amount = SuggestedReading.of(table.column("a"), Dialect.PLAIN);
        assertThat(amount.reading()).isEqualTo(new Reading(ColumnType.NUMBER, "1234.5", List.of("n/a"), null));
        assertThat(amount.records()).isEqualTo(5);
        assertThat(amount.reading().apply(table.column("a"), table).missing()).isEqualTo(5);
        assertThat(SuggestedReading.of(table.column("d"), Dialect.PLAIN)
                        .reading()
                        .format())
                .isEqualTo("dd.MM.uuuu");
        assertThat(SuggestedReading.of(table.column("code"), Dialect.PLAIN))
                .as("leading zeros mean something")
                .isNull();
        assertThat(SuggestedReading.of(table.column("c"), Dialect.PLAIN)).isNull();
        Column ambiguous = read("d\n01/02/2026\n03/04/2026\n").column("d");
        assertThat(ambiguous.type()).as("day or month first is not guessed").isEqualTo(ColumnType.CATEGORY);
        SuggestedReading days = SuggestedReading.of(ambiguous, Dialect.PLAIN);
        assertThat(days.reading()).isNull();
        assertThat(days.ways())
                .extracting(way -> way.reading().format(), way -> way.examples().get(0))
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple("dd/MM/uuuu", "01/02/2026 is 1 February 2026"),
                        org.assertj.core.groups.Tuple.tuple("MM/dd/uuuu", "01/02/2026 is 2 January 2026"));
    }

    private static Table found(String text) throws IOException {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        Dialect dialect = Preview.of(new ByteArrayInputStream(bytes), null).dialect();
        return CsvTableReader.read(new ByteArrayInputStream(bytes), bytes.length, dialect, Progress.NONE);
    }

    private static SuggestedReading mend(String text, String column) throws IOException {
        Dialect dialect = Preview.of(new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8)), null)
                .dialect();
        return SuggestedReading.of(found(text).column(column), dialect);
    }

    @Test
    void blanksPartFieldsOnlyWhereNoOtherMarkDoesAndEachRecordHasAsMany() throws IOException {
        Table coded = found("A11 6 A34 1169\nA12 48 A32 5951\nA14 12 A34 2096\n");
        assertThat(coded.columns())
                .extracting(Column::name)
                .containsExactly("column_1", "column_2", "column_3", "column_4");
        assertThat(coded.column("column_4").type()).isEqualTo(ColumnType.NUMBER);
        assertThat(coded.size()).isEqualTo(3);
        Table aligned = found("  1   6 \"A 34\"  1169 \n 12  48 A32     51\n  2 112 A34   2096\n");
        assertThat(aligned.columns()).hasSize(4);
        assertThat(aligned.column("column_2").asWritten(2)).isEqualTo("112");
        assertThat(aligned.column("column_3").text(0)).isEqualTo("A 34");
        assertThat(aligned.size()).isEqualTo(3);
        assertThat(found("what they say\nall is well\nno it is not\n").columns())
                .hasSize(1);
        assertThat(found("a b c,d e f\n1 2 3,4 5 6\n").columns()).hasSize(2);
        assertThat(found("only one\nword more\n").columns()).hasSize(1);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "2 | Calls of the year;;region,calls,kept;N,3,yes;S,4,no;",
                "2 | # exported 2026-03-01;# rows: 2, all of them;region,calls,kept;N,3,yes;S,4,no;",
                "1 | Calls of the year,,;region,calls,kept;N,3,yes;S,4,no;",
                "0 | #region,calls,kept;N,3,yes;S,4,no;",
                "0 | ,calls;N,3;S,4;"
            })
    void linesAboveTheNamesAreFound(int above, String text) throws IOException {
        byte[] bytes = text.replace(';', '\n').getBytes(StandardCharsets.UTF_8);
        Dialect dialect = DialectFinder.find(bytes, true);
        assertThat(dialect.above()).isEqualTo(above);
        Table table = CsvTableReader.read(new ByteArrayInputStream(bytes), 0, dialect, Progress.NONE);
        assertThat(table.size()).isEqualTo(2);
        assertThat(table.columns().get(1).name()).isEqualTo("calls");
        assertThat(table.lineOf(1)).isEqualTo(above + 3);
        Preview preview = Preview.of(new ByteArrayInputStream(bytes), dialect);
        assertThat(preview.names())
                .isEqualTo(table.columns().stream().map(Column::name).toList());
        assertThat(preview.rows()).hasSize(2);
    }

    @Test
    void whatMayBeNamesIsNotTakenForATitle() {
        assertThatThrownBy(() -> found("calls,kept\nN,3,yes\nS,4,no\n")).hasMessageContaining("line 2");
        assertThatThrownBy(() -> found("Calls, March\nregion,calls,kept\nN,3,yes\nS,4,no\n"))
                .hasMessageContaining("line 2: has 3 fields where the header has 2");
        assertThatThrownBy(() -> found("Calls of the year\nregion,calls,kept\nN,3,yes\nS,4\n"))
                .hasMessageContaining("line 4");
        assertThatThrownBy(() -> found("Calls of the year\n")).hasMessageContaining("no record");
    }

    @Test
    void aNumberThatCanBeReadInTwoWaysIsNoNumberUntilSomebodyChooses() throws IOException {
        String thousands = "id,income\n1,\"18,611\"\n2,\"7,250\"\n3,\"120,400\"\n";
        assertThat(found(thousands).column("income").type()).isNotEqualTo(ColumnType.NUMBER);
        SuggestedReading either = mend(thousands, "income");
        assertThat(either.reading()).isNull();
        assertThat(either.ways())
                .extracting(way -> way.reading().format(), way -> way.examples().get(1))
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple("1234,5", "18,611 is 18.611"),
                        org.assertj.core.groups.Tuple.tuple("1,234.5", "18,611 is 18611"));
        assertThat(either.ways().get(1).examples()).hasSize(3);
        String pointed = "id;income\n1;55.176\n2;7.250\n";
        assertThat(found(pointed).column("income").type())
                .as("a lone point between three digits")
                .isNotEqualTo(ColumnType.NUMBER);
        assertThat(mend(pointed, "income").ways()).hasSize(2);
    }

    @Test
    void theFilesOtherColumnsDecideWhereTheyTell() throws IOException {
        String european = "rate;income\n0,25;55.176\n1,5;7.250\n";
        assertThat(found(european).column("rate").type()).isEqualTo(ColumnType.NUMBER);
        assertThat(found(european).column("income").type())
                .as("never 55 and a bit")
                .isNotEqualTo(ColumnType.NUMBER);
        assertThat(mend(european, "income").reading().format()).isEqualTo("1.234,5");
        String american = "rate,income\n0.25,\"18,611\"\n1.5,\"7,250\"\n";
        assertThat(mend(american, "income").reading().format()).isEqualTo("1,234.5");
        String plain = "rate;income\n0.25;55.176\n1.5;7.250\n";
        assertThat(found(plain).column("income").type()).isEqualTo(ColumnType.NUMBER);
    }

    @Test
    void hostileFilesAreRefusedByLineAndField() throws IOException {
        byte[] binary = new byte[4000];
        new java.util.Random(1).nextBytes(binary);
        assertThatThrownBy(() -> read(binary)).hasMessageContaining("is not a text file");
        String wide = "c"
                + String.join(
                        ",c",
                        java.util.stream.IntStream.range(0, 2000)
                                .mapToObj(Integer::toString)
                                .toList());
        assertThatThrownBy(() -> read(wide + "\n"))
                .hasMessageContaining("line 1, column \"c1500\": is one of 2000 columns");
        assertThatThrownBy(() -> read("a,b\n1,2\n3," + "x".repeat(50_000_000) + "\n"))
                .hasMessageContaining("line 3, column \"b\": holds a field longer than 16 MB");
        ByteArrayOutputStream bomb = new ByteArrayOutputStream();
        try (GZIPOutputStream gzip = new GZIPOutputStream(bomb)) {
            byte[] line = "1,2,3,4,5,6,7\n".repeat(10_000).getBytes(StandardCharsets.UTF_8);
            gzip.write("a,b,c,d,e,f,g\n".getBytes(StandardCharsets.UTF_8));
            for (int i = 0; i < 520; i++) gzip.write(line);
        }
        assertThatThrownBy(() -> read(bomb.toByteArray()))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("unpacks to more than 200 times its size")
                .hasMessageStartingWith("line ");
        byte[] cut = java.util.Arrays.copyOf(bomb.toByteArray(), 3000);
        assertThatThrownBy(() -> read(cut)).hasMessageContaining("gzip data is damaged");
    }

    @Test
    void readingStopsWhenItIsTold() {
        InputStream endless = new InputStream() {
            private int at;

            @Override
            public int read() {
                return "1,2\n".charAt(at++ % 4);
            }
        };
        Progress stop = new Progress() {
            private int reports;

            @Override
            public void report(double share, String step) {
                reports++;
            }

            @Override
            public boolean isCancelled() {
                return reports > 3;
            }
        };
        assertThatThrownBy(() -> CsvTableReader.read(endless, 0, Dialect.PLAIN, stop))
                .isInstanceOf(CancellationException.class);
    }
}
