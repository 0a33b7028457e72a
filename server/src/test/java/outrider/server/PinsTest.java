package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.test.junit.QuarkusTest;
import io.restassured.path.json.JsonPath;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** What waits for the report. */
@QuarkusTest
class PinsTest extends CaseSteps {
    @Test
    void pinsWaitInTheTrayWithTheirNotes() {
        long id = split();
        Map<String, Object> pin = new HashMap<>(Map.of(
                "kind",
                "TABLE",
                "chapter",
                "comparison",
                "title",
                "Bands",
                "note",
                " see band 2 ",
                "reading",
                "It says so.",
                "cells",
                List.of(List.of("Band"), List.of("1"))));
        int first = analyst.post("/pins?brief=" + id, pin)
                .then()
                .statusCode(200)
                .extract()
                .path("id");
        JsonPath tray = analyst.get("/pins?brief=" + id).jsonPath();
        assertThat(tray.getString("[0].note")).isEqualTo("see band 2");
        assertThat(tray.getString("[0].createdBy")).isEqualTo("analyst");
        Map<String, Object> better = Map.of("note", "better", "seen", "see band 2");
        analyst.patch("/pins/" + first, better).then().statusCode(200);
        analyst.patch("/pins/" + first, better).then().statusCode(409);
        analyst.patch("/pins/" + first, Map.of("note", "unseen")).then().statusCode(400);
        assertThat(analyst.get("/pins?brief=" + id).jsonPath().getString("[0].note"))
                .isEqualTo("better");
        pin.put("kind", "CHART");
        assertThat(analyst.post("/pins?brief=" + id, pin)
                        .then()
                        .statusCode(400)
                        .extract()
                        .jsonPath()
                        .getString("detail"))
                .contains("is empty");
        pin.put("kind", "TABLE");
        pin.put("note", "x".repeat(4001));
        analyst.post("/pins?brief=" + id, pin).then().statusCode(400);
        Client reader = Client.signIn("reader");
        reader.get("/pins?brief=" + id).then().statusCode(200);
        reader.delete("/pins/" + first).then().statusCode(403);
        analyst.delete("/pins/" + first).then().statusCode(204);
        analyst.delete("/pins/" + first).then().statusCode(404);
    }
}
