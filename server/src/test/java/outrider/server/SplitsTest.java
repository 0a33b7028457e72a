package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.hamcrest.Matchers.containsString;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import io.restassured.path.json.JsonPath;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import outrider.base.Progress;
import outrider.check.ColumnProfile;
import outrider.split.Parts;
import outrider.table.CsvTableReader;
import outrider.table.Levels;
import outrider.table.Table;

@QuarkusTest
class SplitsTest extends DataSteps {
    private static Map<String, Object> plan(Map<String, Object> more) {
        Map<String, Object> plan =
                new HashMap<>(Map.of("method", "SHARES", "shares", List.of(0.5, 0.25, 0.25), "seed", 4, "folds", 5));
        plan.putAll(more);
        return plan;
    }

    /** Few values make many records alike: nobody wrote them twice. */
    @Test
    void recordsThatAreEqualByChanceAreToldFromCopies() {
        StringBuilder few = new StringBuilder("grade,gone\n");
        StringBuilder twice = new StringBuilder("amount,gone\n");
        for (int i = 0; i < 600; i++) {
            few.append(i * 5 % 7).append(i * 11 % 13 == 0 ? ",1\n" : ",0\n");
            twice.append(i / 2 * 3.7).append(i / 2 * 11 % 13 == 0 ? ",1\n" : ",0\n");
        }
        for (StringBuilder csv : List.of(few, twice)) {
            int id = brief(
                    csv == few ? "few.csv" : "twice.csv",
                    csv.toString().getBytes(StandardCharsets.UTF_8),
                    Map.of("column", "gone", "events", List.of("1")));
            JsonPath preview = analyst.post("/briefs/" + id + "/split/preview", plan(Map.of()))
                    .then()
                    .statusCode(200)
                    .extract()
                    .jsonPath();
            assertThat(preview.getInt("copies")).isEqualTo(csv == few ? 586 : 300);
            assertThat(preview.getBoolean("equalByChance")).isEqualTo(csv == few);
        }
    }

    @Test
    void foldsAreAsManyAsTheEventsAllow() {
        for (int events : new int[] {1, 4, 40}) {
            StringBuilder csv = new StringBuilder("amount,gone\n");
            for (int i = 0; i < 400; i++) csv.append(i * 3.7).append(i % 400 < events ? ",1\n" : ",0\n");
            int id = brief(
                    events + ".csv",
                    csv.toString().getBytes(StandardCharsets.UTF_8),
                    Map.of("column", "gone", "events", List.of("1")));
            var answer = analyst.post("/briefs/" + id + "/split/preview", plan(Map.of()))
                    .then();
            if (events == 1) {
                answer.statusCode(400).body("detail", containsString("no event"));
                continue;
            }
            JsonPath preview = answer.statusCode(200).extract().jsonPath();
            assertThat(preview.getInt("dealt")).isEqualTo(events == 4 ? 2 : 5);
            analyst.post("/briefs/" + id + "/split/preview", plan(Map.of("folds", 51)))
                    .then()
                    .statusCode(400)
                    .body("detail", containsString("folds: is 51; give 2 to 50"));
        }
    }

    @Test
    void splitsArePreviewedMadeProfiledOnTrainingAndLeaveTheReserveOut() {
        int id = dirtyBrief();
        Map<String, Object> byDate = plan(Map.of("method", "DATE", "column", "signed_on", "groupBy", "member"));
        JsonPath preview = analyst.post("/briefs/" + id + "/split/preview", byDate)
                .then()
                .statusCode(200)
                .extract()
                .jsonPath();
        assertThat(preview.getInt("straddlingGroups")).isZero();
        assertThat(preview.getInt("leftOut")).isEqualTo(60);
        assertThat(preview.getList("parts.find { it.part == 'training' }.units", Integer.class))
                .as("members with a lapse, and without")
                .hasSize(2)
                .allSatisfy(members -> assertThat(members)
                        .isPositive()
                        .isLessThan(preview.getInt("parts.find { it.part == 'training' }.records")));
        assertThat(preview.getBoolean("parts.find { it.part == 'reserve' }.few"))
                .isTrue();
        assertThat(analyst.get("/briefs/" + id).jsonPath().<Object>get("split")).isNull();
        JsonPath made = analyst.post("/briefs/" + id + "/split", byDate)
                .then()
                .statusCode(200)
                .extract()
                .jsonPath();
        assertThat(made.getList("split.facts.parts")).isEqualTo(preview.getList("parts"));
        int training = made.getInt("split.parts[0].records");
        JsonPath columns = columns(id);
        assertThat(columns.getInt(column("goodbye") + "records")).isEqualTo(training);
        assertThat(columns.getString(column("goodbye") + "alarms[0].name")).isEqualTo("suspected leak");
        assertThat(columns.getList(column("visits") + "alarms")).isEmpty();
        Table table = CsvTableReader.read(new ByteArrayInputStream(dirty()), Progress.NONE);
        byte[] outcome = Levels.outcome(table, "state", List.of("lapsed"), List.of("withdrawn"), false);
        Parts parts = QuarkusTransaction.requiringNew()
                .call(() -> outrider.server.brief.Brief.<outrider.server.brief.Brief>findById((long) id)
                        .parts());
        ColumnProfile core = ColumnProfile.of(table.column("visits"), parts.training(), outcome);
        assertThat(columns.getDouble(column("visits") + "auc")).isEqualTo(core.auc());
        assertThat(columns.getDouble(column("visits") + "informationValue")).isEqualTo(core.informationValue());
        JsonPath detail =
                analyst.get("/briefs/" + id + "/columns/detail?name=visits").jsonPath();
        assertThat(detail.getInt("profile.bands[0].records"))
                .isEqualTo(core.bands().get(0).records());
        assertThat(columns.getList(column("state") + "levels.text")).contains("withdrawn");
        candidate(id, logistic("Logistic", 1));
        for (String path : List.of("/split", "/split/preview")) {
            assertThat(analyst.post("/briefs/" + id + path, plan(Map.of()))
                            .jsonPath()
                            .getString("detail"))
                    .contains("locked once candidates exist");
        }
        assertThat(change(id, "visits", "reading", Map.of("type", "TEXT"))
                        .jsonPath()
                        .getString("detail"))
                .contains("has its type fixed");
    }

    @Test
    void weightsAndThinningTouchTrainingAloneAndProbabilitiesStayTrue() {
        Map<String, Double> mean = new HashMap<>();
        for (String method : List.of("NONE", "WEIGHTS", "THINNING")) {
            int id = (int) brief(Map.of("outcome", outcome("gone", "yes")));
            double share = method.equals("NONE") ? 0 : 0.5;
            analyst.post("/briefs/" + id + "/split", plan(Map.of("balance", Map.of("method", method, "share", share))))
                    .then()
                    .statusCode(200);
            JsonPath split = analyst.get("/briefs/" + id).jsonPath();
            assertThat(split.getInt("split.parts[1].records")).isEqualTo(300);
            candidate(id, logistic("Logistic", 0));
            String scores = analyst.get("/comparisons/" + id + "/scores.csv").asString();
            mean.put(
                    method,
                    scores.lines()
                            .filter(line -> !line.startsWith("record"))
                            .mapToDouble(line -> Double.parseDouble(line.split(",")[2]))
                            .average()
                            .orElseThrow());
            if (!method.equals("NONE")) {
                assertThat(split.getInt("split.facts.training.events"))
                        .isEqualTo(split.getInt("split.parts[0].events"));
                assertThat(split.getDouble("split.facts.training.logOdds")).isNegative();
            }
        }
        double plain = mean.get("NONE");
        assertThat(mean.get("WEIGHTS"))
                .as("without the correction it would be near 0.5")
                .isBetween(plain / 2, 2 * plain);
        assertThat(mean.get("THINNING")).isBetween(plain / 2, 2 * plain);
    }

    @Test
    void aNewerFileIsComparedWhereNoOutcomeIsChosenYet() {
        int first = store("first.csv", dirty());
        int id = analyst.post("/briefs", Map.of("datasetId", first))
                .then()
                .statusCode(200)
                .extract()
                .path("id");
        byte[] newer = new String(dirty(), StandardCharsets.ISO_8859_1)
                .replaceFirst("visits;goodbye", "visits;farewell")
                .getBytes(StandardCharsets.ISO_8859_1);
        int second = store("second.csv", newer);
        assertThat(analyst.get("/briefs/" + id + "/refresh/" + second)
                        .then()
                        .statusCode(200)
                        .extract()
                        .jsonPath()
                        .getList("words", String.class))
                .containsExactlyInAnyOrder("the column is gone", "a new column");
    }

    @Test
    void aNewerFileShowsItsChangesAndBecomesTheNextRevision() {
        int id = dirtyBrief();
        analyst.post("/briefs/" + id + "/split", plan(Map.of())).then().statusCode(200);
        candidate(id, logistic("Logistic", 1));
        String newer = new String(dirty(), StandardCharsets.ISO_8859_1)
                .replace(";no;", ";maybe;")
                .replaceFirst("visits;goodbye", "visits;farewell");
        byte[] file = newer.getBytes(StandardCharsets.ISO_8859_1);
        int upload = begin("newer.csv", file, id);
        send(upload, 0, file).then().statusCode(204);
        int dataset = read(upload).getInt("datasetId");
        assertThat(analyst.get("/uploads").jsonPath().getList("id")).contains(upload);
        List<String> words = new ArrayList<>(
                analyst.get("/briefs/" + id + "/refresh/" + dataset).jsonPath().getList("words", String.class));
        assertThat(words).containsExactlyInAnyOrder("the column is gone", "a new column");
        JsonPath next = analyst.post("/briefs/" + id + "/refresh/" + dataset, null)
                .then()
                .statusCode(200)
                .extract()
                .jsonPath();
        assertThat(next.getInt("revision.number")).isEqualTo(2);
        assertThat(next.getInt("revision.previousId")).isEqualTo(id);
        assertThat(next.getString("decision.outcome.column")).isEqualTo("state");
        assertThat(next.<Object>get("split")).isNull();
        JsonPath old = analyst.get("/briefs/" + id).jsonPath();
        assertThat(old.getInt("revision.nextId")).isEqualTo(next.getInt("id"));
        assertThat(old.getInt("progress.candidates")).isEqualTo(1);
        assertThat(analyst.asks()
                        .delete("/api/datasets/" + dataset)
                        .then()
                        .statusCode(409)
                        .extract()
                        .asString())
                .contains("is used by a brief");
        assertThat(analyst.post("/briefs/" + id + "/revision", null).jsonPath().getString("detail"))
                .contains("exists already");
    }
}
