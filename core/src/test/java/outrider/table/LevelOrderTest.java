package outrider.table;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class LevelOrderTest {
    @Test
    void levelsThatHoldANumberEachOrAreWordsOfOneScaleNameAnOrder() {
        assertThat(LevelOrder.of(List.of("c10", "c02", "c1"))).containsExactly("c1", "c02", "c10");
        assertThat(LevelOrder.of(List.of("11-20 %", "0 %", "1-10 %"))).containsExactly("0 %", "1-10 %", "11-20 %");
        assertThat(LevelOrder.of(List.of("High", "low", "medium"))).containsExactly("low", "medium", "High");
        assertThat(LevelOrder.of(List.of("XL", "S", "M"))).containsExactly("S", "M", "XL");
        assertThat(LevelOrder.of(List.of("up to 1,5", "up to 0,5", "up to 10")))
                .containsExactly("up to 0,5", "up to 1,5", "up to 10");
    }

    @Test
    void othersNameNone() {
        assertThat(LevelOrder.of(List.of("north", "south", "east"))).isNull();
        assertThat(LevelOrder.of(List.of("1", "2"))).as("two levels need none").isNull();
        assertThat(LevelOrder.of(List.of("a 1", "b 1", "c 2")))
                .as("a number twice")
                .isNull();
        assertThat(LevelOrder.of(List.of("low", "high", "3"))).isNull();
        assertThat(LevelOrder.of(List.of("low", "often", "xl")))
                .as("of three scales")
                .isNull();
    }

    @Test
    void daysMonthsAndSizesNameTheirs() {
        assertThat(LevelOrder.of(List.of("Wed", "Mon", "Sun"))).containsExactly("Mon", "Wed", "Sun");
        assertThat(LevelOrder.of(List.of("October", "May", "June"))).containsExactly("May", "June", "October");
        assertThat(LevelOrder.unasked(List.of("October", "May", "June"))).isNull();
        assertThat(LevelOrder.unasked(List.of("high", "low", "medium"))).containsExactly("low", "medium", "high");
        assertThat(LevelOrder.of(List.of("large", "small", "medium"))).containsExactly("small", "medium", "large");
    }

    @Test
    void anOrderGivenByHandStandsAndMayComeAfterAMerge() {
        CategoryColumn column =
                new CategoryColumn("k", new int[] {0, 1, 2, -1, 3}, List.of("warm", "Cold", "hot", "cold"));
        CategoryColumn read = (CategoryColumn)
                new Reading(ColumnType.CATEGORY, null, null, null, Map.of("Cold", "cold"), List.of("cold", "warm"))
                        .apply(column, new Table(List.of(column), null));
        assertThat(read.ordered()).isTrue();
        assertThat(read.levels()).containsExactly("cold", "warm", "hot");
        assertThat(read.codes()).containsExactly(1, 0, 2, -1, 0);
        assertThat(((CategoryColumn) read.gathered(new int[] {2, 4})).ordered()).isTrue();
    }
}
