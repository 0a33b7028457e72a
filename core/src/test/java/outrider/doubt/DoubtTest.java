package outrider.doubt;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.Arrays;
import org.junit.jupiter.api.Test;
import outrider.Vectors;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.rank.Ranking;

class DoubtTest {

    @Test
    void aucErrorsAndDifferencesHoldTheWorkedCase() {
        JsonNode vector = Vectors.read("auc-comparison");
        JsonNode expected = vector.get("expected");
        double tolerance = vector.get("tolerance").asDouble();
        byte[] outcome = Vectors.outcome(vector.get("input").get("outcome"));
        AucDoubt[] doubts = new AucDoubt[expected.get("auc").size()];
        for (int i = 0; i < doubts.length; i++) {
            doubts[i] = AucDoubt.of(
                    Vectors.doubles(vector.get("input").get("scores").get(i)), outcome);
            AucDoubt.Interval interval = doubts[i].interval();
            assertThat(interval.auc()).isCloseTo(expected.get("auc").get(i).asDouble(), within(tolerance));
            assertThat(interval.standardError())
                    .isCloseTo(expected.get("standardError").get(i).asDouble(), within(tolerance));
        }
        for (JsonNode pair : expected.get("pairs")) {
            Vectors.assertHolds(
                    ((com.fasterxml.jackson.databind.node.ObjectNode) pair.deepCopy())
                            .without(java.util.List.of("a", "b")),
                    doubts[pair.get("a").asInt()].minus(doubts[pair.get("b").asInt()]),
                    tolerance);
        }
    }

    @Test
    void aCandidateAgainstItselfIsNotSeparable() {
        AucDoubt doubt = AucDoubt.of(new double[] {1, 2, 3, 4, 2}, new byte[] {0, 1, 0, 1, 1});
        AucDoubt.Difference difference = doubt.minus(doubt);
        assertThat(difference).isEqualTo(new AucDoubt.Difference(0, 0.0, null, null));
        assertThat(Verdict.of(difference.difference(), difference.pValue())).isEqualTo(Verdict.NOT_SEPARABLE);
    }

    @Test
    void oneEventGivesNoStandardError() {
        AucDoubt doubt = AucDoubt.of(new double[] {1, 2, 3}, new byte[] {0, 0, 1});
        assertThat(doubt.interval()).isEqualTo(new AucDoubt.Interval(1, null, null, null));
    }

    @Test
    void holmStepsDown() {
        assertThat(Verdict.holm(new Double[] {0.04, null, 0.01, 0.03})).containsExactly(0.06, null, 0.03, 0.06);
    }

    @Test
    void bandsAgreeWithResamplingRecordByRecord() {
        int n = 5000;
        RandomStream random = new Seeds(11).stream("data");
        double[] score = new double[n];
        byte[] outcome = new byte[n];
        for (int i = 0; i < n; i++) {
            score[i] = random.nextGaussian();
            outcome[i] = (byte) (random.nextDouble() < 1 / (1 + Math.exp(3 - score[i])) ? 1 : 0);
        }
        Ranking ranking = Ranking.of(score, outcome);
        double[] depths = {0.05, 0.1, 0.3};
        Bootstrap.Band band = Bootstrap.along(ranking, depths, new Seeds(1).stream("band"));
        double[][] plain = new double[depths.length][2000];
        for (int r = 0; r < 2000; r++) {
            double[] s = new double[n];
            byte[] y = new byte[n];
            for (int i = 0; i < n; i++) {
                int from = random.nextInt(n);
                s[i] = score[from];
                y[i] = outcome[from];
            }
            Ranking resampled = Ranking.of(s, y);
            for (int d = 0; d < depths.length; d++) {
                plain[d][r] = resampled.eventsAt(depths[d] * n) / resampled.totalEvents();
            }
        }
        for (int d = 0; d < depths.length; d++) {
            Arrays.sort(plain[d]);
            double half = (plain[d][1949] - plain[d][49]) / 2;
            double ours = (band.captureHigh()[d] - band.captureLow()[d]) / 2;
            assertThat(ours).as("half-width at depth " + depths[d]).isCloseTo(half, within(0.1 * half));
        }
    }

    @Test
    void theStandardErrorIsThatOfTheStructuralComponentsPairByPair() {
        RandomStream random = new Seeds(17).stream("components");
        double[] score = new double[70];
        byte[] outcome = new byte[70];
        for (int i = 0; i < 70; i++) {
            score[i] = random.nextInt(15);
            outcome[i] = (byte) (i < 2 ? i : random.nextInt(3) == 0 ? 1 : 0);
        }
        double[] component = new double[70];
        double[] count = {0, 0};
        for (byte y : outcome) count[y]++;
        for (int i = 0; i < 70; i++) {
            for (int j = 0; j < 70; j++) {
                if (outcome[i] == outcome[j]) continue;
                int event = outcome[i] == 1 ? i : j;
                int other = outcome[i] == 1 ? j : i;
                double right = score[event] > score[other] ? 1 : score[event] == score[other] ? 0.5 : 0;
                component[i] += right / count[outcome[j]];
            }
        }
        double variance = 0;
        for (int level = 0; level <= 1; level++) {
            double mean = 0;
            for (int i = 0; i < 70; i++) if (outcome[i] == level) mean += component[i] / count[level];
            double spread = 0;
            for (int i = 0; i < 70; i++) if (outcome[i] == level) spread += Math.pow(component[i] - mean, 2);
            variance += spread / (count[level] - 1) / count[level];
        }
        assertThat(AucDoubt.of(score, outcome).interval().standardError())
                .isCloseTo(Math.sqrt(variance), within(1e-12));
    }

    @Test
    void candidatesOnOtherRecordsCannotBeCompared() {
        AucDoubt one = AucDoubt.of(new double[] {1, 2, 3}, new byte[] {0, 1, 1});
        AucDoubt other = AucDoubt.of(new double[] {1, 2, 3}, new byte[] {1, 0, 1});
        org.assertj.core.api.Assertions.assertThatThrownBy(() -> one.minus(other))
                .hasMessageContaining("different records");
    }

    @Test
    void theEventsNeededShrinkTheErrorToTheDifference() {
        double events = Verdict.eventsNeeded(0.01, 0.02, 500);
        double errorThen = 0.02 * Math.sqrt(500 / events);
        assertThat(0.01 / errorThen).isCloseTo(1.959963984540054 + 0.8416212335729143, within(1e-12));
        assertThat(Verdict.eventsNeeded(0, 0.02, 500)).isNull();
        assertThat(Verdict.eventsNeeded(0.01, null, 500)).isNull();
    }
}
