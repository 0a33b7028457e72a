package outrider.prepare;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import outrider.table.CategoryColumn;

class OrderStepTest {
    @Test
    void levelsThatHoldANumberEachOrAreWordsOfOneScaleNameAnOrder() {
        assertThat(OrderStep.order(List.of("c10", "c02", "c1"))).containsExactly("c1", "c02", "c10");
        assertThat(OrderStep.order(List.of("11-20 %", "0 %", "1-10 %"))).containsExactly("0 %", "1-10 %", "11-20 %");
        assertThat(OrderStep.order(List.of("High", "low", "medium"))).containsExactly("low", "medium", "High");
        assertThat(OrderStep.order(List.of("XL", "S", "M"))).containsExactly("S", "M", "XL");
        assertThat(OrderStep.order(List.of("up to 1,5", "up to 0,5", "up to 10")))
                .containsExactly("up to 0,5", "up to 1,5", "up to 10");
    }

    @Test
    void othersNameNone() {
        assertThat(OrderStep.order(List.of("north", "south", "east"))).isNull();
        assertThat(OrderStep.order(List.of("1", "2")))
                .as("two levels need none")
                .isNull();
        assertThat(OrderStep.order(List.of("a 1", "b 1", "c 2")))
                .as("a number twice")
                .isNull();
        assertThat(OrderStep.order(List.of("low", "high", "3"))).isNull();
        assertThat(OrderStep.order(List.of("low", "often", "xl")))
                .as("of three scales")
                .isNull();
    }

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
}
