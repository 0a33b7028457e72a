package outrider.measure;

import com.fasterxml.jackson.databind.JsonNode;
import org.junit.jupiter.api.Test;
import outrider.Vectors;

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
}
