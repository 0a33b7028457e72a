package outrider.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import outrider.table.CategoryColumn;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;
import outrider.table.TextColumn;

class CopiedColumnsTest {
    @Test
    void whatHoldsTheSameInEveryRecordIsTheEarlierOnesCopy() {
        double gone = Double.NaN;
        assertThat(CopiedColumns.of(List.of(
                        new NumberColumn("a", new double[] {1, gone, 3, 0.0}),
                        new NumberColumn("b", new double[] {1, gone, 3, 0.5}),
                        new CategoryColumn("c", new int[] {0, 1, -1, 0}, List.of("p", "q")),
                        new NumberColumn("d", new double[] {1, gone, 3, -0.0}),
                        new CategoryColumn("e", new int[] {1, 0, -1, 1}, List.of("q", "p")),
                        new CategoryColumn("f", new int[] {1, 0, -1, 1}, List.of("p", "q")),
                        new DateColumn("g", new int[] {1, 2, 3, 4}),
                        new DateColumn("h", new int[] {1, 2, 3, 4}),
                        TextColumn.of("i", new String[] {"x", "y", null, "z"}),
                        TextColumn.of("j", new String[] {"x", "y", null, "z"}))))
                .isEqualTo(Map.of("d", "a", "e", "c", "h", "g", "j", "i"));
    }

    @Test
    void columnsOfOneValueAreCopiesOfNothing() {
        assertThat(CopiedColumns.of(List.of(
                        new NumberColumn("a", new double[] {7, 7, 7}), new NumberColumn("b", new double[] {7, 7, 7}))))
                .isEmpty();
    }
}
