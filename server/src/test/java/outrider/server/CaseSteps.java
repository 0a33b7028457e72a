package outrider.server;

import io.restassured.RestAssured;
import io.restassured.config.JsonConfig;
import io.restassured.path.json.JsonPath;
import io.restassured.path.json.config.JsonPathConfig;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import outrider.base.Seeds;

/** The steps of a case through the API, for tests to begin from. */
abstract class CaseSteps {
    Client analyst;

    @BeforeEach
    void signIn() {
        RestAssured.config = RestAssured.config()
                .jsonConfig(JsonConfig.jsonConfig().numberReturnType(JsonPathConfig.NumberReturnType.DOUBLE));
        analyst = Client.signIn("analyst");
    }

    /** What of a brief can be edited. */
    static final List<String> EDITED = List.of(
            "version",
            "name",
            "question",
            "outcome",
            "eventLevels",
            "recordsNoun",
            "eventsNoun",
            "acting",
            "currency",
            "gainIfCaught",
            "actionCost",
            "missCost",
            "falseAlarmCost",
            "leaveValue",
            "successRate",
            "capacity",
            "campaignSize",
            "plannedRate",
            "deciding");

    static String file(long seed) {
        var random = new Seeds(seed).stream("file");
        StringBuilder csv = new StringBuilder("member,age,tier,points,note,gone\n");
        for (int i = 0; i < 1200; i++) {
            double age = 20 + 50 * random.nextDouble();
            boolean gold = random.nextDouble() < 0.4;
            boolean gone = random.nextDouble() < 1 / (1 + Math.exp(4.5 - age / 20 + (gold ? 0.8 : 0)));
            csv.append("M")
                    .append(i)
                    .append(',')
                    .append(i % 17 == 0 ? "" : Double.toString(age))
                    .append(',');
            csv.append(gold ? "gold" : "plain")
                    .append(',')
                    .append(Math.round(age / 3))
                    .append(",\"note, ")
                    .append(i);
            csv.append("\",").append(gone ? "yes" : "no").append('\n');
        }
        return csv.toString();
    }

    long brief(Map<String, Object> changes) {
        int dataset = analyst.upload("case.csv", file(3))
                .then()
                .statusCode(200)
                .extract()
                .path("id");
        int id = analyst.post("/briefs", Map.of("datasetId", dataset))
                .then()
                .statusCode(200)
                .extract()
                .path("id");
        edit(id, changes);
        return id;
    }

    JsonPath edit(long id, Map<String, Object> changes) {
        Map<String, Object> edit =
                new HashMap<>(analyst.get("/briefs/" + id).jsonPath().getMap(""));
        edit.keySet().retainAll(EDITED);
        edit.putAll(changes);
        return analyst.put("/briefs/" + id, edit)
                .then()
                .statusCode(200)
                .extract()
                .jsonPath();
    }

    long split() {
        long id = brief(Map.of(
                "outcome",
                "gone",
                "eventLevels",
                List.of("yes"),
                "gainIfCaught",
                40,
                "actionCost",
                5,
                "capacity",
                120));
        analyst.post("/briefs/" + id + "/split", Map.of("shares", List.of(0.5, 0.25, 0.25), "seed", 9))
                .then()
                .statusCode(200);
        return id;
    }

    JsonPath candidate(long brief, Map<String, Object> wanted) {
        int id = analyst.post("/candidates?brief=" + brief, wanted)
                .then()
                .statusCode(200)
                .extract()
                .path("id");
        for (int i = 0; i < 300; i++) {
            JsonPath all = analyst.get("/candidates?brief=" + brief).jsonPath();
            String status = all.getString("find { it.id == " + id + " }.status");
            if (!status.equals("waiting") && !status.equals("running")) {
                all.setRootPath("find { it.id == " + id + " }");
                return all;
            }
            sleep();
        }
        throw new AssertionError("candidate " + id + " does not end");
    }

    static void sleep() {
        try {
            Thread.sleep(100);
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    static Map<String, Object> logistic(String name, double penalty) {
        return Map.of("name", name, "kind", "logistic", "settings", Map.of("penalty", penalty));
    }
}
