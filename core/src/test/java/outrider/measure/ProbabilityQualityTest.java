package outrider.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.assertj.core.api.Assertions.withinPercentage;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import outrider.Vectors;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.rank.Ranking;

class ProbabilityQualityTest {
    @Test
    void theLineOfAForecastThatPromisesCertaintiesHoldsTheWorkedCase() {
        JsonNode vector = Vectors.read("calibration-line");
        JsonNode input = vector.get("input");
        var quality = ProbabilityQuality.of(
                Vectors.doubles(input.get("score")),
                Vectors.outcome(input.get("outcome")),
                null,
                input.get("bands").asInt());
        Vectors.assertHolds(
                vector.get("expected"), quality, vector.get("tolerance").asDouble());
    }

    /** Four records a customer, one outcome, and scores that are exactly right. */
    @Test
    void aPerfectForecastOfCustomersIsAsFarOffAsIsExpectedOfThem() {
        double seen = 0;
        double expected = 0;
        double alone = 0;
        RandomStream random = new Seeds(3).stream("customers");
        for (int sample = 0; sample < 60; sample++) {
            double[] score = new double[2000];
            byte[] outcome = new byte[2000];
            int[] unit = new int[2000];
            for (int i = 0; i < 2000; i++) {
                unit[i] = i / 4;
                boolean fresh = i % 4 == 0;
                score[i] = fresh ? 0.05 + 0.5 * random.nextDouble() : score[i - 1];
                outcome[i] = fresh ? (byte) (random.nextDouble() < score[i] ? 1 : 0) : outcome[i - 1];
            }
            Ranking ranking = Ranking.of(score, outcome, null, null);
            var quality = ProbabilityQuality.of(ranking, score, outcome, null, unit, 10);
            seen += quality.error().ece();
            expected += quality.perfect();
            alone += quality.error().eceExpected();
        }
        assertThat(expected).isCloseTo(seen, withinPercentage(8));
        assertThat(alone).isLessThan(0.6 * seen);
    }

    @Test
    void recordsThatStandAloneAsUnitsOfTheirOwnExpectWhatRecordsExpect() {
        RandomStream random = new Seeds(4).stream("alone");
        double[] score = IntStream.range(0, 500)
                .mapToDouble(i -> Math.rint(20 * random.nextDouble()) / 20)
                .toArray();
        byte[] outcome = new byte[500];
        for (int i = 0; i < 500; i++) outcome[i] = (byte) (random.nextDouble() < score[i] ? 1 : 0);
        int[] unit = IntStream.range(0, 500).toArray();
        Ranking ranking = Ranking.of(score, outcome, null, null);
        var quality = ProbabilityQuality.of(ranking, score, outcome, null, unit, 10);
        assertThat(quality.error().eceExpectedOfUnits())
                .isCloseTo(quality.error().eceExpected(), within(1e-12));
        assertThat(ProbabilityQuality.of(score, outcome, null, 10).error().eceExpectedOfUnits())
                .isNull();
    }
}
