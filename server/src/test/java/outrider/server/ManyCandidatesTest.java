package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.test.junit.QuarkusTest;
import io.restassured.path.json.JsonPath;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Compare with more candidates than a page holds. */
@QuarkusTest
class ManyCandidatesTest extends CaseSteps {
    private JsonPath compared(long id, String asked) {
        return analyst.get("/comparisons/" + id + asked).jsonPath();
    }

    @Test
    void ofManyCandidatesTheLeadersAreShownAndTheRestOnAsking() {
        long id = split();
        Map<String, Object> points = Map.of("column", "points", "lowerIsRiskier", false, "probability", false);
        for (int i = 1; i <= 32; i++) {
            analyst.post(
                            "/candidates?brief=" + id,
                            Map.of("name", "Points " + i, "kind", "supplied", "settings", points))
                    .then()
                    .statusCode(200);
        }
        candidate(id, Map.of("name", "Base rate", "kind", "baseRate", "settings", Map.of()));
        while (analyst.get("/candidates?brief=" + id)
                        .jsonPath()
                        .getList("findAll { it.status != 'done' }")
                        .size()
                > 0) {
            sleep(9);
        }
        JsonPath leaders = compared(id, "");
        assertThat(leaders.getList("candidates.name")).hasSize(31).contains("Base rate");
        assertThat(leaders.getList("order.others")).hasSize(2);
        assertThat(leaders.getDouble("order.others[0].auc.auc")).isEqualTo(leaders.getDouble("candidates[0].auc.auc"));
        JsonPath every = compared(id, "?all=true");
        assertThat(every.getList("candidates")).hasSize(33);
        assertThat(every.getList("order.others")).isEmpty();
        long hidden = leaders.getLong("order.others[1].id");
        analyst.put(
                        "/comparisons/" + id + "/cut",
                        Map.of("candidateId", hidden, "records", 12, "rule", Map.of("kind", "BY_HAND")))
                .then()
                .statusCode(204);
        assertThat(compared(id, "").getList("candidates.id", Long.class))
                .as("the one that is acted by is shown")
                .contains(hidden);
        String csv =
                analyst.get("/comparisons/" + id + "/comparison.csv?records=12").asString();
        assertThat(csv.lines().filter(l -> l.contains("Points ")).count()).isEqualTo(32);
    }
}
