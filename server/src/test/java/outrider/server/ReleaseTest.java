package outrider.server;

import static io.restassured.RestAssured.given;
import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.test.junit.QuarkusTest;
import io.restassured.path.json.JsonPath;
import io.restassured.response.Response;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.Statement;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.zip.GZIPOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.casefile.Canonical;
import outrider.casefile.Sha256;
import outrider.casefile.SigningKey;
import outrider.documents.ModelDocument;
import outrider.exchange.ReleasedRecipe;
import outrider.table.CsvTableReader;
import outrider.table.NumberColumn;
import outrider.table.Table;

/** From an approved report to scores that other programs get. */
@QuarkusTest
class ReleaseTest extends ReleaseSteps {

    private JsonPath tried(int release) {
        for (int i = 0; i < 600; i++) {
            JsonPath view = ok(analyst.get("/releases/" + release));
            List<String> states = view.getList("forms.status");
            if (!states.contains("waiting") && !states.contains("running")) return view;
            sleep(i);
        }
        throw new AssertionError("the forms of release " + release + " do not end");
    }

    @Test
    void whatWasApprovedGoesIntoServiceInFormsThatGiveTheSameScores() throws Exception {
        long id = signed();
        int report = submit(id);
        assertThat(refusal(analyst.post("/releases?report=" + report, Map.of()), 409))
                .contains("does not stand", "Waits for approval");
        waiveAll(approver, report);
        ok(approver.post("/reports/" + report + "/approve", Map.of("words", "", "condition", "read the invoices")));
        assertThat(refusal(analyst.post("/releases?report=" + report, Map.of()), 400))
                .contains("condition: is not ticked off");
        JsonPath made = ok(analyst.post("/releases?report=" + report, Map.of("met", "Bo reads them")));
        assertThat(made.getInt("release.version")).isEqualTo(1);
        assertThat(made.getString("state")).isEqualTo("IN_SERVICE");
        assertThat(made.getString("release.signed.met")).isEqualTo("Bo reads them");
        JsonPath view = tried(made.getInt("id"));
        assertThat(view.<Boolean>getList("forms.agrees")).as(view.prettify()).containsOnly(true);
        assertThat(view.<Integer>getList("forms.proof.records")).allMatch(n -> n > 300);

        String forms = "/releases/" + made.getInt("id") + "/forms/";
        ReleasedRecipe recipe = ModelDocument.readReleased(
                new ByteArrayInputStream(analyst.get(forms + "RECIPE").asByteArray()));
        assertThat(recipe.release().version()).isEqualTo(1);
        assertThat(analyst.get(forms + "POSTGRESQL").asString()).contains("AS version", "signed by report " + report);
        Map<String, Object> file = ok(analyst.get("/releases/" + made.getInt("id") + "/release.json"))
                .getMap("$");
        byte[] document = Canonical.write(file.get("release"));
        assertThat(Sha256.of(document)).isEqualTo(file.get("sha256"));
        Map<String, Object> open = ok(analyst.get("/key")).getMap("key");
        assertThat(SigningKey.fits(open, document, (String) file.get("signature")))
                .isTrue();
        byte[] proven = Canonical.write(Map.of("release", file.get("sha256"), "forms", file.get("forms")));
        assertThat(SigningKey.fits(open, proven, (String) file.get("formsSignature")))
                .isTrue();

        String secret = key(id, "desk", 6000);
        Table list =
                CsvTableReader.read(new ByteArrayInputStream(file(5).getBytes(StandardCharsets.UTF_8)), Progress.NONE);
        Table scored = recipe.apply(list, 0, new Workers(1), Progress.NONE);
        Response answer = given().header("Authorization", "Bearer " + secret)
                .contentType("text/csv")
                .body(file(5).lines()
                        .map(line -> line.replaceAll(",\"note.*", ""))
                        .reduce((a, b) -> a + "\n" + b)
                        .orElseThrow()
                        .replace("points,note,gone", "points"))
                .post("/score/" + id);
        answer.then().statusCode(200);
        Table back = CsvTableReader.read(new ByteArrayInputStream(answer.asByteArray()), Progress.NONE);
        assertThat(((NumberColumn) back.column("score")).values())
                .isEqualTo(((NumberColumn) scored.column("score")).values());
        assertThat(back.column("member").text(3)).isEqualTo("M3");
        assertThat(back.column("version").text(3)).isEqualTo("1");
    }

    @Test
    void theEndpointAnswersByWhatDecidesAndSaysWhyNot() {
        long id = signed();
        int report = approved(id, Map.of("words", ""));
        String secret = key(id, "desk", 6000);
        assertThat(refusal(score(id, secret, ONE), 409)).contains("release: is none yet");
        int first = release(report).getInt("id");
        JsonPath answer = ok(score(id, secret, ONE));
        assertThat(answer.getInt("version")).isEqualTo(1);
        assertThat(answer.getString("records[0].action")).isIn("act", "leave");
        assertThat(ok(score(id, secret, ONE)).getDouble("records[0].score"))
                .isEqualTo(answer.getDouble("records[0].score"));
        JsonPath reasons = ok(given().header("Authorization", "Bearer " + secret)
                .contentType("application/json")
                .body(Map.of("records", List.of(ONE, ONE)))
                .post("/score/" + id + "?reasons=2"));
        assertThat(reasons.getList("records[1].reasons")).hasSizeBetween(1, 2);

        assertThat(refusal(score(id, "wrong", ONE), 401)).contains("opens nothing");
        assertThat(given().body(ONE)
                        .contentType("application/json")
                        .post("/score/" + id)
                        .statusCode())
                .isEqualTo(401);
        long other = split();
        assertThat(refusal(score(other, secret, ONE), 403)).contains("not one of brief " + other);
        Response few = score(id, secret, Map.of("age", 61.5, "points", 3));
        assertThat(refusal(few, 422)).contains("tier", "is missing", "null where it is not known");
        assertThat(few.jsonPath().getString("field")).isEqualTo("tier");
        assertThat(refusal(score(id, secret, Map.of("age", 61.5, "points", 3, "tier", "silver")), 422))
                .contains("tier", "“silver”", "gold, plain");
        assertThat(refusal(score(id, secret, Map.of("age", "old", "points", 3, "tier", "gold")), 422))
                .contains("record 1", "age");
        assertThat(refusal(score(id, secret, Map.of("age", 1, "points", 3, "tier", "gold", "shoe", 42)), 422))
                .contains("shoe", "is no column of this release");
        assertThat(refusal(score(id, secret, "{\"age\":"), 422)).contains("is no JSON");
        byte[] large = new byte[25 << 20];
        Arrays.fill(large, (byte) ' ');
        assertThat(refusal(score(id, secret, large), 413)).contains("larger than 20 MB");
        assertThat(score(id, "wrong", large).statusCode())
                .as("nobody's body is read before their key")
                .isEqualTo(401);
        assertThat(given().post("/score/none").statusCode()).isEqualTo(404);
        assertThat(given().get("/score/" + id).statusCode()).isEqualTo(405);
        assertThat(given().header("Authorization", "Bearer " + secret)
                        .contentType("text/html")
                        .body("x")
                        .post("/score/" + id)
                        .statusCode())
                .isEqualTo(415);

        int shown = ok(analyst.get("/score-keys?brief=" + id)).getInt("keys[0].id");
        for (int i = 0; i < 50 && counted(id, 1) < 4; i++) sleep(i);
        assertThat(counted(id, 1)).isEqualTo(4);
        ok(analyst.post("/score-keys/" + shown + "/revoke", null));
        assertThat(refusal(score(id, secret, ONE), 401)).contains("was revoked");

        String again = key(id, "desk", 6000);
        int second = release(report).getInt("id");
        assertThat(ok(analyst.get("/releases/" + first)).getString("state")).isEqualTo("SUPERSEDED");
        assertThat(ok(score(id, again, ONE)).getInt("version")).isEqualTo(2);
        Response old = given().header("Authorization", "Bearer " + again)
                .contentType("application/json")
                .body(ONE)
                .post("/score/" + id + "?version=1");
        assertThat(refusal(old, 409)).contains("Superseded by version 2");
        assertThat(refusal(analyst.post("/releases/" + second + "/pause", Map.of("words", "")), 400))
                .contains("words: are missing");
        ok(approver.post("/releases/" + second + "/pause", Map.of("words", "the desk is closed")));
        assertThat(refusal(score(id, again, ONE), 409)).contains("Paused by approver: the desk is closed");
        ok(analyst.post("/releases/" + second + "/resume", Map.of()));
        ok(score(id, again, ONE));
        ok(analyst.post("/reports/" + report + "/withdraw", Map.of("reason", "the file was wrong")));
        assertThat(refusal(score(id, again, ONE), 409)).contains("Its report does not stand", "the file was wrong");
    }

    private int counted(long brief, int version) {
        Integer records = ok(analyst.get("/score-keys?brief=" + brief))
                .get("counts.findAll { it.version == " + version + " }.records.sum()");
        return records == null ? 0 : records;
    }

    @Test
    void aFloodWaitsAndTwoReleasesAtTheSameMomentAreTwoVersions() throws Exception {
        long id = signed();
        int report = approved(id, Map.of("words", ""));
        try (Together two = new Together(2)) {
            assertThat(two.statuses(() -> analyst.post("/releases?report=" + report, Map.of())))
                    .containsExactly(200, 200);
        }
        assertThat(ok(analyst.get("/releases?brief=" + id)).getList("release.version"))
                .containsExactly(2, 1);
        String slow = key(id, "slow", 12);
        assertThat(score(id, slow, ONE).statusCode()).isEqualTo(200);
        assertThat(score(id, slow, ONE).statusCode()).isEqualTo(200);
        Response third = score(id, slow, ONE);
        assertThat(refusal(third, 429)).contains("12 times a minute");
        assertThat(Integer.parseInt(third.header("Retry-After"))).isBetween(1, 5);
        ByteArrayOutputStream zipped = new ByteArrayOutputStream();
        try (GZIPOutputStream gzip = new GZIPOutputStream(zipped)) {
            gzip.write(
                    "{\"age\":61.5,\"points\":20,\"tier\":\"plain\"}\n{\"age\":null,\"points\":20,\"tier\":\"gold\"}\n"
                            .getBytes(StandardCharsets.UTF_8));
        }
        Response lines = given().header("Authorization", "Bearer " + key(id, "quick", 6000))
                .header("Content-Encoding", "gzip")
                .contentType("application/x-ndjson")
                .body(zipped.toByteArray())
                .post("/score/" + id);
        assertThat(lines.statusCode()).isEqualTo(200);
        assertThat(lines.asString().lines()).hasSize(2).allMatch(line -> line.startsWith("{\"record\":"));
    }

    @Test
    void unknownLevelsAreScoredAsMissingWhereTheReleaseSaysSo() {
        long id = signed();
        int report = approved(id, Map.of("words", ""));
        ok(analyst.post("/releases?report=" + report, Map.of("unknown", "MISSING")));
        String secret = key(id, "desk", 6000);
        Map<String, Object> strange = Map.of("age", 61.5, "points", 20, "tier", "silver", "shoe", 42);
        java.util.HashMap<String, Object> missing = new java.util.HashMap<>(ONE);
        missing.put("tier", null);
        assertThat(ok(score(id, secret, strange)).getDouble("records[0].score"))
                .isEqualTo(ok(score(id, secret, missing)).getDouble("records[0].score"));
        for (int i = 0; i < 50 && counted(id, 1) < 2; i++) sleep(i);
        assertThat(ok(analyst.get("/score-keys?brief=" + id)).getInt("counts[0].unknown"))
                .isEqualTo(2);
    }

    @Test
    void listsAreScoredByThemselvesWholeOrNotAtAll(@TempDir Path folder) throws Exception {
        long id = signed();
        Path in = Files.createDirectories(folder.resolve("in"));
        Path out = Files.createDirectories(folder.resolve("out"));
        String place = "desk" + System.nanoTime();
        assertThat(refusal(analyst.post("/schedules?brief=" + id, Map.of("place", place)), 400))
                .contains("place: “" + place + "” is none");
        Scheduled.place(place, Map.of("in", in.toString(), "out", out.toString(), "briefs", "7, " + id));
        int schedule = ok(analyst.post("/schedules?brief=" + id, Map.of("place", place, "reasons", 1)))
                .getInt("schedules[0].id");
        assertThat(refusal(analyst.post("/schedules?brief=" + id, Map.of("place", place)), 409))
                .contains("is scored already");
        put(in.resolve("monday.csv"), file(5));
        JsonPath waits = run(id, "failed");
        assertThat(waits.getString("message")).contains("release: is none yet");
        assertThat(out).isEmptyDirectory();
        release(approved(id, Map.of("words", "")));
        ok(analyst.post("/schedules/" + schedule + "/again", null), 204);
        JsonPath done = run(id, "done");
        assertThat(done.getInt("records")).isEqualTo(1200);
        assertThat(done.getInt("version")).isEqualTo(1);
        List<String> lines = Files.readAllLines(out.resolve("monday-scored.csv"));
        assertThat(lines.get(0)).isEqualTo("member,score,band,action,reason1,version");
        assertThat(lines).hasSize(1201);
        assertThat(out.toFile().list()).containsExactly("monday-scored.csv");
        put(in.resolve("tuesday.csv"), "member,age\nM1,7\n");
        assertThat(run(id, "failed").getString("message")).contains("lacks 2 columns");
        assertThat(out.toFile().list()).containsExactly("monday-scored.csv");
        ok(analyst.post("/schedules/" + schedule + "/end", null), 204);
        assertThat(ok(analyst.get("/schedules?brief=" + id)).getList("schedules"))
                .isEmpty();
    }

    @Test
    void aTableIsScoredEachDayInOneTransaction() throws Exception {
        long id = signed();
        release(approved(id, Map.of("words", "")));
        String place = "table" + System.nanoTime();
        Scheduled.place(
                place,
                Map.of(
                        "url", TestDatabase.URL,
                        "user", TestDatabase.USER,
                        "password", TestDatabase.PASSWORD,
                        "table", "pg_temp.none",
                        "into", "public.scored_" + id));
        assertThat(refusal(analyst.post("/schedules?brief=" + id, Map.of("place", place)), 400))
                .contains("hour: is missing");
        int schedule = ok(analyst.post("/schedules?brief=" + id, Map.of("place", place, "hour", 0)))
                .getInt("schedules[0].id");
        assertThat(run(id, "failed").getString("message")).contains("is refused by PostgreSQL");
        try (Connection database =
                        DriverManager.getConnection(TestDatabase.URL, TestDatabase.USER, TestDatabase.PASSWORD);
                Statement plain = database.createStatement()) {
            plain.execute("create table public.list_" + id
                    + " (member text, age numeric, points integer, tier text, seen date)");
            plain.execute("insert into public.list_" + id
                    + " values ('M1', 61.5, 20, 'plain', null), ('M2', null, 10, 'gold', '2026-01-01')");
            Scheduled.place(place, Map.of("table", "public.list_" + id));
            ok(analyst.post("/schedules/" + schedule + "/again", null), 204);
            assertThat(run(id, "done").getInt("records")).isEqualTo(2);
            try (ResultSet rows =
                    plain.executeQuery("select member, score, version from public.scored_" + id + " order by 1")) {
                rows.next();
                double score = ok(score(id, key(id, "desk", 600), ONE)).getDouble("records[0].score");
                assertThat(rows.getString(1)).isEqualTo("M1");
                assertThat(rows.getDouble(2)).isEqualTo(score);
                assertThat(rows.getInt(3)).isEqualTo(1);
            }
            plain.execute("drop table public.list_" + id + ", public.scored_" + id);
        }
        ok(analyst.post("/schedules/" + schedule + "/end", null), 204);
    }
}
