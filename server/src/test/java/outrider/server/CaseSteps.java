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
        return brief(file(3), changes);
    }

    long brief(String csv, Map<String, Object> changes) {
        int dataset =
                analyst.upload("case.csv", csv).then().statusCode(200).extract().path("id");
        int id = analyst.post("/briefs", Map.of("datasetId", dataset))
                .then()
                .statusCode(200)
                .extract()
                .path("id");
        analyst.put("/members/" + id + "/people/reader", Map.of("level", "READ"))
                .then()
                .statusCode(200);
        edit(id, changes);
        return id;
    }

    /** @param changes by the path of what is settled, as "stakes.missCost" */
    JsonPath edit(long id, Map<String, Object> changes) {
        return analyst.put("/briefs/" + id, edited(id, changes))
                .then()
                .statusCode(200)
                .extract()
                .jsonPath();
    }

    Map<String, Object> edited(long id, Map<String, Object> changes) {
        JsonPath brief = analyst.get("/briefs/" + id).jsonPath();
        Map<String, Object> decision = new HashMap<>(brief.<String, Object>getMap("decision"));
        changes.forEach((path, value) -> {
            Map<String, Object> at = decision;
            String[] steps = path.split("\\.");
            for (int i = 0; i < steps.length - 1; i++) {
                Map<String, Object> inner = new HashMap<>(asMap(at.get(steps[i])));
                at.put(steps[i], inner);
                at = inner;
            }
            at.put(steps[steps.length - 1], value);
        });
        return Map.of("version", brief.getInt("version"), "decision", decision);
    }

    @SuppressWarnings("unchecked")
    private static Map<String, Object> asMap(Object value) {
        return value == null ? Map.of() : (Map<String, Object>) value;
    }

    static Map<String, Object> outcome(String column, String event) {
        return Map.of("column", column, "events", List.of(event));
    }

    long split() {
        return split(file(3));
    }

    long split(String csv) {
        long id = brief(
                csv,
                Map.of(
                        "outcome",
                        outcome("gone", "yes"),
                        "stakes.gainIfCaught",
                        40,
                        "stakes.actionCost",
                        5,
                        "campaign.capacity",
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
            sleep(i);
        }
        throw new AssertionError("candidate " + id + " does not end");
    }

    /** Waits before a state is asked for again: shortly at first, a tenth of a second from the tenth time on. */
    static void sleep(int asked) {
        try {
            Thread.sleep(Math.min(100, 10 + 10 * asked));
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    static Map<String, Object> logistic(String name, double penalty) {
        return Map.of("name", name, "kind", "logistic", "settings", Map.of("penalty", penalty));
    }
}
