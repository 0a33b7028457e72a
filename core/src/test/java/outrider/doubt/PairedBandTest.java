package outrider.doubt;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import org.junit.jupiter.api.Test;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.rank.Placed;
import outrider.rank.Ranking;
import outrider.stakes.NetValue;

/** The fast bootstrap against resampling record by record and ranking anew. */
class PairedBandTest {
    private static final int N = 5000;
    private static final int REPLICATES = 2000;
    private static final NetValue.Worth WORTH = new NetValue.Worth(-4.5, 0, 20);

    private final double[] first = new double[N];
    private final double[] second = new double[N];
    private final double[] value = new double[N];
    private final byte[] outcome = new byte[N];

    PairedBandTest() {
        RandomStream random = new Seeds(8).stream("paired");
        for (int i = 0; i < N; i++) {
            double risk = random.nextGaussian();
            outcome[i] = (byte) (random.nextDouble() < 1 / (1 + Math.exp(3 - 1.3 * risk)) ? 1 : 0);
            first[i] = risk + 0.4 * random.nextGaussian();
            second[i] = Math.rint(4 * (risk + 0.8 * random.nextGaussian())) / 4;
            value[i] = Math.exp(random.nextGaussian());
        }
    }

    private static PairedBand.Side side(double[] score, byte[] outcome, double[] value) {
        return new PairedBand.Side(Placed.of(score, outcome, null, value), Depths.all());
    }

    private PairedBand band(double[] values) {
        return PairedBand.of(
                side(first, outcome, values), side(second, outcome, values), outcome, values, WORTH, new Seeds(1));
    }

    @Test
    void halfWidthsAreThoseOfResampledRecords() {
        double[] depths = {0.05, 0.1, 0.3};
        double[][][] plain = plain(depths, null);
        PairedBand band = band(null);
        for (int d = 0; d < depths.length; d++) {
            compare(plain[d][0], band.read(band.captureLow(), depths[d]), band.read(band.captureHigh(), depths[d]));
            compare(plain[d][1], band.read(band.gainLow(), depths[d]), band.read(band.gainHigh(), depths[d]));
        }
    }

    @Test
    void halfWidthsHoldWithAValueColumn() {
        double[] depths = {0.1};
        double[][][] plain = plain(depths, value);
        PairedBand band = band(value);
        compare(plain[0][1], band.read(band.gainLow(), 0.1), band.read(band.gainHigh(), 0.1));
        Bootstrap.Band alone = Bootstrap.along(
                Ranking.of(first, outcome, null, value), Depths.all(), WORTH, new Seeds(3).stream("alone"));
        compare(
                plain[0][2],
                Depths.read(alone.depth(), alone.gainLow(), 0.1),
                Depths.read(alone.depth(), alone.gainHigh(), 0.1));
    }

    /** By depth: differences of capture and gain, and the first one's own gain. */
    private double[][][] plain(double[] depths, double[] values) {
        RandomStream random = new Seeds(5).stream("records");
        double[][][] drawn = new double[depths.length][3][REPLICATES];
        double[] a = new double[N];
        double[] b = new double[N];
        double[] v = values == null ? null : new double[N];
        byte[] y = new byte[N];
        for (int r = 0; r < REPLICATES; r++) {
            for (int i = 0; i < N; i++) {
                int from = random.nextInt(N);
                a[i] = first[from];
                b[i] = second[from];
                y[i] = outcome[from];
                if (v != null) v[i] = values[from];
            }
            Ranking one = Ranking.of(a, y, null, v);
            Ranking other = Ranking.of(b, y, null, v);
            for (int d = 0; d < depths.length; d++) {
                double rank = depths[d] * N;
                drawn[d][0][r] = (one.eventsAt(rank) - other.eventsAt(rank)) / one.totalEvents();
                drawn[d][2][r] = WORTH.of(rank, one.eventsAt(rank), one.valuedAt(rank));
                drawn[d][1][r] = drawn[d][2][r] - WORTH.of(rank, other.eventsAt(rank), other.valuedAt(rank));
            }
        }
        return drawn;
    }

    private static void compare(double[] drawn, double low, double high) {
        Arrays.sort(drawn);
        double half = (drawn[1949] - drawn[49]) / 2;
        assertThat((high - low) / 2).isCloseTo(half, within(0.1 * half));
        assertThat((high + low) / 2).isCloseTo((drawn[1949] + drawn[49]) / 2, within(0.2 * half));
    }

    @Test
    void aCandidateDoesNotDifferFromItselfAndOneThatIsBetterDoes() {
        PairedBand none = PairedBand.of(
                side(first, outcome, null), side(first, outcome, null), outcome, null, WORTH, new Seeds(1));
        assertThat(none.captureHigh()).containsOnly(0);
        assertThat(none.pValue()).containsOnly(1);
        PairedBand band = PairedBand.of(
                side(first, outcome, null), side(value, outcome, null), outcome, null, WORTH, new Seeds(1));
        int tenth = Arrays.binarySearch(band.depth(), 0.1);
        assertThat(band.captureLow()[tenth]).isPositive();
        assertThat(band.pValue()[tenth]).isLessThan(0.05);
        assertThat(band.pValue()[band.depth().length - 1])
                .as("everybody is everybody")
                .isEqualTo(1);
    }

    @Test
    void fewEventsNeverTellTwoCandidatesApart() {
        byte[] few = new byte[N];
        double[] best = new double[N];
        double[] worst = new double[N];
        for (int i = 0; i < N; i++) {
            few[i] = (byte) (i < 5 ? 1 : 0);
            best[i] = -i;
            worst[i] = i;
        }
        PairedBand band = PairedBand.of(side(best, few, null), side(worst, few, null), few, null, WORTH, new Seeds(1));
        int tenth = Arrays.binarySearch(band.depth(), 0.1);
        assertThat(band.pValue()[tenth]).as("five of five").isEqualTo(2 / 32.0);
    }

    @Test
    void otherMoneyMovesOnlyMoney() {
        PairedBand band = band(null);
        PairedBand turned = band.worth(new NetValue.Worth(-1, -30, 10));
        assertThat(turned.gainLow()[20]).isCloseTo(-20 * band.eventsHigh()[20], within(1e-9));
        assertThat(turned.captureLow()).isEqualTo(band.captureLow());
    }

    @Test
    void candidatesOnOtherRecordsCannotBeCompared() {
        PairedBand.Side other = side(new double[] {1, 2}, new byte[] {0, 1}, null);
        assertThatThrownBy(() -> PairedBand.of(side(first, outcome, null), other, outcome, null, WORTH, new Seeds(1)))
                .hasMessageContaining("different records");
    }

    @Test
    void theBestOfEqualCandidatesLooksBetterByTheMeanOfTheLargestDraw() {
        RandomStream random = new Seeds(2).stream("optimism");
        double[][] apart = {{0.0004, 0}, {0, 0.0004}};
        assertThat(Optimism.of(new double[] {0.8, 0.8}, apart, random))
                .isCloseTo(0.02 / Math.sqrt(Math.PI), within(5e-4));
        double[][] together = {{0.0004, 0.0004}, {0.0004, 0.0004}};
        assertThat(Optimism.of(new double[] {0.8, 0.8}, together, random)).isCloseTo(0, within(1e-3));
        assertThat(Optimism.of(new double[] {0.8}, new double[][] {{0.0004}}, random))
                .isZero();
        assertThat(Optimism.of(new double[] {0.9, 0.5}, apart, random)).isCloseTo(0, within(1e-3));
    }
}
