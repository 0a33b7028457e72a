package outrider.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import outrider.base.RandomStream;
import outrider.base.Seeds;

/** What chance gives a column that says nothing, in few and in many cells, of records alone and of customers. */
class InformationValueTest {
    private static List<int[]> cells(
            RandomStream random, int records, int levels, double rate, int perUnit, double tells) {
        int[][] cells = new int[levels][2];
        for (int unit = 0; unit < records / perUnit; unit++) {
            int level = random.nextInt(levels);
            double share = rate * (level < levels / 2 ? 1 + tells : 1 - tells);
            cells[level][random.nextDouble() < share ? 1 : 0] += perUnit;
        }
        return new ArrayList<>(List.of(cells));
    }

    private static double beyond(int records, int levels, double rate, int perUnit, double tells) {
        RandomStream random = new Seeds(levels).stream("cells");
        int rung = 0;
        for (int run = 0; run < 200; run++) {
            List<int[]> cells = cells(random, records, levels, rate, perUnit, tells);
            if (InformationValue.of(cells) > InformationValue.byChance(cells, perUnit)) rung++;
        }
        return rung / 200.0;
    }

    @ParameterizedTest
    @CsvSource({"4000, 3, 0.1, 1", "4000, 12, 0.03, 1", "3500, 350, 0.03, 1", "6000, 10, 0.2, 6", "6000, 300, 0.2, 6"})
    void aColumnThatSaysNothingPassesItInAboutOneOfTwenty(int records, int levels, double rate, int perUnit) {
        assertThat(beyond(records, levels, rate, perUnit, 0)).isBetween(0.005, 0.11);
    }

    @ParameterizedTest
    @CsvSource({"4000, 4, 0.1, 1, 0.4", "3500, 350, 0.2, 1, 0.6", "6000, 10, 0.2, 6, 0.6"})
    void oneThatTellsIsTold(int records, int levels, double rate, int perUnit, double tells) {
        assertThat(beyond(records, levels, rate, perUnit, tells)).isGreaterThan(0.9);
    }

    @Test
    void oneCellSaysNothing() {
        assertThat(InformationValue.byChance(List.of(new int[] {90, 10}), 1)).isZero();
    }
}
