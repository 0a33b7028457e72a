package outrider.table;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.Progress;

/** Values and words that stand for none are found where they are sure, and told from what is a value. */
class MarksForMissingTest {
    @ParameterizedTest
    @CsvSource({
        "10000, 25, 300, 9999, 9999", "10000, 25, 300, 365243, 365243", "96, 3, 20, 999, 999", "96, 2, 20, 999, ",
        "10000, 10, 300, 9999, ", "768, 35, 60, 0, 0", "768, 35, 10, 0, ", "768, 300, 60, 0, "
    })
    void marksForMissingAreFoundWhereTheyAreFew(int records, int marked, int from, int mark, String offered) {
        double[] values = new double[records];
        for (int i = 0; i < records; i++) values[i] = i < marked ? mark : from + i * 7 % 40;
        SuggestedReading suggested = SuggestedReading.of(new NumberColumn("x", values), null);
        if (offered == null) assertThat(suggested).isNull();
        else assertThat(suggested.reading().missing()).containsExactly(offered);
    }

    /** Among texts they are one. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            ignoreLeadingAndTrailingWhitespace = false,
            value = {
                "NUMBER|12.5; ;7;3;4;5",
                "NUMBER| ;12.5;7;3; ;4",
                "CATEGORY|12.5;\"\";7;7;\"\";12.5;12.5",
                "DATE|2025-03-01; ;2025-03-02;  ;2025-03-03",
                "CATEGORY|12.5; ;low;12.5; ;low;12.5;low",
                "CATEGORY|12.5; ;  ;12.5; ;  ;12.5;12.5",
                "CATEGORY| ; ; ; "
            })
    void fieldsOfBlanksAreMissingAmongNumbersAndDays(ColumnType type, String fields) {
        String[] each = fields.split(";", -1);
        StringBuilder file = new StringBuilder("x;other\n");
        for (String field : each) file.append(field.isEmpty() ? " " : field).append(";k\n");
        Table table = CsvTableReader.read(
                new ByteArrayInputStream(file.toString().getBytes(StandardCharsets.UTF_8)), Progress.NONE);
        Column column = table.column("x");
        assertThat(column.type()).isEqualTo(type);
        for (int i = 0; i < each.length; i++) {
            String text = each[i].isEmpty() ? " " : each[i].replace("\"", "");
            boolean missing = text.isBlank() && type != ColumnType.CATEGORY;
            assertThat(column.asWritten(i)).isEqualTo(missing ? null : text);
        }
    }

    @Test
    void severalMarksBesideEachOtherAreFoundTogether() {
        double[] late = new double[5000];
        for (int i = 0; i < late.length; i++) late[i] = i % 200 == 0 ? i % 1000 == 0 ? 96 : 98 : i % 14;
        assertThat(SuggestedReading.of(new NumberColumn("late", late), null)
                        .reading()
                        .missing())
                .containsExactly("96", "98");
        assertThat(SuggestedReading.of(new NumberColumn("late", late), null).records())
                .isEqualTo(25);
        for (int i = 0; i < late.length; i++) if (late[i] < 90) late[i] %= 5;
        assertThat(SuggestedReading.of(new NumberColumn("late", late), null)
                        .reading()
                        .missing())
                .as("among the numbers of few payments")
                .containsExactly("96", "98");
        for (int i = 0; i < late.length; i++) if (late[i] > 90) late[i] = 20 + i % 3;
        for (int i = 0; i < late.length; i++) if (late[i] < 5) late[i] = i % 14;
        assertThat(SuggestedReading.of(new NumberColumn("late", late), null)).isNull();
    }

    /** An airport that is called NAN is one of them; where the others are no such codes it is a word for missing. */
    @ParameterizedTest
    @ValueSource(strings = {"NAN", "NA"})
    void aCodeAmongCodesIsNoWordForMissing(String text) {
        List<String> codes = new ArrayList<>(List.of(text));
        for (int i = 0; i < 26; i++)
            codes.add(("" + (char) ('A' + i) + (char) ('Z' - i) + 'Q').substring(0, text.length()));
        int[] of = IntStream.range(0, 540).map(i -> i % 27).toArray();
        assertThat(SuggestedReading.of(new CategoryColumn("airport", of, codes), null))
                .isNull();
        codes.set(1, "elsewhere");
        assertThat(SuggestedReading.of(new CategoryColumn("airport", of, codes), null)
                        .reading()
                        .missing())
                .containsExactly(text);
    }

    @Test
    void outcomesThatAreNotKnownHaveNotArrived() {
        int[] codes = {0, 1, 2, -1, 3};
        assertThat(Levels.arrived(
                        new CategoryColumn("left", codes, List.of("yes", "no", "NA", "")), List.of("yes"), List.of()))
                .containsExactly(1, 0, -1, -1, -1);
        assertThat(Levels.arrived(
                        new CategoryColumn("left", codes, List.of("yes", "", "NA", "")), List.of("yes"), List.of()))
                .as("nothing else tells from the event")
                .containsExactly(1, 0, 0, -1, 0);
    }
}
