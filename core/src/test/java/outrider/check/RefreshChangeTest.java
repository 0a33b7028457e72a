package outrider.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.NumberColumn;
import outrider.table.Table;

class RefreshChangeTest {
    private static Table table(int records, int from, List<String> levels, String extra) {
        double[] number = IntStream.range(0, records)
                .mapToDouble(i -> i % 10 == 0 && from > 0 ? Double.NaN : from + i % 50)
                .toArray();
        int[] codes = IntStream.range(0, records).map(i -> i % levels.size()).toArray();
        List<Column> columns = List.of(
                new NumberColumn("rides", number),
                new CategoryColumn("tier", codes, levels),
                new NumberColumn(extra, number.clone()));
        return new Table(columns, null);
    }

    @Test
    void columnsLevelsSharesAndMiddlesAreNamed() {
        Table before = table(1000, 0, List.of("town", "tour"), "old");
        Table after = table(1200, 20, List.of("town", "tour", "race"), "fresh");
        int[] rows = IntStream.range(0, 800).toArray();
        List<RefreshChange> changes = RefreshChange.between(before, rows, after, "tier");
        assertThat(changes)
                .contains(
                        new RefreshChange(null, "records", "1,000", "1,200", false),
                        new RefreshChange("old", "the column is gone", "number", "", true),
                        new RefreshChange("fresh", "a new column", "", "number", false),
                        new RefreshChange("rides", "missing", "0.0 %", "10.0 %", false),
                        new RefreshChange("tier", "new levels", "", "race", true),
                        new RefreshChange("tier", "share of “town”", "50.0 %", "33.3 %", false));
        assertThat(changes)
                .anyMatch(c -> "rides".equals(c.column()) && c.words().equals("median"));
    }

    @Test
    void theSameFileAgainChangesNothing() {
        Table table = table(1000, 5, List.of("town", "tour"), "old");
        assertThat(RefreshChange.between(table, IntStream.range(0, 1000).toArray(), table, "tier"))
                .isEmpty();
    }
}
