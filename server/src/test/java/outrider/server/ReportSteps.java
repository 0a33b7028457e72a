package outrider.server;

import io.restassured.path.json.JsonPath;
import io.restassured.response.Response;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import outrider.base.Workers;

/** The steps to a report, for tests to begin from. */
abstract class ReportSteps extends CaseSteps {
    static final Workers WORKERS = new Workers(2);

    @Inject
    EntityManager database;

    Client approver;
    Client administrator;

    @BeforeEach
    void signInOthers() {
        approver = Client.signIn("approver");
        administrator = Client.signIn("administrator");
    }

    static void cut(Client who, long brief, int candidate, double records) {
        who.put(
                        "/comparisons/" + brief + "/cut",
                        Map.of("candidateId", candidate, "records", records, "rule", Map.of("kind", "BY_HAND")))
                .then()
                .statusCode(204);
    }

    /** A brief with a logistic regression, a blend and a reference, cut at 30 records. */
    long compared() {
        long id = split();
        int one = candidate(id, logistic("Logistic", 0)).getInt("id");
        int two = candidate(id, logistic("Penalised", 50)).getInt("id");
        candidate(
                id,
                Map.of(
                        "name",
                        "Both",
                        "kind",
                        "blend",
                        "settings",
                        Map.of("members", List.of(one, two), "method", "ranks")));
        candidate(id, Map.of("name", "Base rate", "kind", "baseRate"));
        cut(analyst, id, one, 30);
        return id;
    }

    /** The brief's first candidate. */
    int fitted(long brief) {
        return ok(analyst.get("/candidates?brief=" + brief)).getInt("find { it.name == 'Logistic' }.id");
    }

    /** A sentence that waits for the report. */
    static int pinned(Client who, long brief) {
        Map<String, Object> pin =
                Map.of("kind", "SENTENCE", "chapter", "why", "title", "So", "note", "", "reading", "It rises.");
        return ok(who.post("/pins?brief=" + brief, pin)).getInt("id");
    }

    static String refusal(Response answer, int status) {
        return answer.then().statusCode(status).extract().jsonPath().getString("detail");
    }

    static JsonPath ok(Response answer) {
        return answer.then().statusCode(200).extract().jsonPath();
    }

    int submit(long brief) {
        return ok(analyst.post("/sign-off/" + brief + "/submit", null)).getInt("head.id");
    }

    void waiveAll(Client who, int report) {
        List<String> failing = ok(who.get("/reports/" + report)).getList("checks.findAll { !it.passes }.check");
        String until = LocalDate.now().plusMonths(3).toString();
        for (String check : failing) {
            ok(who.post(
                    "/reports/" + report + "/waive",
                    Map.of("check", check, "reason", "a small trial", "until", until)));
        }
    }

    static String state(Client who, int report) {
        return ok(who.get("/reports/" + report)).getString("head.state");
    }

    JsonPath newPolicy(String name) {
        JsonPath all = ok(administrator.get("/policy"));
        String text =
                all.getString("[0].text").replaceFirst("name: .*", "name: " + name + " " + all.getInt("[0].version"));
        return ok(administrator.put("/policy", Map.of("text", text, "basedOn", all.getInt("[0].version"))));
    }
}
