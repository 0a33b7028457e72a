package outrider.table;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

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

    @ParameterizedTest
    @ValueSource(
            strings = {
                "Less than $20,000|$20,000 - $39,999|$40,000 to $99,999|$100,000 - $999,999|$1,000,000 or more",
                "unter 1.000 €|1.000 – 1.999 €|2.000 – 9.999 €|10.000 – 99.999 €|über 99.999 €",
                "<18|18-24|25-34|35-64|65+",
                "0|1|2|more than 2",
                "0.125 - 0.25|0.25 - 0.5|0.5 - 1.125|1.125 - 2",
                "under 100k|100k-500k|500k-1M|1M-10M",
                "1 month|5 months|12 months",
                "1 000 km|20 000 km|100 000 km",
                "Very dissatisfied|Dissatisfied|Neither|Satisfied|Very satisfied",
                "Strongly disagree|Disagree|Agree|Strongly agree",
                "mild|moderate|severe",
                "low|moderate|high"
            })
    void rangesOfAmountsAndScalesOfAnswersNameTheirs(String inOrder) {
        List<String> expected = List.of(inOrder.split("\\|"));
        List<String> mixed = new ArrayList<>(expected);
        Collections.shuffle(mixed, new Random(1));
        assertThat(LevelOrder.of(mixed)).isEqualTo(expected);
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
