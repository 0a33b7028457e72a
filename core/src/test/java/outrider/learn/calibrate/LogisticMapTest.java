package outrider.learn.calibrate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class LogisticMapTest {
    private static final byte[] OUTCOME = {0, 0, 0, 1, 1};

    @Test
    void scoresThatPartTheOutcomesPromiseTheirTargets() {
        var map = LogisticMap.fit(new double[] {-1, -1, -1, 1, 1}, OUTCOME, false);
        assertThat(map.probability(-1)).isCloseTo(1 / 5.0, within(1e-9));
        assertThat(map.probability(1)).isCloseTo(3 / 4.0, within(1e-9));
    }

    @Test
    void constantScoresPromiseTheBaseRate() {
        var map = LogisticMap.fit(new double[] {0.3, 0.3, 0.3, 0.3, 0.3}, OUTCOME, true);
        assertThat(map.probability(0.3)).isCloseTo(0.4, within(1e-9));
    }

    @Test
    void scoresAgainstTheOutcomeKeepTheirOrderAndPromiseNearlyTheBaseRate() {
        var map = LogisticMap.fit(new double[] {4, 5, 3, 1, 2}, OUTCOME, false);
        assertThat(map.probability(1)).isCloseTo(0.4, within(1e-3)).isLessThan(map.probability(5));
    }

    @Test
    void withoutAnEventItPromisesLittleButNotNothing() {
        var map = LogisticMap.fit(new double[] {0.1, 0.2, 0.3, 0.4, 0.5}, new byte[5], true);
        assertThat(map.probability(0.3)).isBetween(0.05, 0.25);
    }
}
