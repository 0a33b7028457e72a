package outrider.uncertainty;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import outrider.base.RandomStream;
import outrider.base.Seeds;

/** What the best of several looks better than it is, against the expectations of normal order statistics. */
class OptimismTest {
    private static double of(double[] values, double[][] covariance) {
        return Optimism.of(values, covariance, new Seeds(3).stream("optimism"));
    }

    private static double[][] covariance(int k, double own, double shared) {
        double[][] covariance = new double[k][k];
        for (int i = 0; i < k; i++) for (int j = 0; j < k; j++) covariance[i][j] = i == j ? own : shared;
        return covariance;
    }

    @Test
    void theBestOfEqualsLooksBetterByTheMeanOfTheLargest() {
        assertThat(of(new double[2], covariance(2, 1, 0))).isCloseTo(1 / Math.sqrt(Math.PI), within(0.04));
        assertThat(of(new double[5], covariance(5, 1, 0))).isCloseTo(1.16296, within(0.05));
        assertThat(of(new double[5], covariance(5, 4, 0))).isCloseTo(2 * 1.16296, within(0.1));
    }

    @Test
    void whatTheySharePushesNobodyAhead() {
        assertThat(of(new double[5], covariance(5, 1, 0.75))).isCloseTo(0.5 * 1.16296, within(0.06));
        assertThat(of(new double[3], covariance(3, 1, 1))).isCloseTo(0, within(0.04));
    }

    @Test
    void oneThatIsFarAheadOrAloneWasNotChosenByChance() {
        assertThat(of(new double[] {100, 0, 0}, covariance(3, 1, 0))).isCloseTo(0, within(0.04));
        assertThat(of(new double[] {0.7}, covariance(1, 1, 0))).isZero();
        assertThat(Optimism.ofDraws(new double[1], new double[1][50], new Seeds(1)))
                .isNull();
    }

    @Test
    void drawsAreAsGoodAsTheirCovarianceAndUndefinedOnesAreLeftOutForAll() {
        RandomStream random = new Seeds(9).stream("draws");
        double[][] draws = new double[2][3000];
        for (int r = 0; r < 3000; r++) for (double[] one : draws) one[r] = random.nextGaussian();
        double whole = Optimism.ofDraws(new double[2], draws, new Seeds(1));
        assertThat(whole).isCloseTo(1 / Math.sqrt(Math.PI), within(0.05));
        draws[0][17] = Double.NaN;
        draws[1][17] = 1e9;
        assertThat(Optimism.ofDraws(new double[2], draws, new Seeds(1))).isCloseTo(whole, within(0.01));
        assertThat(Optimism.ofDraws(new double[2], new double[2][1], new Seeds(1)))
                .isNull();
    }
}
