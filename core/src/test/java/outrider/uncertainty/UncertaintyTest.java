package outrider.uncertainty;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.Arrays;
import org.junit.jupiter.api.Test;
import outrider.Vectors;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.measure.PartialAuc;
import outrider.rank.IndexedRanking;
import outrider.rank.Ranking;

class UncertaintyTest {

    @Test
    void aucErrorsAndDifferencesHoldTheWorkedCase() {
        JsonNode vector = Vectors.read("auc-comparison");
        JsonNode expected = vector.get("expected");
        double tolerance = vector.get("tolerance").asDouble();
        byte[] outcome = Vectors.outcome(vector.get("input").get("outcome"));
        AucUncertainty[] uncertainties = new AucUncertainty[expected.get("auc").size()];
        for (int i = 0; i < uncertainties.length; i++) {
            uncertainties[i] = AucUncertainty.of(
                    Vectors.doubles(vector.get("input").get("scores").get(i)), outcome);
            AucUncertainty.Interval interval = uncertainties[i].interval();
            assertThat(interval.auc()).isCloseTo(expected.get("auc").get(i).asDouble(), within(tolerance));
            assertThat(interval.standardError())
                    .isCloseTo(expected.get("standardError").get(i).asDouble(), within(tolerance));
        }
        for (JsonNode pair : expected.get("pairs")) {
            Vectors.assertHolds(
                    ((com.fasterxml.jackson.databind.node.ObjectNode) pair.deepCopy())
                            .without(java.util.List.of("a", "b")),
                    uncertainties[pair.get("a").asInt()].minus(
                            uncertainties[pair.get("b").asInt()]),
                    tolerance);
        }
    }

    @Test
    void aCandidateAgainstItselfIsNotSeparable() {
        AucUncertainty uncertainty = AucUncertainty.of(new double[] {1, 2, 3, 4, 2}, new byte[] {0, 1, 0, 1, 1});
        AucUncertainty.Difference difference = uncertainty.minus(uncertainty);
        assertThat(difference).isEqualTo(new AucUncertainty.Difference(0, 0.0, null, 1.0));
        assertThat(Verdict.of(difference.difference(), difference.pValue())).isEqualTo(Verdict.NOT_SEPARABLE);
    }

    @Test
    void oneEventGivesNoStandardError() {
        AucUncertainty uncertainty = AucUncertainty.of(new double[] {1, 2, 3}, new byte[] {0, 0, 1});
        assertThat(uncertainty.interval()).isEqualTo(new AucUncertainty.Interval(1, null, null, null));
    }

    @Test
    void holmStepsDown() {
        assertThat(Verdict.holm(new Double[] {0.04, null, 0.01, 0.03})).containsExactly(0.06, null, 0.03, 0.06);
    }

    @Test
    void unitsHoldTheWorkedCase() {
        JsonNode vector = Vectors.read("auc-clustered");
        JsonNode in = vector.get("input");
        byte[] outcome = Vectors.outcome(in.get("outcome"));
        int[] unit = Arrays.stream(Vectors.doubles(in.get("unit")))
                .mapToInt(u -> (int) u)
                .toArray();
        Sample sample = new Sample(outcome, null, null, unit);
        double tolerance = vector.get("tolerance").asDouble();
        AucUncertainty[] uncertainties = new AucUncertainty[2];
        for (int i = 0; i < 2; i++) {
            uncertainties[i] = AucUncertainty.of(
                    IndexedRanking.of(Vectors.doubles(in.get("scores").get(i)), outcome, null, null), sample);
            assertThat(uncertainties[i].interval().standardError())
                    .isCloseTo(
                            vector.get("expected").get("standardError").get(i).asDouble(), within(tolerance));
        }
        Vectors.assertHolds(
                ((com.fasterxml.jackson.databind.node.ObjectNode)
                                vector.get("expected").get("pairs").get(0).deepCopy())
                        .without(java.util.List.of("a", "b")),
                uncertainties[0].minus(uncertainties[1]),
                tolerance);
    }

    @Test
    void theIntervalIsSymmetricOnTheLogitScaleAndPartialAucsHoldTheWorkedCase() {
        JsonNode vector = Vectors.read("partial-auc");
        double[] score = Vectors.doubles(vector.get("input").get("score"));
        byte[] outcome = Vectors.outcome(vector.get("input").get("outcome"));
        AucUncertainty.Interval interval = AucUncertainty.of(score, outcome).interval();
        JsonNode expected = vector.get("expected");
        assertThat(interval.low()).isCloseTo(expected.get("aucInterval").get(0).asDouble(), within(1e-9));
        assertThat(interval.high()).isCloseTo(expected.get("aucInterval").get(1).asDouble(), within(1e-9));
        double[] upTo = Vectors.doubles(vector.get("input").get("upTo"));
        for (int i = 0; i < upTo.length; i++) {
            assertThat(PartialAuc.of(Ranking.of(score, outcome), upTo[i]))
                    .isCloseTo(expected.get("partialAuc").get(i).asDouble(), within(1e-9));
        }
        assertThatThrownBy(() -> PartialAuc.of(Ranking.of(score, outcome), 0)).hasMessageContaining("above 0");
    }

    @Test
    void aPerfectCandidateIsAheadOfAConstantOne() {
        byte[] outcome = {0, 1, 0, 1, 1, 0};
        AucUncertainty perfect = AucUncertainty.of(new double[] {0, 1, 0, 1, 1, 0}, outcome);
        AucUncertainty constant = AucUncertainty.of(new double[6], outcome);
        assertThat(perfect.minus(constant)).isEqualTo(new AucUncertainty.Difference(0.5, 0.0, null, 0.0));
        assertThat(perfect.interval()).isEqualTo(new AucUncertainty.Interval(1, 0.0, null, null));
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
        assertThat(AucUncertainty.of(score, outcome).interval().standardError())
                .isCloseTo(Math.sqrt(variance), within(1e-12));
    }

    @Test
    void candidatesOnOtherRecordsCannotBeCompared() {
        AucUncertainty one = AucUncertainty.of(new double[] {1, 2, 3}, new byte[] {0, 1, 1});
        AucUncertainty other = AucUncertainty.of(new double[] {1, 2, 3}, new byte[] {1, 0, 1});
        assertThatThrownBy(() -> one.minus(other)).hasMessageContaining("different records");
    }

    @Test
    void theEventsNeededShrinkTheErrorToTheDifferenceAtTheAdjustedLevel() {
        double one = Verdict.eventsNeeded(0.01, 0.02, 500, 1);
        double errorThen = 0.02 * Math.sqrt(500 / one);
        assertThat(0.01 / errorThen).isCloseTo(1.959963984540054 + 0.8416212335729143, within(1e-9));
        double ten = Verdict.eventsNeeded(0.01, 0.02, 500, 10);
        assertThat(0.01 / (0.02 * Math.sqrt(500 / ten)))
                .isCloseTo(2.807033768343811 + 0.8416212335729143, within(1e-9));
        assertThat(Verdict.eventsNeeded(0, 0.02, 500, 1)).isNull();
        assertThat(Verdict.eventsNeeded(0.01, null, 500, 1)).isNull();
    }

    @Test
    void replicatesAllOnOneSideAreJudgedByTheirNormalTail() {
        double[] replicates = new double[2000];
        RandomStream random = new Seeds(2).stream("tail");
        for (int i = 0; i < 2000; i++) replicates[i] = 6 + random.nextGaussian();
        assertThat(Verdict.pValue(replicates)).isLessThan(1e-6).isGreaterThan(1e-12);
        replicates[0] = -1;
        assertThat(Verdict.pValue(replicates)).isCloseTo(4 / 2001.0, within(1e-12));
        CutDraws.Discordant few = new CutDraws.Discordant(40, 6, 0);
        assertThat(Verdict.pValue(replicates, few)).isEqualTo(2 / 64.0);
    }
}
