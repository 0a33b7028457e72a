package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import io.restassured.path.json.JsonPath;
import io.restassured.response.Response;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.casefile.BriefFile;
import outrider.casefile.CaseData;
import outrider.casefile.CaseRun;
import outrider.casefile.CaseYaml;
import outrider.casefile.EvidenceFile;
import outrider.casefile.Figures;
import outrider.casefile.FiguresMaker;
import outrider.casefile.Verifier;

@QuarkusTest
class SignOffTest extends CaseSteps {
    private static final Workers WORKERS = new Workers(2);

    @Inject
    EntityManager database;

    private Client approver;
    private Client administrator;

    @BeforeEach
    void signInOthers() {
        approver = Client.signIn("approver");
        administrator = Client.signIn("administrator");
    }

    private static void cut(Client who, long brief, int candidate, double records) {
        who.put(
                        "/comparisons/" + brief + "/cut",
                        Map.of("candidateId", candidate, "records", records, "rule", Map.of("kind", "BY_HAND")))
                .then()
                .statusCode(204);
    }

    /** A brief with a logistic regression, a blend and a reference, cut at 30 records. */
    private long compared() {
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

    private static String refusal(Response answer, int status) {
        return answer.then().statusCode(status).extract().jsonPath().getString("detail");
    }

    private static JsonPath ok(Response answer) {
        return answer.then().statusCode(200).extract().jsonPath();
    }

    private int submit(long brief) {
        return ok(analyst.post("/sign-off/" + brief + "/submit", null)).getInt("head.id");
    }

    private void waiveAll(Client who, int report) {
        List<String> failing = ok(who.get("/reports/" + report)).getList("checks.findAll { !it.passes }.check");
        String until = LocalDate.now().plusMonths(3).toString();
        for (String check : failing) {
            ok(who.post(
                    "/reports/" + report + "/waive",
                    Map.of("check", check, "reason", "a small trial", "until", until)));
        }
    }

    private static String state(Client who, int report) {
        return ok(who.get("/reports/" + report)).getString("head.state");
    }

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

        edit(id, Map.of("gainIfCaught", 1, "question", "Something else?"));
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

    private JsonPath newPolicy(String name) {
        JsonPath all = ok(administrator.get("/policy"));
        String text =
                all.getString("[0].text").replaceFirst("name: .*", "name: " + name + " " + all.getInt("[0].version"));
        return ok(administrator.put("/policy", Map.of("text", text, "basedOn", all.getInt("[0].version"))));
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
        Map<String, Object> memo = Map.of("words", Map.of("risks", "We gain {gain} in any season."));
        Map<String, Object> answered =
                Map.of("version", version, "memo", memo, "answers", Map.of("0", "See the risks."));
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
        Map<String, Object> memo = Map.of("words", Map.of("why", "We gain {gian}."));
        assertThat(refusal(analyst.put("/sign-off/" + id, Map.of("version", -1, "memo", memo)), 400))
                .contains("why: holds {gian}, which stands for no figure");
    }

    @Test
    void whoeverMadeItNeverApprovesWhateverTheirRoles() {
        Map<String, Object> wanted = Map.of(
                "name",
                "both-" + System.nanoTime(),
                "roles",
                List.of("analyst", "approver"),
                "password",
                "pedal-and-chain");
        analyst.post("/accounts", wanted).then().statusCode(403);
        ok(administrator.post("/accounts", wanted));
        Client both = Client.signIn((String) wanted.get("name"));

        long own = compared();
        int mine = ok(both.post("/sign-off/" + own + "/submit", null)).getInt("head.id");
        assertThat(refusal(both.post("/reports/" + mine + "/return", Map.of("words", "no")), 403))
                .contains("You made this report or its candidate");
        assertThat(refusal(both.post("/reports/" + mine + "/approve", Map.of("words", "")), 403))
                .contains("You made");

        long other = split();
        int fitted = ok(both.post("/candidates?brief=" + other, logistic("Theirs", 0)))
                .getInt("id");
        int helped = candidate(other, logistic("Mine", 0)).getInt("id");
        for (int i = 0; i < 100 && !done(other, fitted); i++) sleep();
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
        assertThat(ok(both.get("/reports/" + blended)).getString("barred")).contains("its candidate");
        assertThat(ok(both.get("/reports/waiting")).getList("id")).doesNotContain(blended);
        assertThat(refusal(both.post("/reports/" + blended + "/approve", Map.of("words", "")), 403))
                .contains("candidate");
        assertThat(ok(approver.get("/reports/" + blended)).getString("barred")).isNull();
    }

    private boolean done(long brief, int candidate) {
        return "done"
                .equals(ok(analyst.get("/candidates?brief=" + brief))
                        .getString("find { it.id == " + candidate + " }.status"));
    }

    @Test
    void aReaderReadsAndChangesNothing() {
        long id = compared();
        int report = submit(id);
        Client reader = Client.signIn("reader");
        for (String path :
                List.of("/briefs/" + id, "/sign-off/" + id, "/reports/" + report, "/trail?brief=" + id, "/policy")) {
            reader.get(path).then().statusCode(200);
        }
        reader.put("/sign-off/" + id, Map.of("version", 0)).then().statusCode(403);
        reader.post("/sign-off/" + id + "/open-reserve", null).then().statusCode(403);
        reader.post("/reports/" + report + "/approve", Map.of("words", ""))
                .then()
                .statusCode(403);
        reader.post("/reports/" + report + "/withdraw", Map.of("reason", "x"))
                .then()
                .statusCode(403);
        reader.put("/policy", Map.of("text", "", "basedOn", 1)).then().statusCode(403);
        reader.get("/accounts").then().statusCode(403);
        Map<String, Object> edit = new HashMap<>(Map.of("version", 0, "name", "x"));
        reader.put("/briefs/" + id, edit).then().statusCode(403);
    }

    @Test
    void aPolicyIsVersionedAndReportsSayWhichHeldThem() {
        long id = compared();
        int before = ok(analyst.get("/sign-off/" + id)).getInt("policyVersion");
        JsonPath made = newPolicy("House");
        assertThat(made.getInt("version")).isEqualTo(before + 1);
        assertThat(ok(analyst.get("/sign-off/" + id)).getInt("policyVersion")).isEqualTo(before + 1);
        Map<String, Object> stale = Map.of("text", made.getString("text") + "\n", "basedOn", before);
        administrator.put("/policy", stale).then().statusCode(409);
        Map<String, Object> wrong = Map.of("text", "format: 1\nname: x\nchecks: { lift: {} }", "basedOn", before + 1);
        assertThat(refusal(administrator.put("/policy", wrong), 400)).contains("lift.atLeast");
        assertThat(ok(analyst.get("/trail")).getList("entries.act")).contains("policy changed", "account made");
    }

    @Test
    void everyActIsOnTheTrailAndAChangeBehindItsBackIsFound(@TempDir Path folder) throws IOException {
        long id = compared();
        analyst.get("/comparisons/" + id).then().statusCode(200);
        ok(analyst.post("/sign-off/" + id + "/open-reserve", null));
        int report = submit(id);
        waiveAll(approver, report);
        ok(approver.post("/reports/" + report + "/approve", Map.of("words", "")));
        JsonPath trail = ok(analyst.get("/trail?brief=" + id));
        assertThat(trail.getString("fault")).isNull();
        assertThat(trail.getList("entries.act"))
                .contains(
                        "brief begun",
                        "brief changed",
                        "split made",
                        "candidate made",
                        "candidate fitted",
                        "cut set",
                        "looked at validation",
                        "reserve opened",
                        "report submitted",
                        "check waived",
                        "report approved");
        assertThat(ok(analyst.get("/trail")).getList("entries.act")).contains("data brought");
        assertThat(analyst.get("/trail.csv?brief=" + id).asString().lines())
                .hasSize(trail.getList("entries").size() + 1);

        QuarkusTransaction.requiringNew().run(() -> {
            database.createNativeQuery("alter table trail disable trigger trail_never_changes")
                    .executeUpdate();
            database.createNativeQuery("update trail set words = 'nobody' where chain = ?1 and act = 'report approved'")
                    .setParameter(1, "brief " + id)
                    .executeUpdate();
            database.createNativeQuery("alter table trail enable trigger trail_never_changes")
                    .executeUpdate();
        });
        assertThat(ok(analyst.get("/trail?brief=" + id)).getString("fault"))
                .contains("report approved")
                .contains("was changed");
        byte[] evidence = analyst.get("/reports/" + report + "/evidence.json").asByteArray();
        Map<String, Object> key = ok(analyst.get("/key")).getMap("key");
        assertThat(Verifier.of(EvidenceFile.read(evidence), key, null, WORKERS, Progress.NONE))
                .filteredOn(f -> !f.holds())
                .singleElement()
                .satisfies(
                        f -> assertThat(f.words()).startsWith("chain: entry ").contains("report approved"));
    }

    @Test
    void theExportedBriefGivesTheSameFiguresToTheLastBit(@TempDir Path folder) throws IOException {
        long id = compared();
        int blend = ok(analyst.get("/candidates?brief=" + id)).getInt("find { it.name == 'Both' }.id");
        cut(analyst, id, blend, 41);
        ok(analyst.post("/sign-off/" + id + "/open-reserve", null));
        int report = submit(id);
        BriefFile brief =
                CaseYaml.read(analyst.get("/sign-off/" + id + "/brief.yaml").asString());
        Path data = folder.resolve("case.csv");
        Files.writeString(data, file(3));
        CaseData read = CaseData.read(brief, data, Progress.NONE);
        Figures figures = FiguresMaker.of(read, CaseRun.of(read, WORKERS, Progress.NONE), WORKERS);
        Figures issued = EvidenceFile.read(
                        analyst.get("/reports/" + report + "/evidence.json").asByteArray())
                .evidence()
                .figures();
        assertThat(outrider.casefile.Canonical.write(figures)).isEqualTo(outrider.casefile.Canonical.write(issued));
        assertThat(issued.reserve()).isNotNull();
        assertThat(issued.chosen()).isEqualTo("Both");
    }

    @Test
    void aBriefIsExportedAsFarAsItIsAndRunSaysWhatItLacks(@TempDir Path folder) throws IOException {
        Path data = folder.resolve("case.csv");
        Files.writeString(data, file(3));
        Map<Long, String> lacks = Map.of(brief(Map.of()), "outcome: is missing", split(), "candidates: are missing");
        lacks.forEach((id, said) -> {
            BriefFile brief =
                    CaseYaml.read(analyst.get("/sign-off/" + id + "/brief.yaml").asString());
            assertThatThrownBy(() -> CaseData.read(brief, data, Progress.NONE)).hasMessageStartingWith(said);
        });
    }

    @Test
    void thereIsAlwaysAnAdministratorAndLockedAccountsStayOut() {
        JsonPath all = ok(administrator.get("/accounts"));
        int self = all.getInt("find { it.name == 'administrator' }.id");
        assertThat(refusal(administrator.patch("/accounts/" + self, Map.of("active", false)), 400))
                .contains("would leave no administrator");
        String name = "leaver-" + System.nanoTime();
        int id = ok(administrator.post(
                        "/accounts", Map.of("name", name, "roles", List.of("reader"), "password", "pedal-and-chain")))
                .getInt("id");
        Client leaver = Client.signIn(name);
        ok(administrator.patch("/accounts/" + id, Map.of("active", false)));
        leaver.get("/briefs").then().statusCode(401);
        assertThat(refusal(
                        administrator.post(
                                "/accounts", Map.of("name", name, "roles", List.of("king"), "password", "short")),
                        400))
                .contains("is taken");
    }

    /** The last day counts: what was approved or waived until a day holds on it, and is over on the next. */
    @Test
    void approvalsAndWaiversEndAfterTheirLastDay() {
        long id = compared();
        ok(analyst.post("/sign-off/" + id + "/open-reserve", null));
        int report = submit(id);
        String lastDay = LocalDate.now(ZoneOffset.UTC).plusDays(30).toString();
        List<String> failing = ok(approver.get("/reports/" + report)).getList("checks.findAll { !it.passes }.check");
        assertThat(failing).isNotEmpty();
        for (String check : failing) {
            ok(approver.post(
                    "/reports/" + report + "/waive", Map.of("check", check, "reason", "a trial", "until", lastDay)));
        }
        String waived = "checks.findAll { it.waiver != null }.check";
        try {
            MovedClock.LATER.set(Duration.ofDays(30));
            assertThat(ok(approver.get("/reports/" + report)).getList(waived)).hasSameElementsAs(failing);
            MovedClock.LATER.set(Duration.ofDays(31));
            assertThat(ok(approver.get("/reports/" + report)).getList(waived)).isEmpty();
            assertThat(refusal(approver.post("/reports/" + report + "/approve", Map.of("words", "")), 409))
                    .contains("fail: ");
            MovedClock.LATER.set(Duration.ZERO);
            ok(approver.post("/reports/" + report + "/approve", Map.of("words", "", "until", lastDay)));
            MovedClock.LATER.set(Duration.ofDays(30));
            assertThat(state(approver, report)).isEqualTo("APPROVED");
            MovedClock.LATER.set(Duration.ofDays(31));
            assertThat(state(approver, report)).isEqualTo("ENDED");
            assertThat(refusal(
                            approver.post(
                                    "/reports/" + report + "/waive",
                                    Map.of("check", failing.get(0), "reason", "again", "until", lastDay)),
                            409))
                    .contains("That day is over.");
        } finally {
            MovedClock.LATER.set(Duration.ZERO);
        }
    }
}
