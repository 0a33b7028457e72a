package outrider.base;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SumsTest {
    @ParameterizedTest
    @ValueSource(ints = {0, 1, 63, 64, 65, 1000})
    void logLossesAreAddedUpAsIfEachHadItsLogarithm(int n) {
        RandomStream random = new Seeds(n).stream("loss");
        LogLoss together = new LogLoss();
        double alone = 0;
        for (int i = 0; i < n; i++) {
            double against = 40 * random.nextGaussian();
            together.add(against, Math.exp(-Math.abs(against)));
            alone += LogLoss.of(against);
        }
        assertThat(together.sum()).isCloseTo(alone, within(1e-9 * (1 + alone)));
    }

    @Test
    void aLogLossNeitherOverflowsNorVanishes() {
        assertThat(LogLoss.of(0)).isEqualTo(Math.log(2));
        assertThat(LogLoss.of(1e6)).isEqualTo(1e6);
        assertThat(LogLoss.of(-700)).isPositive().isLessThan(1e-300);
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 32_768, 32_769, 200_001})
    void stretchesCoverEveryRecordOnceAndGiveTheSameBitsAgain(int n) {
        double[] values = IntStream.range(0, n).mapToDouble(i -> 1.0 / (i + 3)).toArray();
        Stretches.Part part = (from, to) -> {
            double[] sums = new double[2];
            for (int i = from; i < to; i++) {
                sums[0] += values[i];
                sums[1]++;
            }
            return sums;
        };
        double[] sums = Stretches.sum(n, part);
        assertThat(sums[1]).isEqualTo(n);
        assertThat(sums[0])
                .isCloseTo(IntStream.range(0, n).mapToDouble(i -> values[i]).sum(), within(1e-9));
        for (int again = 0; again < 5; again++)
            assertThat(Stretches.sum(n, part)).containsExactly(sums);
    }

    @Test
    void noRecordsHaveNoSums() {
        assertThat(Stretches.sum(0, (from, to) -> new double[] {1})).isEmpty();
    }

    @Test
    void aCrossingIsFoundAndOneOutsideStaysAtItsEnd() {
        assertThat(Bisection.crossing(0, 10, x -> x * x - 2)).isCloseTo(Math.sqrt(2), within(1e-12));
        assertThat(Bisection.crossing(0, 1, x -> x - 5)).isCloseTo(1, within(1e-12));
        assertThat(Bisection.crossing(0, 1, x -> x + 5)).isCloseTo(0, within(1e-12));
        double[] ascending = {1, 2, 2, 5};
        assertThat(new double[] {0, 1, 2, 3, 5, 6})
                .satisfies(values -> assertThat(Arrays.stream(values)
                                .mapToInt(v -> Bisection.firstAtLeast(ascending, v))
                                .toArray())
                        .containsExactly(0, 0, 1, 3, 3, 4));
    }
}
