package outrider.rank;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Comparator;
import java.util.Random;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.IntStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** The order is that of a stable comparison, however the bits of the scores lie. */
class DescendingOrderTest {
    private static final int MOST = 3000;

    enum Scores {
        ALL_DIFFERENT(u -> 40 * u - 20),
        TIED(u -> Math.floor(7 * u) - 3),
        ZEROS_OF_EITHER_SIGN(u -> u < 0.3 ? -0.0 : u < 0.6 ? 0.0 : u - 0.8),
        /** In short runs of one upper half. */
        ALIKE_BY_TWOS(u -> Math.floor(500 * u) + Math.floor(2 * u * 500 % 2) * 1e-9),
        /** In one long run. */
        ALIKE_BUT_FOR_LOWER_BITS(u -> 1 + u * 1e-11),
        ALIKE_BELOW_ZERO(u -> -1 - Math.floor(50 * u) * Math.ulp(1.0)),
        OF_ALL_SIZES(u -> Math.copySign(Math.exp(1400 * u - 700), u - 0.5)),
        ALL_THE_SAME(u -> 0.25);

        private final DoubleUnaryOperator of;

        Scores(DoubleUnaryOperator of) {
            this.of = of;
        }

        double[] some(int n) {
            Random random = new Random(n);
            return IntStream.range(0, n)
                    .mapToDouble(i -> of.applyAsDouble(random.nextDouble()))
                    .toArray();
        }
    }

    @ParameterizedTest
    @EnumSource
    void highestFirstAndOfEqualOnesTheEarlierRecord(Scores scores) {
        for (int n : new int[] {0, 1, 2, 25, 700, MOST}) {
            double[] values = scores.some(n);
            DescendingOrder order = DescendingOrder.of(values);
            int[] expected = IntStream.range(0, n)
                    .boxed()
                    .sorted(Comparator.comparingDouble(i -> 0.0 - values[i]))
                    .mapToInt(Integer::intValue)
                    .toArray();
            assertThat(order.records).isEqualTo(expected);
            for (int i = 0; i < n; i++) {
                assertThat(DescendingOrder.valueOf(order.keys[i])).isEqualTo(values[expected[i]] + 0.0);
            }
        }
    }
}
