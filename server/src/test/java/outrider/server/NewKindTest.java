package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.test.junit.QuarkusTest;
import io.restassured.path.json.JsonPath;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** A new kind of candidate is one file and one line: it goes all the way without anything else knowing it. */
@QuarkusTest
class NewKindTest extends CaseSteps {
    private JsonPath get(String path) {
        return analyst.get(path).then().statusCode(200).extract().jsonPath();
    }

    private JsonPath ended(String path) {
        for (int i = 0; i < 400; i++) {
            JsonPath now = get(path);
            if (!List.of("waiting", "running").contains(now.getString("status"))) return now;
            sleep(i);
        }
        throw new AssertionError(path + " did not end");
    }

    @Test
    void goesThroughFormFitPageSearchScoringAndReport() {
        long brief = split();
        String form = "find { it.kind == 'oneColumn' }.settings.find { it.name == 'above' }";
        assertThat(get("/candidates/kinds").getDouble(form + ".initial")).isEqualTo(30);
        int mine = candidate(
                        brief,
                        Map.of("name", "Mine", "kind", "oneColumn", "settings", Map.of("calibration", "isotonic")))
                .getInt("id");
        JsonPath page = get("/candidates/" + mine + "/summary");
        assertThat(page.getString("parts[0].words")).isEqualTo("age above 30.0 scores high");
        assertThat(page.getList("parts.part")).containsExactly("sentence", "calibrationMap");
        assertThat(get("/comparisons/" + brief).getString("candidates[0].kindWords"))
                .isEqualTo("one column");

        Map<String, Object> plan =
                Map.of("kinds", List.of("oneColumn"), "measure", "AUC", "seed", 3, "trialsLimit", 3, "keep", 1);
        int search = analyst.post("/searches?brief=" + brief, plan).path("id");
        assertThat(ended("/searches/" + search).getInt("tried")).isEqualTo(3);

        int list = analyst.upload("new.csv", "member,age,tier,points\nA,60,gold,3\nB,21,plain,4\n")
                .path("id");
        analyst.post("/lists?candidate=" + mine + "&dataset=" + list, null)
                .then()
                .statusCode(200);
        for (int i = 0; i < 200 && !"done".equals(get("/lists?brief=" + brief).getString("[0].status")); i++) sleep(i);
        assertThat(get("/lists?brief=" + brief).getString("[0].status")).isEqualTo("done");

        analyst.put(
                        "/comparisons/" + brief + "/cut",
                        Map.of("candidateId", mine, "records", 30, "rule", Map.of("kind", "CAPACITY")))
                .then()
                .statusCode(204);
        analyst.post("/sign-off/" + brief + "/open-reserve", null).then().statusCode(200);
        JsonPath report = analyst.post("/sign-off/" + brief + "/submit", null)
                .then()
                .statusCode(200)
                .extract()
                .jsonPath();
        String html = analyst.get("/reports/" + report.getInt("head.id") + "/report.html")
                .asString();
        assertThat(html).contains("Mine", "one column", "The cut: capacity.");
    }
}
