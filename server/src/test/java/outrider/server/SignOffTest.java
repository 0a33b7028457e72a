package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import io.restassured.path.json.JsonPath;
import io.restassured.response.Response;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.Progress;
import outrider.casefile.EvidenceFile;
import outrider.casefile.Verifier;

@QuarkusTest
class SignOffTest extends ReportSteps {
    @Test
    void aReportIsFrozenSignedAndDecidedOnceByAnother(@TempDir Path folder) throws IOException {
        long id = compared();
        JsonPath draft = ok(analyst.get("/sign-off/" + id));
        assertThat(draft.getString("problem")).isNull();
        assertThat(draft.getString("page.confirmation")).contains("still sealed");
        assertThat(analyst.get("/sign-off/" + id + "/preview").asString())
                .contains("Draft, not issued", "The proposal");
        ok(analyst.post("/sign-off/" + id + "/open-reserve", null));
        Response twice = analyst.post("/sign-off/" + id + "/open-reserve", null);
        assertThat(refusal(twice, 409)).contains("opened by analyst");
        assertThat(twice.jsonPath().getString("code")).isEqualTo("ALREADY_DONE");
        int report = submit(id);
        assertThat(refusal(analyst.post("/sign-off/" + id + "/submit", null), 409))
                .contains("waits for approval");

        byte[] evidence = analyst.get("/reports/" + report + "/evidence.json").asByteArray();
        String page = analyst.get("/reports/" + report + "/page").asString();
        Map<String, Object> key = ok(analyst.get("/key")).getMap("key");
        assertThat(ok(analyst.get("/key.jwk")).<String, Object>getMap("$")).isEqualTo(key);
        var kept = analyst.get("/reports/" + report + "/report.html");
        assertThat(kept.asString()).isEqualTo(page);
        assertThat(kept.header("Content-Disposition"))
                .startsWith("attachment")
                .contains("sign-off-" + report + ".html");
        Path data = folder.resolve("case.csv");
        Files.writeString(data, file(3));
        List<Verifier.Finding> found = Verifier.of(EvidenceFile.read(evidence), key, data, WORKERS, Progress.NONE);
        assertThat(found)
                .hasSize(4)
                .allSatisfy(f -> assertThat(f.holds()).as(f.words()).isTrue());

        edit(id, Map.of("stakes.gainIfCaught", 1, "question", "Something else?"));
        int other = ok(analyst.get("/candidates?brief=" + id)).getInt("find { it.name == 'Penalised' }.id");
        cut(analyst, id, other, 31);
        assertThat(ok(analyst.get("/sign-off/" + id)).getString("problem"))
                .contains("was opened for Logistic at 30.0 records");
        assertThat(analyst.get("/reports/" + report + "/page").asString()).isEqualTo(page);
        assertThat(EvidenceFile.read(analyst.get("/reports/" + report + "/evidence.json")
                                .asByteArray())
                        .tree())
                .isEqualTo(EvidenceFile.read(evidence).tree());

        assertThat(refusal(approver.post("/reports/" + report + "/approve", Map.of("words", "")), 409))
                .contains("checks: fail:")
                .contains("waive each");
        Map<String, String> noDay = Map.of("check", "inputsInTime", "reason", "a trial");
        assertThat(refusal(approver.post("/reports/" + report + "/waive", noDay), 400))
                .contains("until: is missing");
        Map<String, String> passing = Map.of("check", "stakesFilled", "reason", "x", "until", "2099-01-01");
        assertThat(refusal(approver.post("/reports/" + report + "/waive", passing), 400))
                .contains("does not fail");
        waiveAll(approver, report);
        JsonPath approved = ok(approver.post(
                "/reports/" + report + "/approve",
                Map.of("words", "go on", "condition", "only in the north", "until", "2099-12-31")));
        assertThat(approved.getString("head.words"))
                .isEqualTo("Approved by approver, on condition: only in the north, until 2099-12-31.");
        assertThat(refusal(approver.post("/reports/" + report + "/return", Map.of("words", "too late")), 409))
                .contains("waits for nobody");
        byte[] pdf = approver.get("/reports/" + report + "/report.pdf").asByteArray();
        try (var document = Loader.loadPDF(pdf)) {
            assertThat(new PDFTextStripper().getText(document).replaceAll("\\s+", " "))
                    .contains("The proposal: ", "approved under a condition", "only in the north", "a small trial");
        }
        assertThat(refusal(analyst.post("/reports/" + report + "/withdraw", Map.of("reason", " ")), 400))
                .contains("reason: is missing");
        ok(analyst.post("/reports/" + report + "/withdraw", Map.of("reason", "the file was wrong")));
        assertThat(state(approver, report)).isEqualTo("WITHDRAWN");
    }

    @Test
    void aCandidateThatIsTooGoodIsNotApprovedWhileNobodyAnswersForIt() {
        String told = file(3).lines()
                .map(line -> line + "," + (line.endsWith("yes") ? 9 : line.endsWith("no") ? 2 : "told"))
                .collect(Collectors.joining("\n", "", "\n"));
        long id = split(told);
        int one = candidate(id, Map.of("name", "Told", "kind", "tree", "settings", Map.of()))
                .getInt("id");
        cut(analyst, id, one, 30);
        ok(analyst.post("/sign-off/" + id + "/open-reserve", null));
        int report = submit(id);
        JsonPath shown = ok(approver.get("/reports/" + report));
        assertThat(shown.getString("checks.find { it.check == 'noOpenLeak' }.words"))
                .contains("told");
        assertThat(shown.getBoolean("checks.find { it.check == 'noOpenLeak' }.passes"))
                .isFalse();
        analyst.put(
                        "/briefs/" + id + "/columns",
                        Map.of(
                                "told",
                                Map.of(
                                        "role",
                                        "INPUT",
                                        "acceptedAlarms",
                                        Map.of("suspectedLeak", "it is known in time"))))
                .then()
                .statusCode(200);
        ok(approver.post("/reports/" + report + "/return", Map.of("words", "is it known in time?")));
        int again = submit(id);
        assertThat(ok(approver.get("/reports/" + again)).getString("checks.find { it.check == 'noOpenLeak' }.words"))
                .isEqualTo("The validation AUC is too good to be true.");
        assertThat(refusal(approver.post("/reports/" + again + "/approve", Map.of("words", "")), 409))
                .contains("checks: fail:", "No open leak");
        waiveAll(approver, again);
        ok(approver.post("/reports/" + again + "/approve", Map.of("words", "go on")));
        assertThat(state(approver, again)).isEqualTo("APPROVED");
    }

    @Test
    void theDatabaseItselfRefusesToChangeWhatWasSigned() {
        long id = compared();
        submit(id);
        for (String change : List.of(
                "update report set sha256 = ''",
                "delete from report",
                "delete from report_act",
                "update trail set words = 'nothing'",
                "delete from trail where number = 1",
                "truncate trail",
                "truncate report_act",
                "update policy_version set text = ''")) {
            if (change.contains("policy_version")) newPolicy("Another house");
            assertThatThrownBy(() -> QuarkusTransaction.requiringNew()
                            .run(() -> database.createNativeQuery(change).executeUpdate()))
                    .as(change)
                    .hasMessageContaining("never change");
        }
    }

    @Test
    void aReturnedReportIsAnsweredAndSuperseded() {
        long id = compared();
        int first = submit(id);
        assertThat(ok(approver.get("/reports/waiting")).getList("id")).contains(first);
        assertThat(ok(analyst.get("/reports/waiting")).getList("id")).doesNotContain(first);
        assertThat(refusal(approver.post("/reports/" + first + "/return", Map.of("words", " ")), 400))
                .contains("words: is missing");
        ok(approver.post(
                "/reports/" + first + "/return",
                Map.of("words", "", "remarks", List.of(Map.of("paragraph", "risks", "words", "And in winter?")))));
        assertThat(ok(analyst.get("/reports/waiting")).getList("id")).contains(first);

        assertThat(refusal(analyst.post("/sign-off/" + id + "/submit", null), 400))
                .contains("lack one to the remark on “What could go wrong”");
        int version = ok(analyst.get("/sign-off/" + id)).getInt("version");
        Map<String, Object> authorText = Map.of("words", Map.of("risks", "We gain {gain} in any season."));
        Map<String, Object> answered =
                Map.of("version", version, "authorText", authorText, "answers", Map.of("0", "See the risks."));
        ok(analyst.put("/sign-off/" + id, answered));
        analyst.put("/sign-off/" + id, answered).then().statusCode(409);
        int second = submit(id);
        JsonPath view = ok(approver.get("/reports/" + second));
        assertThat(view.getInt("head.supersedes")).isEqualTo(first);
        assertThat(view.getString("answers[0].answer")).isEqualTo("See the risks.");
        assertThat(view.getString("page.said.risks")).matches("We gain €[\\d,]+ in any season\\.");
        assertThat(state(approver, first)).isEqualTo("SUPERSEDED");
        assertThat(ok(approver.get("/reports/" + first)).getString("head.words"))
                .isEqualTo("Superseded by report " + second + ".");
    }

    @Test
    void wordsCannotHoldFiguresThatDoNotExist() {
        long id = compared();
        Map<String, Object> authorText = Map.of("words", Map.of("why", "We gain {gian}."));
        assertThat(refusal(analyst.put("/sign-off/" + id, Map.of("version", -1, "authorText", authorText)), 400))
                .contains("why: holds {gian}, which stands for no figure");
    }

    @Test
    void whoeverMadeItNeverApprovesWhateverTheirRoles() {
        analyst.post("/accounts", Map.of()).then().statusCode(403);
        Client both = Client.made(administrator, "both-" + System.nanoTime(), List.of("analyst", "approver"));

        long own = compared();
        let(own, both);
        int mine = ok(both.post("/sign-off/" + own + "/submit", null)).getInt("head.id");
        assertThat(refusal(both.post("/reports/" + mine + "/return", Map.of("words", "no")), 403))
                .contains("You shaped what this report proposes");
        assertThat(refusal(both.post("/reports/" + mine + "/approve", Map.of("words", "")), 403))
                .contains("You shaped");

        long other = split();
        let(other, both);
        int fitted = ok(both.post("/candidates?brief=" + other, logistic("Theirs", 0)))
                .getInt("id");
        int helped = candidate(other, logistic("Mine", 0)).getInt("id");
        for (int i = 0; i < 100 && !done(other, fitted); i++) sleep(i);
        int blend = candidate(
                        other,
                        Map.of(
                                "name",
                                "Both",
                                "kind",
                                "blend",
                                "settings",
                                Map.of("members", List.of(fitted, helped), "method", "ranks")))
                .getInt("id");
        cut(analyst, other, blend, 30);
        int blended = submit(other);
        assertThat(ok(both.get("/reports/" + blended)).getString("barred")).contains("shaped");
        assertThat(ok(both.get("/reports/waiting")).getList("id")).doesNotContain(blended);
        assertThat(refusal(both.post("/reports/" + blended + "/approve", Map.of("words", "")), 403))
                .contains("shaped");
        assertThat(ok(approver.get("/reports/" + blended)).getString("barred")).isNull();
    }

    private void let(long brief, Client who) {
        ok(analyst.put("/members/" + brief + "/people/" + who.name(), Map.of("level", "WORK")));
    }

    /** By what they did, whatever it was: who only moved the cut or changed the stakes has shaped it too. */
    @ParameterizedTest
    @ValueSource(strings = {"cut", "stakes", "pin"})
    void whoeverShapedTheProposalDoesNotDecideOnIt(String deed) {
        Client both = Client.made(administrator, deed + "-" + System.nanoTime(), List.of("analyst", "approver"));
        long id = compared();
        let(id, both);
        int candidate = fitted(id);
        switch (deed) {
            case "cut" -> cut(both, id, candidate, 31);
            case "stakes" -> ok(both.put("/briefs/" + id, edited(id, Map.of("stakes.missCost", 3))));
            default -> pinned(both, id);
        }
        int report = submit(id);
        assertThat(refusal(both.post("/reports/" + report + "/approve", Map.of("words", "")), 403))
                .contains("You shaped");
        assertThat(ok(approver.get("/reports/" + report)).getString("barred")).isNull();
    }

    @Test
    void fourSubmitsAtOnceMakeOneReportAndTwoOpeningsOne() throws Exception {
        long id = compared();
        List<Integer> submitted = together(4, () -> analyst.post("/sign-off/" + id + "/submit", null));
        assertThat(submitted).containsOnlyOnce(200).containsOnly(200, 409);
        long another = compared();
        List<Integer> opened = together(2, () -> analyst.post("/sign-off/" + another + "/open-reserve", null));
        assertThat(opened).containsExactlyInAnyOrder(200, 409);
    }

    @Test
    void whoSetsTheFirstCutAtTheSameMomentComesAfter() throws Exception {
        long id = split();
        int candidate = candidate(id, logistic("Logistic", 0)).getInt("id");
        AtomicInteger records = new AtomicInteger(30);
        Supplier<Map<String, Object>> wanted = () -> Map.of(
                "candidateId", candidate, "records", records.getAndIncrement(), "rule", Map.of("kind", "BY_HAND"));
        assertThat(together(6, () -> analyst.put("/comparisons/" + id + "/cut", wanted.get())))
                .containsOnly(204);
        assertThat(ok(analyst.get("/trail?brief=" + id)).getList("entries.act").stream()
                        .filter("cut set"::equals))
                .hasSize(6);
    }

    private static List<Integer> together(int count, Supplier<Response> asked) throws Exception {
        try (Together all = new Together(count)) {
            return all.statuses(asked);
        }
    }

    private boolean done(long brief, int candidate) {
        return "done"
                .equals(ok(analyst.get("/candidates?brief=" + brief))
                        .getString("find { it.id == " + candidate + " }.status"));
    }
}
