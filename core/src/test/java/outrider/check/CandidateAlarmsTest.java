package outrider.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.measure.ProbabilityQuality;
import outrider.uncertainty.AucUncertainty;

class CandidateAlarmsTest {
    private static AucUncertainty.Interval auc(double auc, double error) {
        return new AucUncertainty.Interval(auc, error, auc - 2 * error, auc + 2 * error);
    }

    private static List<String> rung(AucUncertainty.Interval outOfFold, AucUncertainty.Interval validation) {
        return Alarms.of(new CandidateEvidence(outOfFold, validation, 100, null, null)).stream()
                .map(Alarm::kind)
                .toList();
    }

    @Test
    void aGapRingsOnlyWhereItIsBothWideAndMoreThanItsError() {
        assertThat(rung(auc(0.80, 0.008), auc(0.76, 0.01))).containsExactly("doesNotCarryOver");
        assertThat(rung(auc(0.70, 0.008), auc(0.76, 0.01))).containsExactly("doesNotCarryOver");
        assertThat(rung(auc(0.80, 0.02), auc(0.76, 0.02))).isEmpty();
        assertThat(rung(auc(0.80, 0.001), auc(0.785, 0.001))).isEmpty();
        assertThat(rung(null, auc(0.76, 0.01))).isEmpty();
        assertThat(Alarms.of(new CandidateEvidence(auc(0.70, 0.008), auc(0.76, 0.01), 100, null, null))
                        .get(0)
                        .meaning())
                .contains("0.700 out of fold")
                .contains("leaked into it");
    }

    @Test
    void aScoreThatIsTheSameForEveryRecordIsHeldAgainstNothing() {
        AucUncertainty.Interval constant = new AucUncertainty.Interval(0.5, 0.0, null, null);
        assertThat(rung(auc(0.62, 0.03), constant)).isEmpty();
        assertThat(rung(constant, auc(0.67, 0.03))).isEmpty();
        assertThat(rung(auc(0.62, 0.03), auc(0.5, 0.03))).isNotEmpty();
    }

    /** Three events that all rank first have an AUC of 1 without an error. */
    @Test
    void aGapThatAFewEventsTellRingsNothing() {
        AucUncertainty.Interval perfect = new AucUncertainty.Interval(0.98, 0.0, null, null);
        assertThat(Alarms.of(new CandidateEvidence(auc(0.62, 0.13), perfect, 19, null, null)))
                .isEmpty();
        assertThat(Alarms.of(new CandidateEvidence(auc(0.62, 0.13), perfect, 20, null, null)))
                .extracting(Alarm::kind)
                .containsExactly("doesNotCarryOver");
    }

    @Test
    void anAucTooGoodRings() {
        assertThat(rung(auc(0.99, 0.001), auc(0.992, 0.001))).containsExactly("tooGood");
    }

    @Test
    void probabilitiesThatPromiseTooMuchRingAndHonestOnesDoNot() {
        RandomStream random = new Seeds(3).stream("promise");
        double[] honest = new double[4000];
        double[] loud = new double[4000];
        byte[] outcome = new byte[4000];
        for (int i = 0; i < outcome.length; i++) {
            double eta = random.nextGaussian() - 2;
            honest[i] = 1 / (1 + Math.exp(-eta));
            loud[i] = 1 / (1 + Math.exp(-2 - 2 * (eta + 1)));
            outcome[i] = (byte) (random.nextDouble() < honest[i] ? 1 : 0);
        }
        AucUncertainty.Interval any = auc(0.8, 0.01);
        assertThat(Alarms.of(
                        new CandidateEvidence(any, any, 100, ProbabilityQuality.of(honest, outcome, null, 10), null)))
                .isEmpty();
        assertThat(Alarms.of(
                        new CandidateEvidence(any, any, 100, ProbabilityQuality.of(loud, outcome, null, 10), null)))
                .extracting(Alarm::kind)
                .containsExactly("promisesTooMuch");
    }

    @Test
    void customersTornApartRingFromTwentyAndOneInAHundredOn() {
        AucUncertainty.Interval any = auc(0.7, 0.01);
        int[][] cases = {{19, 300, 0}, {20, 300, 1}, {20, 2000, 1}, {20, 2001, 0}, {300, 300, 1}};
        for (int[] c : cases) {
            List<Alarm> rung = Alarms.of(
                    new CandidateEvidence(any, any, 100, null, new CandidateEvidence.Apart("customer", c[0], c[1])));
            assertThat(rung).as(c[0] + " of " + c[1]).hasSize(c[2]);
        }
        assertThat(Alarms.of(new CandidateEvidence(any, any, 100, null, null))).isEmpty();
    }
}
