package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import io.restassured.path.json.JsonPath;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import outrider.base.Progress;
import outrider.casefile.BriefFile;
import outrider.casefile.CaseData;
import outrider.casefile.CaseRun;
import outrider.casefile.CaseYaml;
import outrider.casefile.EvidenceFile;
import outrider.casefile.Figures;
import outrider.casefile.FiguresMaker;
import outrider.casefile.Verifier;

@QuarkusTest
class ReportRecordsTest extends ReportSteps {
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
        assertThat(ok(administrator.get("/trail")).getList("entries.act")).contains("policy changed", "account made");
    }

    @Test
    void aPolicyIsTriedOnOpenReportsAndKeptByItsChecks() {
        long id = compared();
        ok(analyst.get("/comparisons/" + id));
        submit(id);
        JsonPath newest = ok(administrator.get("/policy"));
        assertThat(newest.getString("[0].checks.find { it.check == 'lift' }.sentence"))
                .contains("{atLeast}");
        int version = newest.getInt("[0].version");
        Map<String, Object> lenient = policy(Map.of("lift", Map.of("atLeast", 0.1)), version);
        JsonPath none = ok(administrator.post("/policy/trial", lenient));
        assertThat(none.getInt("open")).isPositive();
        assertThat(none.<Integer>getList("changes.fails")).allMatch(n -> n.equals(0));
        Map<String, Object> strict = policy(Map.of("looks", Map.of("atMost", 0)), version);
        JsonPath trial = ok(administrator.post("/policy/trial", strict));
        assertThat(trial.getInt("changes[0].fails")).isBetween(1, trial.getInt("open"));
        assertThat(trial.getString("changes[0].check")).isEqualTo("looks");

        JsonPath kept = ok(administrator.put("/policy", strict));
        assertThat(kept.getInt("version")).isEqualTo(version + 1);
        assertThat(kept.getString("text")).contains("looks: { atMost: 0 }").doesNotContain("lift:");
        assertThat(kept.getBoolean("checks.find { it.check == 'lift' }.demanded"))
                .isFalse();
        Map<String, Object> unknown = policy(Map.of("luck", Map.of()), version + 1);
        assertThat(refusal(administrator.put("/policy", unknown), 400)).contains("luck");
        Map<String, Object> back = Map.of("text", newest.getString("[0].text"), "basedOn", version + 1);
        ok(administrator.put("/policy", back));
    }

    private static Map<String, Object> policy(Map<String, Map<String, Number>> checks, int basedOn) {
        return Map.of("name", "House", "checks", checks, "basedOn", basedOn);
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
        assertThat(ok(administrator.get("/trail")).getList("entries.act")).contains("data brought");
        assertThat(analyst.get("/trail.csv?brief=" + id).asString().lines()).hasSize(trail.getInt("total") + 1);
        List<Integer> numbers = trail.getList("entries.number");
        int total = trail.getInt("total");
        JsonPath newest = ok(analyst.get("/trail?size=3&brief=" + id));
        assertThat(newest.<Integer>getList("entries.number")).isEqualTo(numbers.subList(total - 3, total));
        JsonPath earlier = ok(analyst.get("/trail?size=2&before=" + (total - 2) + "&brief=" + id));
        assertThat(earlier.<Integer>getList("entries.number")).isEqualTo(numbers.subList(total - 5, total - 3));
        JsonPath opened = ok(analyst.get("/trail?find=RESERVE opened&brief=" + id));
        assertThat(opened.getInt("found")).isEqualTo(1);
        assertThat(opened.getList("entries.act")).containsExactly("reserve opened");
        assertThat(refusal(analyst.get("/trail?size=0&brief=" + id), 400)).contains("size: is 0");

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
        assertThat(issued.trust().reserve()).isNotNull();
        assertThat(issued.contest().chosen()).isEqualTo("Both");
    }

    @Test
    void aBriefIsExportedAsFarAsItIsAndRunSaysWhatItLacks(@TempDir Path folder) throws IOException {
        Path data = folder.resolve("case.csv");
        Files.writeString(data, file(3));
        Map<Long, String> lacks =
                Map.of(brief(Map.of()), "outcome, split, candidates: not given", split(), "candidates: not given");
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

    /** At a later time, signed in anew. */
    private void later(Duration by) {
        MovedClock.LATER.set(by);
        approver = Client.signIn("approver");
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
            later(Duration.ofDays(30));
            assertThat(ok(approver.get("/reports/" + report)).getList(waived)).hasSameElementsAs(failing);
            later(Duration.ofDays(31));
            assertThat(ok(approver.get("/reports/" + report)).getList(waived)).isEmpty();
            assertThat(refusal(approver.post("/reports/" + report + "/approve", Map.of("words", "")), 409))
                    .contains("fail: ");
            later(Duration.ZERO);
            ok(approver.post("/reports/" + report + "/approve", Map.of("words", "", "until", lastDay)));
            later(Duration.ofDays(30));
            assertThat(state(approver, report)).isEqualTo("APPROVED");
            later(Duration.ofDays(31));
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
