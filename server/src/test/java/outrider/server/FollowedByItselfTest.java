package outrider.server;

import static io.restassured.RestAssured.given;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.quarkus.test.junit.QuarkusTest;
import io.restassured.path.json.JsonPath;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Batches that nobody has to bring: of scheduled lists, and of what the endpoint was asked. */
@QuarkusTest
class FollowedByItselfTest extends ReleaseSteps {
    @Test
    void aScheduledListBecomesABatchOfTheVersionThatScoredIt(@TempDir Path folder) throws Exception {
        long id = signed();
        release(approved(id, Map.of("words", "")));
        Path in = Files.createDirectories(folder.resolve("in"));
        Path out = Files.createDirectories(folder.resolve("out"));
        String place = "desk" + System.nanoTime();
        Scheduled.place(place, Map.of("in", in.toString(), "out", out.toString()));
        JsonPath made = ok(analyst.post("/schedules?brief=" + id, Map.of("place", place, "followed", true)));
        assertThat(made.getBoolean("schedules[0].followed")).isTrue();
        put(in.resolve("monday.csv"), file(8));
        JsonPath run = run(id, "done");
        JsonPath batches = followed(id);
        assertThat(batches.getList("batches.file")).containsExactly("monday.csv");
        assertThat(batches.getInt("batches[0].version")).isEqualTo(1);
        assertThat(batches.getInt("batches[0].figures.records")).isEqualTo(1200);
        assertThat(batches.getInt("batches[0].figures.acted")).isEqualTo(run.getInt("acted"));
        ok(analyst.post("/schedules/" + made.getInt("schedules[0].id") + "/end", null), 204);
    }

    @Test
    void whatTheEndpointWasAskedBecomesABatchOfTheSameScores() {
        long id = signed();
        release(approved(id, Map.of("words", "")));
        String secret = key(id, "desk", 6000);
        ok(score(id, secret, ONE));
        assertThat(refusal(analyst.post("/score-keys/kept/batch?brief=" + id + "&version=1", null), 409))
                .contains("requests: of version 1 are none");
        JsonPath on = ok(analyst.put("/score-keys/keeping?brief=" + id + "&on=true", Map.of()));
        assertThat(on.getString("keeping.by")).isEqualTo("analyst");
        List<Map<String, Object>> some = List.of(
                Map.of("member", "M1", "age", 61.5, "points", 20, "tier", "plain"),
                Map.of("member", "M2", "age", 33.25, "points", 11, "tier", "gold"));
        int acted = 0;
        for (int i = 0; i < 30; i++) {
            JsonPath answer = ok(score(id, secret, Map.of("records", some)));
            acted += (int) answer.getList("records.action").stream()
                    .filter("act"::equals)
                    .count();
        }
        ok(
                given().header("Authorization", "Bearer " + secret)
                        .contentType("text/csv")
                        .body("member,age,points,tier\nM3,,20,gold\n")
                        .post("/score/" + id),
                200);
        assertThat(score(id, secret, Map.of("age", 1)).statusCode())
                .as("a refused one is not kept")
                .isEqualTo(422);
        JsonPath kept = ok(analyst.get("/score-keys?brief=" + id));
        assertThat(kept.getInt("keeping.kept[0].requests")).isEqualTo(31);
        assertThat(kept.getInt("keeping.kept[0].records")).isEqualTo(61);
        ok(analyst.put("/score-keys/keeping?brief=" + id + "&on=false", Map.of()));
        ok(score(id, secret, ONE));
        JsonPath after = ok(analyst.post("/score-keys/kept/batch?brief=" + id + "&version=1", null));
        assertThat(after.getList("keeping.kept")).isEmpty();
        JsonPath batches = followed(id);
        assertThat(batches.getInt("batches[0].figures.records")).isEqualTo(61);
        assertThat(batches.getInt("batches[0].figures.acted")).isBetween(acted, acted + 1);
        List<Number> missing = batches.getList("batches[0].figures.inputs.find { it.column == 'age' }.actualShares");
        assertThat(missing.get(missing.size() - 1).doubleValue()).isCloseTo(1 / 61.0, within(1e-12));
        int later =
                ok(analyst.upload("ends.csv", "member,gone\nM1,yes\nM2,no\n")).getInt("id");
        int batch = batches.getInt("batches[0].id");
        ok(analyst.post("/follow/" + batch + "/outcomes?dataset=" + later, null));
        assertThat(followed(id).getInt("batches[0].figures.known")).isEqualTo(60);
        assertThat(ok(analyst.get("/trail?brief=" + id)).getList("entries.act"))
                .contains("requests kept from now on", "requests not kept from now on", "batch brought");
        ok(analyst.post("/score-keys/kept/discard?brief=" + id + "&version=1", null));
    }
}
