package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.test.junit.QuarkusTest;
import io.restassured.path.json.JsonPath;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** The list of briefs. */
@QuarkusTest
class HomeTest extends CaseSteps {
    private JsonPath line(long id) {
        JsonPath page = analyst.get("/briefs?size=200").jsonPath();
        page.setRootPath("lines.find { it.id == " + id + " }");
        return page;
    }

    @Test
    void aLineSaysWhatTheBriefWaitsForAndWhatWasFoundAtItsCut() {
        long id = brief(Map.of("name", "Spokes", "question", "Whom to ring?"));
        assertThat(line(id).getString("waitsFor")).isEqualTo("OUTCOME");
        edit(id, Map.of("outcome", outcome("gone", "yes"), "stakes.gainIfCaught", 40, "stakes.actionCost", 5));
        assertThat(line(id).getString("waitsFor")).isEqualTo("SPLIT");
        analyst.post("/briefs/" + id + "/split", Map.of("shares", List.of(0.5, 0.25, 0.25), "seed", 9));
        assertThat(line(id).getString("waitsFor")).isEqualTo("CANDIDATES");
        int candidate = candidate(id, logistic("Logistic", 0)).getInt("id");
        JsonPath fitted = line(id);
        assertThat(fitted.getString("waitsFor")).isEqualTo("CUT");
        assertThat(fitted.getInt("fitted")).isEqualTo(1);
        assertThat(fitted.getDouble("eventRate")).isBetween(0.01, 0.5);
        assertThat(fitted.<Object>get("finding")).isNull();

        JsonPath shown = analyst.get("/comparisons/" + id).jsonPath();
        analyst.put("/comparisons/" + id + "/cut", Map.of("candidateId", candidate, "records", 60))
                .then()
                .statusCode(204);
        assertThat(shown.getInt("part.records")).isEqualTo(300);
        JsonPath at = analyst.get("/comparisons/" + id + "/at?records=60").jsonPath();
        JsonPath found = line(id);
        assertThat(found.getString("waitsFor")).isEqualTo("REPORT");
        assertThat(found.getString("finding.candidate")).isEqualTo("Logistic");
        assertThat(found.getDouble("finding.depth")).isEqualTo(0.2);
        for (String figure : List.of("capture", "gainLow", "gainHigh")) {
            assertThat(found.getDouble("finding." + figure)).isEqualTo(at.getDouble("candidates[0].figures." + figure));
        }
        assertThat(found.getDouble("finding.gain")).isEqualTo(at.getDouble("candidates[0].figures.gainOverNobody"));
        assertThat(found.<Double>getList("finding.curve"))
                .hasSize(41)
                .startsWith(0.0)
                .endsWith(1.0)
                .isSorted();

        edit(id, Map.of("stakes.actionCost", 6));
        assertThat(line(id).<Object>get("finding")).isNull();
        analyst.get("/comparisons/" + id).then().statusCode(200);
        assertThat(line(id).getDouble("finding.gain")).isLessThan(found.getDouble("finding.gain"));
    }

    @Test
    void briefsAreFoundFilteredAndPaged() {
        for (int i = 0; i < 3; i++) brief(Map.of("name", "Pannier " + i, "question", "Who loses a pannier?"));
        JsonPath all = analyst.get("/briefs?find=PANNIER").jsonPath();
        assertThat(all.getInt("total")).isEqualTo(3);
        assertThat(all.<String>getList("lines.name")).containsExactly("Pannier 2", "Pannier 1", "Pannier 0");
        JsonPath second = analyst.get("/briefs?find=pannier&from=1&size=1").jsonPath();
        assertThat(second.getInt("total")).isEqualTo(3);
        assertThat(second.<String>getList("lines.name")).containsExactly("Pannier 1");
        assertThat(analyst.get("/briefs?find=pannier&mine=true&open=true")
                        .jsonPath()
                        .getInt("total"))
                .isEqualTo(3);
        Client reader = Client.signIn("reader");
        assertThat(reader.get("/briefs?find=pannier&mine=true").jsonPath().getInt("total"))
                .isZero();
        assertThat(reader.get("/briefs?find=pannier").jsonPath().getInt("total"))
                .isEqualTo(3);
        assertThat(analyst.get("/briefs?size=0").jsonPath().getString("detail")).contains("give 1 to 200");
    }
}
