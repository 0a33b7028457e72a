package outrider.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.uncertainty.AucUncertainty;
import outrider.uncertainty.Verdict;

class AucComparisonTest {
    @Test
    void theLeaderIsNamedAndTheOthersAreHeldAgainstItWithHolmsAdjustment() {
        RandomStream random = new Seeds(4).stream("standing");
        byte[] outcome = new byte[600];
        double[] good = new double[600];
        double[] alike = new double[600];
        double[] noise = new double[600];
        for (int i = 0; i < outcome.length; i++) {
            outcome[i] = (byte) (i % 4 == 0 ? 1 : 0);
            good[i] = outcome[i] + 2 * random.nextDouble();
            alike[i] = good[i] + 0.05 * random.nextDouble();
            noise[i] = random.nextDouble();
        }
        List<AucUncertainty> all = List.of(
                AucUncertainty.of(noise, outcome), AucUncertainty.of(good, outcome), AucUncertainty.of(alike, outcome));
        List<AucComparison> standings = AucComparison.of(all, 1, true, false, 150);
        assertThat(standings)
                .extracting(AucComparison::verdict)
                .containsExactly(Verdict.BEHIND, Verdict.LEADER, Verdict.NOT_SEPARABLE);
        assertThat(standings.get(1).difference()).isNull();
        assertThat(standings.get(1).adjustedP()).isNull();
        Double[] holm = Verdict.holm(new Double[] {
            all.get(0).minus(all.get(1)).pValue(),
            null,
            all.get(2).minus(all.get(1)).pValue()
        });
        assertThat(standings.get(0).adjustedP()).isEqualTo(holm[0]);
        assertThat(standings.get(2).adjustedP()).isEqualTo(holm[2]);
        assertThat(AucComparison.of(all, 1, true, true, 150).get(0).verdict()).isEqualTo(Verdict.TOO_FEW);
        Double[] pairs = Verdict.holm(new Double[] {
            all.get(0).minus(all.get(1)).pValue(),
            all.get(0).minus(all.get(2)).pValue(),
            all.get(1).minus(all.get(2)).pValue()
        });
        List<AucComparison> chosen = AucComparison.of(all, 1, false, false, 150);
        assertThat(chosen.get(0).adjustedP()).isEqualTo(pairs[0]);
        assertThat(chosen.get(2).adjustedP()).isEqualTo(pairs[2]);
        assertThat(chosen.get(2).eventsNeeded()).isGreaterThan(standings.get(2).eventsNeeded());
    }
}
