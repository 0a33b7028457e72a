package outrider.base;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class FactorialsTest {
    private static double choose(int n, int k) {
        double ways = 1;
        for (int i = 0; i < k; i++) ways = ways * (n - i) / (i + 1);
        return k > n ? 0 : ways;
    }

    @Test
    void aTailIsTheSumOfItsProbabilities() {
        int all = 23;
        for (int drawn = 1; drawn < all; drawn++) {
            for (int marked = 0; marked <= all; marked++) {
                for (int seen = Math.max(0, drawn + marked - all); seen <= Math.min(drawn, marked); seen++) {
                    boolean above = seen * all > drawn * marked;
                    double sum = 0;
                    for (int k = 0; k <= drawn; k++) {
                        if (above ? k < seen : k > seen) continue;
                        sum += choose(marked, k) * choose(all - marked, drawn - k) / choose(all, drawn);
                    }
                    assertThat(Factorials.tail(seen, drawn, marked, all)).isCloseTo(sum, within(1e-8));
                }
            }
        }
    }

    @Test
    void ofLargeNumbersItIsTheNormalOne() {
        double all = 4e6;
        double deviation = Math.sqrt(1000 * 0.1 * 0.9);
        double tail = Factorials.tail(Math.rint(100 + 3 * deviation), 1000, 0.1 * all, all);
        assertThat(tail).isBetween(0.5 * 0.00135, 2 * 0.00135);
        assertThat(Math.log(Factorials.logChoose(60, 30)))
                .isCloseTo(Math.log(Math.log(1.1826458156486114e17)), within(1e-9));
    }
}
