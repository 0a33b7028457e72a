package outrider.uncertainty;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.rank.IndexedRanking;

/** When a few amounts make half of what is caught. */
class FewAmountsTest {
    private static final int EVENTS = 120;

    private static FewAmounts of(Sample sample, double rank) {
        double[] score = IntStream.range(0, sample.size())
                .mapToDouble(i -> sample.size() - i)
                .toArray();
        return FewAmounts.of(sample, IndexedRanking.of(score, sample.outcome(), sample.weight(), sample.value()), rank);
    }

    /** These records and one without the event behind them. */
    private static Sample sample(byte[] outcome, double[] value, int[] unit) {
        int n = outcome.length;
        int[] units = unit == null ? null : Arrays.copyOf(unit, n + 1);
        if (units != null) units[n] = n;
        return new Sample(
                Arrays.copyOf(outcome, n + 1), value == null ? null : Arrays.copyOf(value, n + 1), null, units);
    }

    private static byte[] events(int records) {
        byte[] outcome = new byte[records];
        Arrays.fill(outcome, (byte) 1);
        return outcome;
    }

    @Test
    void onlyAmountsOfEventsActedOnCount() {
        double[] value = new double[40];
        Arrays.fill(value, 1);
        value[3] = 100;
        value[30] = 10_000;
        byte[] outcome = events(40);
        assertThat(of(sample(outcome, value, null), 20)).isEqualTo(new FewAmounts(20, 1));
        assertThat(of(sample(outcome, value, null), 3))
                .as("before the large one")
                .isNull();
        assertThat(of(sample(outcome, value, null), 0)).isNull();
        outcome[3] = 0;
        outcome[39] = 0;
        assertThat(of(sample(outcome, value, null), 20)).as("no event").isNull();
        assertThat(of(sample(outcome, value, null), 40)).isEqualTo(new FewAmounts(38, 1));
        assertThat(of(sample(outcome, null, null), 40)).as("without values").isNull();
    }

    @Test
    void amountsOfOneUnitAreOne() {
        double[] value = new double[40];
        Arrays.fill(value, 1);
        for (int i = 0; i < 8; i++) value[i] = 12;
        int[] alone = IntStream.range(0, 40).toArray();
        int[] together = IntStream.range(0, 40).map(i -> Math.max(0, i - 7)).toArray();
        assertThat(of(sample(events(40), value, alone), 40)).isNull();
        assertThat(of(sample(events(40), value, together), 40)).isEqualTo(new FewAmounts(33, 1));
    }

    @ParameterizedTest
    @CsvSource({"0, 0, 0", "0.5, 0, 0", "1, 0, 6", "2, 90, 100"})
    void aboutAmountsOfHeavyTailsAndOnlyTheseItIsSaid(double deviation, int atLeast, int atMost) {
        int said = 0;
        for (int run = 0; run < 100; run++) {
            RandomStream random = new Seeds(run).stream("amounts");
            double[] value = IntStream.range(0, EVENTS)
                    .mapToDouble(i -> Math.exp(deviation * random.nextGaussian()))
                    .toArray();
            if (of(sample(events(EVENTS), value, null), EVENTS) != null) said++;
        }
        assertThat(said).isBetween(atLeast, atMost);
    }
}
