package outrider.prepare;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import outrider.table.CategoryColumn;

class OrderStepTest {
    @Test
    void aRecordHasThePlaceOfItsLevelAndTheMeanWhereItHasNone() {
        CategoryColumn column = new CategoryColumn(
                "size", new int[] {2, 0, 0, 1, -1, 3}, List.of("size 1", "size 5", "size 9", "size 7"));
        OrderStep step = OrderStep.fit(column, new int[] {0, 1, 2, 3, 4});
        assertThat(step.inputs()).containsExactly("size (in order)");
        assertThat(step.order()).containsExactly("size 1", "size 5", "size 9");
        double[][] into = new double[1][6];
        step.write(column, new int[] {0, 1, 2, 3, 4, 5}, into);
        assertThat(into[0]).containsExactly(3, 1, 1, 2, 7.0 / 4, 7.0 / 4);
        assertThat(step.levels(column, new int[] {0})).isNull();
        assertThat(step.explain()).contains("\"size 1\" (1)").contains("\"size 9\" (3)");
    }

    @Test
    void anOrderGivenByHandGoesBeforeTheOneThatLevelsName() {
        List<String> byHand = List.of("size 9", "south", "size 1", "nobody's");
        CategoryColumn column = new CategoryColumn("size", new int[] {2, 0, 0, 1, -1}, byHand, true);
        OrderStep step = OrderStep.fit(column, new int[] {0, 1, 2, 3, 4});
        assertThat(step.order()).containsExactly("size 9", "south", "size 1");
        CategoryColumn two = new CategoryColumn("size", new int[] {1, 0, 0}, List.of("b", "a"), true);
        assertThat(OrderStep.fit(two, new int[] {0, 1, 2}).order()).containsExactly("b", "a");
    }
}
