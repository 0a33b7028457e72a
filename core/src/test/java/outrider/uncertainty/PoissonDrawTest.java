package outrider.uncertainty;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.RandomStream;
import outrider.base.Seeds;

class PoissonDrawTest {
    private static final int DRAWS = 40_000;

    @ParameterizedTest
    @ValueSource(doubles = {0.3, 1, 7.5, 49, 50, 2500})
    void meanAndVarianceAreTheMean(double mean) {
        RandomStream random = new Seeds(4).stream("poisson/" + mean);
        PoissonDraw draw = new PoissonDraw(mean);
        double sum = 0;
        double squares = 0;
        for (int i = 0; i < DRAWS; i++) {
            int number = draw.next(random);
            assertThat(number).isNotNegative();
            sum += number;
            squares += (number - mean) * (number - mean);
        }
        double error = Math.sqrt(mean / DRAWS);
        assertThat(sum / DRAWS).isCloseTo(mean, within(4 * error));
        assertThat(squares / DRAWS).isCloseTo(mean, within(0.05 * mean + 4 * error));
    }

    @Test
    void smallNumbersComeAsOftenAsTheirProbability() {
        RandomStream random = new Seeds(4).stream("few");
        PoissonDraw draw = new PoissonDraw(2);
        int[] seen = new int[12];
        for (int i = 0; i < DRAWS; i++) seen[Math.min(11, draw.next(random))]++;
        double probability = Math.exp(-2);
        for (int k = 0; k < 6; k++) {
            assertThat(seen[k] / (double) DRAWS)
                    .as("%d", k)
                    .isCloseTo(probability, within(4 * Math.sqrt(probability / DRAWS)));
            probability *= 2.0 / (k + 1);
        }
        assertThat(new PoissonDraw(0).next(random)).isZero();
    }

    @Test
    void theNormalHasItsTails() {
        RandomStream random = new Seeds(4).stream("normal");
        int beyond = 0;
        for (int i = 0; i < DRAWS; i++) if (Math.abs(PoissonDraw.normal(random)) > 1.959964) beyond++;
        assertThat(beyond / (double) DRAWS).isCloseTo(0.05, within(0.005));
    }
}
