package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import io.restassured.RestAssured;
import io.restassured.path.json.JsonPath;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import outrider.base.Progress;
import outrider.exchange.Evaluation;
import outrider.stakes.Capacity;
import outrider.stakes.Stakes;
import outrider.table.CsvTableReader;

/** One case from the file to the approved report, through the API on a real PostgreSQL. */
@QuarkusTest
class CaseTest extends CaseSteps {
    @Inject
    EntityManager database;

    @Test
    void compareShowsWhatTheCoreComputesFromTheScores() {
        long id = split();
        assertThat(candidate(id, logistic("Logistic", 0)).getString("status")).isEqualTo("done");
        candidate(
                id,
                Map.of(
                        "name",
                        "Points",
                        "kind",
                        "supplied",
                        "settings",
                        Map.of("column", "points", "lowerIsRiskier", false, "probability", false)));
        candidate(id, Map.of("name", "Groups", "kind", "groupRates", "settings", Map.of("groupBy", List.of("tier"))));
        JsonPath shown = analyst.get("/comparisons/" + id).jsonPath();
        assertThat(shown.getList("candidates.byAuc.verdict")).contains("LEADER");

        String scores = analyst.get("/comparisons/" + id + "/scores.csv").body().asString();
        var request = new Evaluation.Request(
                new Evaluation.Records("outcome", List.of("1"), null, null, null),
                List.of("Logistic", "Points", "Groups"),
                new Evaluation.Money(new Stakes(40, 5, 0, 0, 0, 1), new Capacity(0.1, true), Double.NaN, false),
                new Evaluation.Wanted(List.of(10), List.of(), null),
                null);
        Map<?, ?> core = (Map<?, ?>) Evaluation.of(
                        CsvTableReader.read(
                                new ByteArrayInputStream(scores.getBytes(StandardCharsets.UTF_8)), Progress.NONE),
                        request)
                .get("scores");
        for (String name : request.scores()) {
            String row = "candidates.find { it.name == '" + name + "' }";
            Map<?, ?> figures = (Map<?, ?>) core.get(name);
            assertThat(shown.getDouble(row + ".auc.auc")).isCloseTo((double) figures.get("auc"), within(1e-12));
            assertThat(shown.getDouble(row + ".auc.standardError"))
                    .isCloseTo((double) figures.get("aucStandardError"), within(1e-12));
            var best = (outrider.stakes.NetValue.Cut) ((Map<?, ?>) figures.get("stakes")).get("bestCut");
            assertThat(shown.getDouble(row + ".best.records")).isEqualTo(best.records());
            assertThat(shown.getDouble(row + ".best.netValue")).isEqualTo(best.netValue());
        }
        assertThat(analyst.get("/comparisons/" + id).jsonPath().getInt("candidates[0].looks"))
                .isEqualTo(1);
        int logistic = shown.getInt("candidates.find { it.name == 'Logistic' }.id");
        assertThat(analyst.get("/comparisons/bands.csv?candidate=" + logistic + "&q=10")
                        .asString()
                        .lines())
                .hasSize(11);
        assertThat(analyst.get("/candidates/" + logistic + "/summary")
                        .jsonPath()
                        .getList("parts.find { it.part == 'oddsRatios' }.coefficients.input"))
                .containsExactly("(intercept)", "age", "age missing", "tier = gold", "points");
    }

    private long count(String query) {
        return QuarkusTransaction.requiringNew()
                .call(() -> database.createQuery(query, Long.class).getSingleResult());
    }

    @Test
    void aFileIsReadBackBitEqualAndABrokenOneLeavesNothingBehind() {
        String text = file(5).replace("\"note, 7\"", "\"note\n7\"");
        int dataset = analyst.upload("bits.csv", text)
                .then()
                .statusCode(200)
                .extract()
                .path("id");
        var read = CsvTableReader.read(new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8)), Progress.NONE);
        var stored = QuarkusTransaction.requiringNew().call(() -> datasets.table(dataset));
        for (int c = 0; c < read.columns().size(); c++) {
            var a = read.columns().get(c);
            var b = stored.columns().get(c);
            assertThat(outrider.table.ChunkCodec.encode(b, 0, b.size()))
                    .isEqualTo(outrider.table.ChunkCodec.encode(a, 0, a.size()));
        }
        assertThat(stored.lineOf(100)).isEqualTo(read.lineOf(100)).isEqualTo(103);
        long before = count("select count(d) from Dataset d");
        var problem = analyst.upload("broken.csv", text + "M9,1\n")
                .then()
                .statusCode(400)
                .extract()
                .jsonPath();
        assertThat(problem.getString("detail")).contains("has 2 fields where the header has 6");
        assertThat(problem.getInt("line")).isEqualTo(1203);
        assertThat(count("select count(d) from Dataset d")).isEqualTo(before);
    }

    @Inject
    outrider.server.dataset.Datasets datasets;

    @Test
    void requestsNeedASignInARoleAndAToken() {
        RestAssured.get("/api/briefs").then().statusCode(401);
        RestAssured.given()
                .contentType("application/x-www-form-urlencoded")
                .formParam("j_username", "analyst")
                .formParam("j_password", "wrong")
                .post("/api/login")
                .then()
                .statusCode(401);
        analyst.withoutToken()
                .body("{\"datasetId\":1}")
                .post("/api/briefs")
                .then()
                .statusCode(400);
        Client.signIn("approver").post("/briefs", Map.of("datasetId", 1)).then().statusCode(403);
        analyst.get("/briefs/999999").then().statusCode(404);
    }

    @Test
    void badInputIsRefusedByFieldAndOldVersionsAreOvertaken() {
        long id = split();
        assertThat(analyst.put("/briefs/" + id, edited(id, Map.of("stakes.actionCost", -1)))
                        .then()
                        .statusCode(400)
                        .extract()
                        .jsonPath()
                        .getString("field"))
                .isEqualTo("actionCost");
        Map<String, Object> overtaken = edited(id, Map.of("stakes.actionCost", 3));
        edit(id, Map.of("stakes.actionCost", 2));
        analyst.put("/briefs/" + id, overtaken).then().statusCode(409);
        assertThat(analyst.get("/briefs/" + id).jsonPath().getDouble("decision.stakes.actionCost"))
                .isEqualTo(2);
        for (Map<String, Object> wanted : List.of(
                logistic("", 0),
                logistic("Negative", -1),
                Map.<String, Object>of(
                        "name",
                        "Note",
                        "kind",
                        "logistic",
                        "settings",
                        Map.of("penalty", 0),
                        "inputs",
                        List.of("note")),
                Map.<String, Object>of(
                        "name", "Groups", "kind", "groupRates", "settings", Map.of("groupBy", List.of())))) {
            analyst.post("/candidates?brief=" + id, wanted).then().statusCode(400);
        }
        JsonPath failed = candidate(
                id,
                Map.of(
                        "name",
                        "Half scored",
                        "kind",
                        "supplied",
                        "settings",
                        Map.of("column", "age", "lowerIsRiskier", false, "probability", false)));
        assertThat(failed.getString("status")).isEqualTo("failed");
        assertThat(failed.getString("message")).contains("column \"age\": the score is missing");
        assertThat(analyst.post("/briefs/" + id + "/split", Map.of("shares", List.of(0.6, 0.2, 0.2), "seed", 9))
                        .then()
                        .statusCode(409)
                        .extract()
                        .jsonPath()
                        .getString("detail"))
                .contains("locked once candidates exist");
    }

    @Test
    void theWrittenApiIsTheServersApi() throws Exception {
        String served = RestAssured.get("/q/openapi?format=json").asString();
        String written = java.nio.file.Files.readString(java.nio.file.Path.of("..", "docs", "openapi.json"));
        assertThat(JsonPath.from(served).getMap("components"))
                .as("docs/openapi.json: copy server/target/openapi/openapi.json there, then npm run api in web/")
                .isEqualTo(JsonPath.from(written).getMap("components"));
        assertThat(JsonPath.from(served).getMap("paths"))
                .isEqualTo(JsonPath.from(written).getMap("paths"));
    }

    @Test
    void everyMessageOfTheApiSaysWhatItIs() {
        JsonPath served =
                JsonPath.from(RestAssured.get("/q/openapi?format=json").asString());
        Map<String, Map<String, Object>> schemas = served.getMap("components.schemas");
        assertThat(schemas.entrySet())
                .filteredOn(schema -> schema.getValue().containsKey("properties"))
                .hasSizeGreaterThan(200)
                .filteredOn(schema ->
                        String.valueOf(schema.getValue().get("description")).length() < 10)
                .extracting(Map.Entry::getKey)
                .isEmpty();
    }
}
