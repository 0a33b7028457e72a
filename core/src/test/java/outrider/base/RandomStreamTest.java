package outrider.base;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import org.junit.jupiter.api.Test;

class RandomStreamTest {

    @Test
    void aKeysStreamIsTheSameForEverAndOthersDiffer() {
        Seeds seeds = new Seeds(42);
        long first = seeds.stream("a").nextLong();
        assertThat(seeds.stream("a").nextLong()).isEqualTo(first);
        assertThat(seeds.stream("b").nextLong()).isNotEqualTo(first);
        assertThat(new Seeds(43).stream("a").nextLong()).isNotEqualTo(first);
    }

    @Test
    void momentsAreThoseOfTheDistributions() {
        RandomStream random = new Seeds(1).stream("moments");
        int n = 200_000;
        for (double lambda : new double[] {0.3, 12, 80}) {
            double sum = 0;
            double squares = 0;
            for (int i = 0; i < n; i++) {
                double x = random.nextPoisson(lambda);
                sum += x;
                squares += x * x;
            }
            double mean = sum / n;
            assertThat(mean).isCloseTo(lambda, within(0.02 * lambda));
            assertThat(squares / n - mean * mean).isCloseTo(lambda, within(0.03 * lambda));
        }
        double uniform = 0;
        double gaussian = 0;
        for (int i = 0; i < n; i++) {
            uniform += random.nextDouble();
            gaussian += Math.pow(random.nextGaussian(), 2);
        }
        assertThat(uniform / n).isCloseTo(0.5, within(0.005));
        assertThat(gaussian / n).isCloseTo(1, within(0.02));
    }

    @Test
    void wholeNumbersStayBelowTheirBoundAndAreEquallyLikely() {
        RandomStream random = new Seeds(2).stream("whole");
        int[] counts = new int[7];
        for (int i = 0; i < 70_000; i++) counts[random.nextInt(7)]++;
        assertThat(Arrays.stream(counts).min().orElseThrow()).isGreaterThan(9_600);
        assertThat(Arrays.stream(counts).max().orElseThrow()).isLessThan(10_400);
    }

    @Test
    void shufflingKeepsEveryValue() {
        int[] values = new int[100];
        Arrays.setAll(values, i -> i);
        new Seeds(3).stream("shuffle").shuffle(values);
        assertThat(values).isNotEqualTo(Arrays.stream(values).sorted().toArray());
        assertThat(Arrays.stream(values).sorted().toArray())
                .startsWith(0, 1, 2)
                .endsWith(98, 99)
                .hasSize(100);
    }

    @Test
    void twoSidedPValuesReachFarIntoTheTail() {
        assertThat(Normal.twoSided(Normal.Z95)).isCloseTo(0.05, within(1e-14));
        assertThat(Normal.twoSided(-10)).isCloseTo(1.5239706048321052e-23, within(1e-35));
    }
}
