package outrider.table;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import outrider.base.BadInput;
import outrider.base.Progress;

/** Records that are split where they lie are those that a reader of all of RFC 4180 finds. */
class PlainRecordsTest {
    private static final List<String> FIELDS = List.of(
            "",
            "\"\"",
            "7",
            "-0.25",
            " 5 ",
            "rail",
            "\"rail, sea\"",
            "ra\"il",
            "\"ra\"\"il\"",
            "'=7",
            "\"'=7\"",
            "é",
            "00712",
            "\"two\nlines\"",
            "\"x\" ",
            "1e-7",
            "2025-03-01",
            "'");

    /** In most texts most fields are plain, so that the odd one comes late. */
    private static String field(Random random, boolean odd) {
        return odd && random.nextInt(40) == 0
                ? FIELDS.get(random.nextInt(FIELDS.size()))
                : List.of("", "7", "-0.25", "rail", "\"rail, sea\"", "\"\"", "é", "'=7")
                        .get(random.nextInt(8));
    }

    private static String records(Random random, int columns, int count, boolean odd) {
        StringBuilder text = new StringBuilder();
        for (int i = 0; i < count; i++) {
            int fields = odd && random.nextInt(200) == 0 ? columns + random.nextInt(3) - 1 : columns;
            for (int c = 0; c < fields; c++) text.append(c == 0 ? "" : ",").append(field(random, odd));
            boolean last = i == count - 1;
            if (!last || random.nextBoolean())
                text.append(
                        random.nextInt(30) > 0 || !odd
                                ? "\n"
                                : List.of("\r\n", "\r", "\n\n").get(random.nextInt(3)));
        }
        if (odd && random.nextInt(3) == 0) text.append("\n(").append(count).append(" rows)\n");
        return text.toString();
    }

    /** All cells, lines and remarks of a table, or why there is none. */
    private static List<String> read(String text, int linesMore) {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        try {
            Table table = CsvTableReader.read(new ByteArrayInputStream(bytes), 0, Dialect.PLAIN, Progress.NONE);
            List<String> all = new ArrayList<>(table.below());
            for (Column column : table.columns()) {
                all.add(column.type().toString());
                IntStream.range(0, table.size())
                        .forEach(i -> all.add(table.lineOf(i) - linesMore + " " + column.text(i)));
            }
            return all;
        } catch (BadInput e) {
            return List.of(e.line() - linesMore + " " + e.found());
        }
    }

    /** A name of two lines leaves the whole text to the other reader. */
    private static void alike(int columns, String records) {
        String others = String.join(
                "", IntStream.range(1, columns).mapToObj(c -> ",c" + c).toList());
        List<String> apart = read("\"two\nlines\"" + others + "\n" + records, 1);
        assertThat(read("one" + others + "\n" + records, 0)).isEqualTo(apart);
    }

    @Test
    void anyTextIsReadAlike() {
        for (int seed = 0; seed < 250; seed++) {
            Random random = new Random(seed);
            int columns = 2 + random.nextInt(4);
            alike(columns, records(random, columns, 1 + random.nextInt(80), seed % 4 > 0));
        }
    }

    @Test
    void batchesEndWithinRecords() {
        for (int seed = 0; seed < 6; seed++) {
            Random random = new Random(seed);
            int columns = seed < 3 ? 3 : 40;
            String many = records(random, columns, 120_000 / columns * 3, false);
            alike(columns, many + (many.endsWith("\n") ? "" : "\n") + records(random, columns, 50, seed % 2 == 1));
        }
    }

    @Test
    void aRecordLongerThanABatchIsWhole() {
        String wide = "7," + "w".repeat(700_000) + "\n";
        alike(2, "1,short\n" + wide + "2,again\n" + wide);
    }
}
