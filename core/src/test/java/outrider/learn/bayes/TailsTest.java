package outrider.learn.bayes;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.split.Balance;

/** Which numbers naive Bayes takes as they are, and between which values it reads the others. */
class TailsTest {
    private static final int N = 2000;

    private static Balance.Sample sample(int n, double @Nullable [] weight) {
        return new Balance.Sample(IntStream.range(0, n).toArray(), weight, 0);
    }

    private static double @Nullable [] asNeeded(double... values) {
        return Tails.limits(values, sample(values.length, null), Double.NaN);
    }

    private static double[] drawn(java.util.function.ToDoubleFunction<RandomStream> one) {
        RandomStream random = new Seeds(3).stream("tails");
        double[] values = new double[N];
        for (int i = 0; i < N; i++) values[i] = one.applyAsDouble(random);
        return values;
    }

    @Test
    void numbersOfLightTailsAreTakenAsTheyAre() {
        assertThat(asNeeded(drawn(RandomStream::nextGaussian))).isNull();
        assertThat(asNeeded(drawn(RandomStream::nextDouble))).isNull();
        assertThat(asNeeded(7, 7, 7)).isNull();
        assertThat(asNeeded(Double.NaN, Double.NaN)).isNull();
        assertThat(asNeeded()).isNull();
    }

    @Test
    void heavyTailsEndWhereATwentiethOfTheRecordsBegins() {
        double[] values = drawn(random -> Math.exp(2 * random.nextGaussian()));
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        assertThat(asNeeded(values)).containsExactly(sorted[N / 20 - 1], sorted[N - N / 20 - 1]);
        double[] huge = Arrays.stream(values).map(v -> 1e95 * v).toArray();
        assertThat(asNeeded(huge)[1]).isCloseTo(1e95 * sorted[N - N / 20 - 1], within(1e85));
    }

    @Test
    void whatIsNearlyAlwaysTheSameStillDiffersFromTheRest() {
        double[] rare = drawn(random -> random.nextDouble() < 0.02 ? 1 : 0);
        assertThat(asNeeded(rare)).isNull();
        double[] amounts = drawn(random -> random.nextDouble() < 0.02 ? 5 + Math.exp(3 * random.nextGaussian()) : 0);
        double least = Arrays.stream(amounts).filter(v -> v > 0).min().orElseThrow();
        assertThat(asNeeded(amounts)).containsExactly(0, least);
        double[] debts = Arrays.stream(amounts).map(v -> 0 - v).toArray();
        assertThat(asNeeded(debts)).containsExactly(-least, 0);
    }

    @Test
    void aWeightCountsAsSoManyRecords() {
        double[] values = drawn(random -> Math.exp(1.5 * random.nextGaussian()));
        double[] weight = new double[N];
        for (int i = 0; i < N; i++) weight[i] = 1 + i % 3;
        double[] repeated = IntStream.range(0, N)
                .flatMap(i -> IntStream.range(0, 1 + i % 3).map(k -> i))
                .mapToDouble(i -> values[i])
                .toArray();
        assertThat(Tails.limits(values, sample(N, weight), Double.NaN)).containsExactly(asNeeded(repeated));
    }

    @Test
    void aShareThatSomebodyGaveIsTaken() {
        double[] values = IntStream.range(0, 100).mapToDouble(i -> i).toArray();
        assertThat(Tails.limits(values, sample(100, null), 0.1)).containsExactly(9, 89);
        assertThat(Tails.limits(drawn(random -> Math.exp(2 * random.nextGaussian())), sample(N, null), 0))
                .isNull();
    }
}
