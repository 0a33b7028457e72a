package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.test.junit.QuarkusTest;
import io.restassured.path.json.JsonPath;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;
import outrider.base.Workers;
import outrider.casefile.EvidenceFile;
import outrider.casefile.Verifier;
import outrider.documents.ModelDocument;

/** Follow-up reports: issued for good, verified by anybody, approved by somebody else where the policy says so. */
@QuarkusTest
class FollowReportTest extends ReleaseSteps {
    @Inject
    EntityManager database;

    private long followedOne() {
        long id = signed();
        release(approved(id, Map.of("words", "")));
        assertThat(refusal(analyst.post("/follow/reports?brief=" + id, Map.of()), 409))
                .contains("batches: are none yet");
        batch(id, ok(analyst.upload("january.csv", file(8))).getInt("id"), "2027-01-04");
        followed(id);
        return id;
    }

    private static List<Verifier.Finding> verified(byte[] file, Map<String, Object> key) throws IOException {
        return Verifier.ofFollowUp(
                EvidenceFile.read(file), key, List.of(), null, ModelDocument::readReleased, Workers.ALONE);
    }

    @Test
    void aReportSaysWhatStandsAndIsVerifiedWithTheServersKey() throws IOException {
        long id = followedOne();
        String draft = analyst.get("/follow/reports/draft?brief=" + id).asString();
        assertThat(draft).contains("Draft of a follow-up report", "Carry on").doesNotContain("SHA-256 of the evidence");
        assertThat(ok(analyst.get("/follow/reports?brief=" + id)).getList("$")).isEmpty();
        assertThat(refusal(analyst.post("/follow/reports?brief=" + id, Map.of("said", "a".repeat(4001))), 400))
                .contains("said: is longer");
        JsonPath report = ok(analyst.post("/follow/reports?brief=" + id, Map.of("said", "A mild <January>.")));
        assertThat(report.getString("state")).isEqualTo("STANDS");
        String at = "/follow/reports/" + report.getInt("id");
        String page = analyst.get(at + "/follow-up.html").asString();
        assertThat(page)
                .contains("A mild &lt;January&gt;.", "Against what was signed", "january.csv", "Evidence SHA-256")
                .contains("1,200");
        assertThat(new String(analyst.get(at + "/follow-up.pdf").asByteArray(), 0, 5, StandardCharsets.ISO_8859_1))
                .isEqualTo("%PDF-");
        byte[] file = analyst.get(at + "/follow-up.json").asByteArray();
        Map<String, Object> key = ok(analyst.get("/key.jwk")).getMap("$");
        assertThat(verified(file, key)).allMatch(Verifier.Finding::holds).hasSize(4);
        String text = new String(file, StandardCharsets.UTF_8);
        byte[] changed = text.replace("A mild <January>", "A mild February").getBytes(StandardCharsets.UTF_8);
        assertThat(verified(changed, key).stream()
                        .filter(f -> !f.holds())
                        .map(f -> f.words().split(":")[0]))
                .containsExactly("hash", "signature", "chain");
        assertThat(refusal(approver.post(at + "/approve", Map.of()), 409)).contains("waits for nobody");
        assertThat(ok(analyst.get("/trail?brief=" + id)).getList("entries.act")).contains("follow-up report issued");
        Assertions.assertThatThrownBy(() -> rewrite(report.getInt("id"))).hasMessageContaining("follow_report");
    }

    @Transactional
    void rewrite(int id) {
        database.createNativeQuery("update follow_report set advice = 'NEW_BRIEF' where id = " + id)
                .executeUpdate();
    }

    @Test
    void whereThePolicyAsksForTwoItWaitsForAnApproverWhoHadNoHandInIt() {
        JsonPath before = ok(administrator.get("/policy"));
        int version = before.getInt("[0].version");
        String text = before.getString("[0].text");
        ok(administrator.put(
                "/policy", Map.of("text", text.stripTrailing() + "\n  followUpByTwo: {}\n", "basedOn", version)));
        try {
            long id = followedOne();
            JsonPath report = ok(analyst.post("/follow/reports?brief=" + id, Map.of()));
            String at = "/follow/reports/" + report.getInt("id");
            assertThat(report.getString("state")).isEqualTo("WAITING");
            assertThat(report.getString("barred")).contains("Only an approver");
            String own = "find { it.id == " + report.getInt("id") + " }";
            assertThat(ok(approver.get("/follow/reports/waiting")).getString(own + ".brief"))
                    .isNotNull();
            assertThat(ok(analyst.get("/follow/reports/waiting")).getString(own))
                    .isNull();
            analyst.post(at + "/approve", Map.of()).then().statusCode(403);
            assertThat(refusal(approver.post(at + "/return", Map.of("words", " ")), 400))
                    .contains("words: are missing");
            JsonPath done = ok(approver.post(at + "/approve", Map.of("words", "As I see it too.")));
            assertThat(done.getString("words")).isEqualTo("Approved by approver: As I see it too.");
            assertThat(analyst.get(at + "/page").asString()).contains("As I see it too.");
            assertThat(refusal(approver.post(at + "/return", Map.of("words", "no")), 409))
                    .contains("waits for nobody");
            assertThat(ok(approver.get("/follow/reports/waiting")).getString(own))
                    .isNull();
        } finally {
            int now = ok(administrator.get("/policy")).getInt("[0].version");
            ok(administrator.put("/policy", Map.of("text", text, "basedOn", now)));
        }
    }
}
