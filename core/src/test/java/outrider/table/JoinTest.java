package outrider.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import outrider.base.Progress;

class JoinTest {
    private static final Join.Terms PLAIN = new Join.Terms(Map.of("member", "no"), null, null, null, null);
    private static final Table MEMBERS = csv("member,since\nM1,2024\nM2,2023\n,2022\nM9,2021\nM1,2020\n");

    private static Table csv(String text) {
        return CsvTableReader.read(new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8)), Progress.NONE);
    }

    private static List<String> texts(Table table, String column) {
        return IntStream.range(0, table.size())
                .mapToObj(i -> table.column(column).text(i))
                .toList();
    }

    private static Join.Terms terms(
            @Nullable List<String> columns, @Nullable String prefix, Join.@Nullable Keep keep, @Nullable String by) {
        return new Join.Terms(PLAIN.on(), columns, prefix, keep, by);
    }

    @Test
    void recordsStayWhatTheyAreAndFindTheirKeyOrNothing() {
        Table calls = csv("no,calls,said\nM2,3,ring\n M1 ,7,no\nM5,1,yes\n");
        Join join = Join.of(MEMBERS, calls, "calls.csv", PLAIN);
        Table joined = join.joined();
        assertThat(joined.columns()).extracting(Column::name).containsExactly("member", "since", "calls", "said");
        assertThat(texts(joined, "since")).containsExactly("2024", "2023", "2022", "2021", "2020");
        assertThat(texts(joined, "calls")).containsExactly("7", "3", null, null, "7");
        assertThat(texts(joined, "said")).containsExactly("no", "ring", null, null, "no");
        assertThat(join.found()).isEqualTo(new Join.Found(5, 3, 1, 2, new Join.Found.Keys(3, 0, 0, 1, null)));
        Table some = Join.of(MEMBERS, calls, "calls.csv", terms(List.of("said"), "last ", null, null))
                .joined();
        assertThat(some.columns()).extracting(Column::name).containsExactly("member", "since", "last said");
    }

    @Test
    void aKeyThatStandsTwiceIsNeverTakenUnsaid() {
        Table calls = csv("no,day,calls\nM1,2024-05-02,1\nM1,2024-07-01,2\nM2,,3\nM1,2024-06-01,4\n");
        assertThatThrownBy(() -> Join.of(MEMBERS, calls, "calls.csv", PLAIN).joined())
                .hasMessageContaining("1 of them stand in several records of calls.csv, as “M1” does");
        Join.Found found = Join.of(MEMBERS, calls, "calls.csv", PLAIN).found();
        assertThat(found.other().doubled()).isEqualTo(1);
        assertThat(found.other().doubledRecords()).isEqualTo(3);
        Map<Join.Terms, String> counted = new LinkedHashMap<>();
        counted.put(terms(List.of("calls"), null, Join.Keep.FIRST, null), "1");
        counted.put(terms(List.of("calls"), null, Join.Keep.LAST, null), "4");
        counted.put(terms(List.of("calls"), null, Join.Keep.LAST, "day"), "2");
        counted.put(terms(List.of("calls"), null, Join.Keep.FIRST, "day"), "1");
        counted.forEach((terms, calls1) -> assertThat(
                        texts(Join.of(MEMBERS, calls, "calls.csv", terms).joined(), "calls"))
                .as(terms.toString())
                .startsWith(calls1, "3"));
    }

    @Test
    void whatCannotBeJoinedIsNamed() {
        Table numbers = csv("no,calls\n1,3\n2,4\n");
        assertThatThrownBy(() -> Join.of(MEMBERS, numbers, "n.csv", PLAIN).joined())
                .hasMessageContaining("“M1” stands here, “1” there");
        Table taken = csv("no,since\nM1,3\n");
        assertThatThrownBy(() -> Join.of(MEMBERS, taken, "t.csv", PLAIN).joined())
                .hasMessageContaining("column \"since\"")
                .hasMessageContaining("is in both files");
        assertThatThrownBy(() -> Join.of(MEMBERS, csv("id,x\nM1,3\n"), "t.csv", PLAIN))
                .hasMessageContaining("column \"no\"")
                .hasMessageContaining("is not in t.csv");
        assertThatThrownBy(() -> Join.of(MEMBERS, taken, "t.csv", new Join.Terms(Map.of(), null, null, null, null)))
                .hasMessageContaining("is missing");
        assertThatThrownBy(() -> Join.of(MEMBERS, csv("no,x\nM1,a\n"), "t.csv", terms(null, null, Join.Keep.LAST, "x")))
                .hasMessageContaining("neither a number nor a date");
    }

    /** Random keys of two columns, against looking each record up by hand. */
    @Test
    void itIsWhatLookingEachRecordUpGives() {
        for (int seed = 0; seed < 40; seed++) {
            Random random = new Random(seed);
            List<String[]> mine = rows(random, 60, 8);
            List<String[]> theirs = rows(random, 40, 8);
            Table table = csv("a,b,n\n" + text(mine));
            Table other = csv("x,y,v\n" + text(theirs));
            Map<String, String> on = new LinkedHashMap<>(Map.of("a", "x"));
            on.put("b", "y");
            Join join = Join.of(table, other, "o", new Join.Terms(on, null, null, Join.Keep.LAST, null));
            List<String> wanted = new ArrayList<>();
            for (String[] row : mine) {
                String value = null;
                for (String[] their : theirs) {
                    if (!their[1].isEmpty() && row[0].equals(their[0]) && row[1].equals(their[1])) value = their[2];
                }
                wanted.add(value);
            }
            assertThat(texts(join.joined(), "v")).isEqualTo(wanted);
            assertThat(join.found().matched())
                    .isEqualTo((int) wanted.stream().filter(v -> v != null).count());
        }
    }

    private static List<String[]> rows(Random random, int n, int keys) {
        List<String[]> rows = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            String second = random.nextInt(9) == 0 ? "" : "k" + random.nextInt(3);
            rows.add(new String[] {Integer.toString(random.nextInt(keys)), second, Integer.toString(i)});
        }
        return rows;
    }

    private static String text(List<String[]> rows) {
        StringBuilder text = new StringBuilder();
        for (String[] row : rows) text.append(String.join(",", row)).append('\n');
        return text.toString();
    }
}
