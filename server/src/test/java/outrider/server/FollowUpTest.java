package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.test.junit.QuarkusTest;
import io.restassured.path.json.JsonPath;
import jakarta.inject.Inject;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import outrider.server.follow.Notices;

/** Later batches of a release: held against what was signed, answered for, and begun again from. */
@QuarkusTest
class FollowUpTest extends ReleaseSteps {
    @Inject
    Notices notices;

    @Test
    void laterBatchesAreHeldAgainstWhatWasSigned() {
        long id = signed();
        release(approved(id, Map.of("words", "")));
        String open = file(8).lines()
                .map(line -> line.startsWith("member") ? line : line.substring(0, line.lastIndexOf(',') + 1))
                .collect(Collectors.joining("\n", "", "\n"));
        int batch = batch(id, dataset("january.csv", open + "(1200 rows)\n"), "2027-01-04");
        JsonPath before = followed(id);
        assertThat(before.getString("batches[0].notice")).contains("below the records: “(1200 rows)”");
        assertThat(before.getInt("batches[0].figures.known")).isZero();
        assertThat(before.getInt("batches[0].figures.records")).isEqualTo(1200);
        assertThat(before.getString("advice.kind")).isEqualTo("CARRY_ON");
        assertThat(before.getString("advice.words")).contains("No outcome has arrived yet");
        String outcomes = file(8).lines()
                .map(line -> line.substring(0, line.indexOf(',')) + line.substring(line.lastIndexOf(',')))
                .collect(Collectors.joining("\n", "", "\nnobody,yes\n"));
        ok(analyst.post("/follow/" + batch + "/outcomes?dataset=" + dataset("outcomes.csv", outcomes), null));
        JsonPath after = followed(id);
        assertThat(after.getInt("batches[0].figures.known")).isEqualTo(1200);
        assertThat(after.getInt("batches[0].unmatched")).isEqualTo(1);
        assertThat(after.getInt("batches[0].late")).isEqualTo(1200);
        int turned = dataset("turned.csv", "member,gone\nM1,yes\nM1,no\n");
        ok(analyst.post("/follow/" + batch + "/outcomes?dataset=" + turned, null));
        assertThat(followed(id).getInt("batches[0].contradictory")).isBetween(1, 2);
        assertThat(analyst.get("/follow/" + batch + "/contradictions.csv").asString())
                .startsWith("member,gone before,gone now\nM1,")
                .contains("M1,yes,no");
        assertThat(after.getBoolean("batches[0].figures.differences.capture.holds"))
                .isTrue();
        int strange = dataset("strange.csv", "member,colour\nM1,red\n");
        assertThat(refusal(analyst.post("/follow/" + batch + "/outcomes?dataset=" + strange, null), 400))
                .contains("outcomes: lack the column gone");
        Map.of(
                        "member,gone\nM1,Yes\n",
                        "write “yes” as it stood there",
                        "member,gone\nm1,yes\n",
                        "where the batch has “M1”")
                .forEach((text, words) -> {
                    int written = dataset("written.csv", text);
                    assertThat(refusal(analyst.post("/follow/" + batch + "/outcomes?dataset=" + written, null), 400))
                            .contains(words);
                });
        assertThat(refusal(
                        analyst.post("/follow?brief=" + id + "&dataset=" + strange, Map.of("day", "2027-01-11")), 400))
                .contains("batch: lacks ");
        assertThat(refusal(analyst.post("/follow?brief=" + id + "&dataset=" + strange, Map.of("day", "soon")), 400))
                .contains("give a day like");
        String gone = file(9).replaceAll("(?m)^(M\\d+),[^,]*,", "$1,,");
        int february = dataset("february.csv", gone);
        batch(id, february, "2027-02-01");
        assertThat(refusal(analyst.delete("/datasets/" + february), 409)).contains("held against a release");
        JsonPath moved = followed(id);
        assertThat(moved.getString("advice.kind")).isEqualTo("LOOK_AT_INPUT");
        assertThat(moved.getString("advice.column")).isEqualTo("age");
        assertThat(moved.getList("batches.day")).containsExactly("2027-01-04", "2027-02-01");
        assertThat(refusal(analyst.post("/follow?brief=" + id + "&dataset=1", Map.of()), 400))
                .contains("day: is missing");
    }

    private static Map<String, Object> line(String measure, String side, double at, String every, String who) {
        return Map.of("who", who, "rule", Map.of("measure", measure, "side", side, "at", at, "every", every));
    }

    private long signedWithPlan(List<Map<String, Object>> plan) {
        long id = signed();
        JsonPath draft = ok(analyst.get("/sign-off/" + id));
        assertThat(draft.getString("watchable.find { it.measure == 'SCORE_STABILITY' }.usual.side"))
                .isEqualTo("AT_MOST");
        ok(analyst.put(
                "/sign-off/" + id,
                Map.of(
                        "version",
                        draft.getInt("version"),
                        "authorText",
                        Map.of("words", Map.of(), "monitoring", plan),
                        "answers",
                        Map.of())));
        return id;
    }

    @Test
    void aCrossedLimitWaitsForWhomThePlanNamesUntilItIsAnswered() {
        long id = signedWithPlan(List.of(
                line("CAPTURE", "AT_LEAST", 0.99, "QUARTER", "approver"),
                line("ACTED_SHARE", "AT_MOST", 1, "MONTH", "the risk desk")));
        JsonPath made = release(approved(id, Map.of("words", "")));
        assertThat(made.getString("release.monitoring[0].limit")).isEqualTo("at least 99 %");
        batch(id, dataset("january.csv", file(8)), "2027-01-04");
        JsonPath after = followed(id);
        assertThat(after.getList("plan.standing")).containsExactly("CROSSED", "HOLDS");
        assertThat(after.getString("notices[0].words"))
                .startsWith("Batch of 2027-01-04: Capture rate at the cut is ")
                .endsWith("; the signed plan says at least 99 %.");
        assertThat(after.getList("notices")).hasSize(1);
        int notice = after.getInt("notices[0].id");
        String own = "find { it.id == " + notice + " }";
        assertThat(ok(analyst.get("/follow/notices")).getString(own)).isNull();
        assertThat(ok(approver.get("/follow/notices")).getString(own + ".waitsFor"))
                .isEqualTo("approver");
        assertThat(ok(analyst.get("/briefs?find=&size=200")).getString("lines.find { it.id == " + id + " }.waitsFor"))
                .isEqualTo("NOTICE");
        String answer = "/follow/notices/" + notice + "/answer";
        assertThat(refusal(approver.post(answer, Map.of("words", " ")), 400)).contains("words: are missing");
        Client reader = Client.made(administrator, "reader-" + id, List.of("reader"));
        reader.post(answer, Map.of("words", "not mine")).then().statusCode(404);
        ok(analyst.put("/members/" + id + "/people/" + reader.name(), Map.of("level", "READ")));
        reader.post(answer, Map.of("words", "not mine")).then().statusCode(403);
        ok(approver.post(answer, Map.of("words", "January was mild; we look again in February.")));
        assertThat(ok(approver.get("/follow/notices")).getString(own)).isNull();
        assertThat(refusal(analyst.post(answer, Map.of("words", "me too")), 409))
                .contains("was answered by approver");
        assertThat(ok(analyst.get("/trail?brief=" + id)).getList("entries.act"))
                .contains("notice made", "notice answered");
        assertThat(followed(id).getString("notices[0].answer")).startsWith("January was mild");
    }

    @Test
    void theNextBriefBeginsOnABatchWithItsOutcomesAndTheOldScores() {
        long id = signedWithPlan(List.of());
        release(approved(id, Map.of("words", "")));
        String open = file(8).lines()
                .map(line -> line.startsWith("member") ? line : line.substring(0, line.lastIndexOf(',') + 1))
                .collect(Collectors.joining("\n", "", "\n"));
        int batch = batch(id, dataset("january.csv", open), "2027-01-04");
        followed(id);
        String next = "/follow/" + batch + "/next-brief";
        assertThat(refusal(analyst.post(next, null), 409)).contains("has no outcomes to learn from yet");
        String outcomes = file(8).lines()
                .limit(900)
                .map(line -> line.substring(0, line.indexOf(',')) + line.substring(line.lastIndexOf(',')))
                .collect(Collectors.joining("\n", "", "\n"));
        ok(analyst.post("/follow/" + batch + "/outcomes?dataset=" + dataset("late.csv", outcomes), null));
        int known = followed(id).getInt("batches[0].figures.known");
        JsonPath begun = ok(analyst.post(next, null));
        long revision = begun.getLong("briefId");
        JsonPath brief = ok(analyst.get("/briefs/" + revision));
        assertThat(brief.getInt("revision.number")).isEqualTo(2);
        assertThat(brief.getBoolean("decision.outcome.leaveOutMissing")).isTrue();
        JsonPath columns = ok(analyst.get("/briefs/" + revision + "/columns"));
        assertThat(columns.getString("columns.find { it.name == 'score_version_1' }.setup.role"))
                .isEqualTo("SCORE");
        assertThat(columns.getInt("columns.find { it.name == 'gone' }.missing")).isEqualTo(1200 - known);
        assertThat(refusal(analyst.post(next, null), 409)).contains("a next revision exists already");
    }

    @Test
    void recalibrationIsACandidateBesideWhatDecidesNow() {
        long id = signedWithPlan(List.of());
        release(approved(id, Map.of("words", "")));
        // twice the events that the scores say
        String more = file(8).lines()
                .map(line -> line.matches("M\\d*[05],.*") ? line.replaceFirst("[^,]*$", "yes") : line)
                .collect(Collectors.joining("\n", "", "\n"));
        int batch = batch(id, dataset("january.csv", more), "2027-01-04");
        JsonPath followed = followed(id);
        assertThat(followed.getDouble("batches[0].figures.figures.calibration.value"))
                .isGreaterThan(1.3);
        long revision =
                ok(analyst.post("/follow/" + batch + "/recalibrate", null)).getLong("briefId");
        JsonPath made = ok(analyst.get("/candidates?brief=" + revision));
        for (int i = 0; i < 300 && !made.getList("status").equals(List.of("done", "done")); i++) {
            sleep(i);
            made = ok(analyst.get("/candidates?brief=" + revision));
        }
        assertThat(made.getList("name"))
                .containsExactlyInAnyOrder("Version 1, as it stands", "Version 1, recalibrated");
        JsonPath compared = ok(analyst.get("/comparisons/" + revision));
        String of = "candidates.find { it.name == 'Version 1, %s' }.auc.auc";
        assertThat(compared.getDouble(of.formatted("recalibrated")))
                .as("a rising map leaves the order")
                .isEqualTo(compared.getDouble(of.formatted("as it stands")));
        String recalibrated = ok(analyst.get(
                        "/candidates/" + made.getInt("find { it.name == 'Version 1, recalibrated' }.id")))
                .prettify();
        assertThat(recalibrated).contains("\"calibration\": \"logistic\"");
    }

    @Test
    void aBatchThatDoesNotComeIsANoticeOnceAndGoesToTheOwnerWhereNobodyHasThatName() {
        long id = signedWithPlan(List.of(
                line("SCORE_STABILITY", "AT_MOST", 0.1, "MONTH", "the risk desk"),
                line("CAPTURE", "AT_LEAST", 0.01, "QUARTER", "the risk desk")));
        release(approved(id, Map.of("words", "")));
        notices.remind();
        assertThat(followed(id).getList("notices")).isEmpty();
        try {
            MovedClock.LATER.set(Duration.ofDays(40));
            notices.remind();
            notices.remind();
        } finally {
            MovedClock.LATER.set(Duration.ZERO);
        }
        JsonPath view = followed(id);
        assertThat(view.getList("notices.kind")).containsExactly("OVERDUE");
        assertThat(view.getString("notices[0].words")).contains("was due on ", ": stability of the score.");
        assertThat(view.getString("notices[0].waitsFor")).isEqualTo("analyst");
        assertThat(ok(analyst.get("/follow/notices")).getList("briefId", Long.class))
                .contains(id);
    }

    private int dataset(String name, String csv) {
        return ok(analyst.upload(name, csv)).getInt("id");
    }
}
