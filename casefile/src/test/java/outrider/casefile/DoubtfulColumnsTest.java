package outrider.casefile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;
import outrider.table.Table;
import outrider.table.TextColumn;

class DoubtfulColumnsTest {
    private static final int RECORDS = 200;
    /** 9999-12-31. */
    private static final int NEVER = 2_932_896;

    @Test
    void numbersAndDaysThatMayStandForMissingAreSaidWithWhatToWrite() {
        int[] closes = IntStream.range(0, RECORDS)
                .map(i -> i % 4 == 0 ? NEVER : 20_000 + i)
                .toArray();
        double[] age = IntStream.range(0, RECORDS)
                .mapToDouble(i -> i % 5 == 0 ? 999 : 20 + i % 60)
                .toArray();
        double[] plain = IntStream.range(0, RECORDS).asDoubleStream().toArray();
        Table table = new Table(
                List.of(
                        new DateColumn("closes", closes, "dd.MM.uuuu"),
                        new NumberColumn("age", age),
                        new NumberColumn("plain", plain)),
                null);
        BriefFile brief = CaseYaml.read("""
                format: 1
                name: months
                question: Who leaves?
                data: { file: months.csv }
                columns: { age: { reading: { type: number } } }
                """);
        assertThat(DoubtfulColumns.said(table, brief, List.of("closes", "age", "plain")))
                .as("of what was said how to read, nothing is said")
                .containsExactly(
                        "closes holds 31.12.9999 in 50 records, far from its other values: where that stands for missing,"
                                + " write under columns: \"closes\": { reading: { type: date, format: \"dd.MM.yyyy\","
                                + " missing: [\"31.12.9999\"] } }");
        assertThat(DoubtfulColumns.said(table, brief, List.of("plain"))).isEmpty();
    }

    /** A unit with a letter that patterns of days have too is written as it is. */
    @Test
    void aUnitIsToldAsItStands() {
        String[] hours =
                IntStream.range(0, RECORDS).mapToObj(i -> i + 2 + " hours").toArray(String[]::new);
        Table table = new Table(List.of(TextColumn.of("open_for", hours)), null);
        BriefFile brief = CaseYaml.read("""
                format: 1
                name: open
                question: Who leaves?
                data: { file: open.csv }
                """);
        assertThatThrownBy(() -> DoubtfulColumns.refuse(table, brief, null, true, true))
                .hasMessageContaining("\"open_for\": { reading: { type: number, format: \"1234.5 hours\" } }");
    }
}
