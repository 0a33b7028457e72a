package outrider.server;

import static io.restassured.RestAssured.given;
import static org.assertj.core.api.Assertions.assertThat;

import io.restassured.path.json.JsonPath;
import io.restassured.response.Response;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.Map;

/** The steps to a release, for tests to begin from. */
abstract class ReleaseSteps extends ReportSteps {
    static final Map<String, Object> ONE = Map.of("age", 61.5, "points", 20, "tier", "plain");

    int approved(long brief, Map<String, Object> words) {
        int report = submit(brief);
        waiveAll(approver, report);
        ok(approver.post("/reports/" + report + "/approve", words));
        return report;
    }

    long signed() {
        long id = split();
        int one = candidate(id, Map.of("name", "Trees", "kind", "forest", "settings", Map.of("trees", 20)))
                .getInt("id");
        cut(analyst, id, one, 30);
        ok(analyst.post("/sign-off/" + id + "/open-reserve", null));
        return id;
    }

    JsonPath release(int report) {
        return ok(analyst.post("/releases?report=" + report, Map.of()));
    }

    String key(long brief, String name, int perMinute) {
        return ok(analyst.post("/score-keys?brief=" + brief, Map.of("name", name, "perMinute", perMinute)))
                .getString("secret");
    }

    static Response score(long brief, String key, Object body) {
        return given().header("Authorization", "Bearer " + key)
                .contentType("application/json")
                .body(body)
                .post("/score/" + brief);
    }

    /** Comes to rest some time ago, as a file does that has been copied. */
    static void put(Path file, String text) throws Exception {
        Files.writeString(file, text);
        Files.setLastModifiedTime(file, FileTime.from(Instant.now().minusSeconds(60)));
    }

    /** The newest run of the brief's schedule, once it is in that state. */
    JsonPath run(long brief, String status) {
        for (int i = 0; i < 300; i++) {
            JsonPath all = ok(analyst.get("/schedules?brief=" + brief));
            if (status.equals(all.getString("schedules[0].runs[0].status"))) {
                all.setRootPath("schedules[0].runs[0]");
                return all;
            }
            sleep(i);
        }
        throw new AssertionError("no list is " + status + ": "
                + ok(analyst.get("/schedules?brief=" + brief)).prettify());
    }

    int batch(long brief, int dataset, String day) {
        return ok(analyst.post("/follow?brief=" + brief + "&dataset=" + dataset, Map.of("day", day)))
                .getInt("batches.find { it.day == '" + day + "' }.id");
    }

    JsonPath followed(long brief) {
        for (int i = 0; i < 300; i++) {
            JsonPath all = ok(analyst.get("/follow?brief=" + brief));
            if (all.getList("batches.status").stream().allMatch("done"::equals)) return all;
            assertThat(all.getList("batches.status")).as(all.prettify()).doesNotContain("failed");
            sleep(i);
        }
        throw new AssertionError("batches do not end");
    }

    static void ok(Response answer, int status) {
        answer.then().statusCode(status);
    }
}
