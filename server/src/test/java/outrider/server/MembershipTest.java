package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.test.junit.QuarkusTest;
import io.restassured.response.Response;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import outrider.server.access.Right;

/** Who may reach what of whose, asked of every documented operation; what each needs stands in access.txt. */
@QuarkusTest
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class MembershipTest extends ReportSteps {
    private static Map<String, String> needed() throws IOException {
        Map<String, String> needed = new TreeMap<>();
        for (String line : new String(
                        MembershipTest.class.getResourceAsStream("/access.txt").readAllBytes(), StandardCharsets.UTF_8)
                .lines()
                .toList()) {
            String[] parts = line.split(" ");
            needed.put(parts[0] + " " + parts[1], parts[2]);
        }
        return needed;
    }

    /** A case of the analyst's with one of everything. */
    private record Belongings(
            long brief,
            int candidate,
            long report,
            long pin,
            long search,
            long list,
            int dataset,
            int upload,
            int explanation,
            int release,
            int scoreKey,
            int schedule,
            int batch,
            int followReport) {
        String address(String path) {
            String first = path.split("/")[2];
            String own = switch (first) {
                case "candidates" -> "" + candidate;
                case "reports" -> "" + report;
                case "pins" -> "" + pin;
                case "searches" -> "" + search;
                case "lists" -> "" + list;
                case "datasets" -> "" + dataset;
                case "uploads" -> "" + upload;
                case "releases" -> "" + release;
                case "score-keys" -> "" + scoreKey;
                case "schedules" -> "" + schedule;
                case "follow" -> "" + (path.contains("/reports/") ? followReport : batch);
                default -> "" + brief;
            };
            boolean ofCandidate = path.matches(".*/(orders|figures|distributions)/\\{id}");
            String address = path.replace("{candidate}", "" + candidate)
                    .replace("{brief}", "" + brief)
                    .replace("{dataset}", "" + dataset)
                    .replace("{form}", "RECIPE")
                    .replace("explanations/{id}", "explanations/" + explanation)
                    .replaceFirst("\\{id}", ofCandidate ? "" + candidate : own)
                    .replaceAll("\\{[^}]*}", "1");
            boolean listed = !path.contains("{");
            String asked = switch (first) {
                case "candidates", "pins", "reports", "searches", "trail", "trail.csv", "trail.xlsx" ->
                    listed ? "brief=" + brief : "";
                case "releases" -> listed ? "brief=" + brief + "&report=" + report : "";
                case "score-keys", "schedules" -> listed ? "brief=" + brief : "";
                case "follow" -> listed ? "brief=" + brief + "&dataset=" + dataset : "dataset=" + dataset;
                case "comparisons" -> path.contains("/bands") ? "candidate=" + candidate : "records=30";
                case "errors" -> "candidate=" + candidate + "&records=30&cell=0-30-both&other=" + candidate;
                case "lists" ->
                    path.endsWith("lists")
                            ? "brief=" + brief + "&candidate=" + candidate
                            : "candidate=" + candidate + "&dataset=" + dataset;
                default -> "name=age";
            };
            return asked.isEmpty() ? address : address + "?" + asked;
        }
    }

    private Belongings belongings() {
        long id = compared();
        int candidate = fitted(id);
        int pin = pinned(analyst, id);
        int search = ok(analyst.post(
                        "/searches?brief=" + id,
                        Map.of("kinds", List.of("bayes"), "measure", "AUC", "seed", 3, "target", 0.55, "keep", 0)))
                .getInt("id");
        int dataset = ok(analyst.get("/briefs/" + id)).getInt("data.id");
        int list = Integer.parseInt(analyst.post("/lists?candidate=" + candidate + "&dataset=" + dataset, null)
                .asString());
        int explanation = ok(analyst.post("/candidates/" + candidate + "/explanations", Map.of("measure", "auc")))
                .getInt("id");
        int upload = ok(analyst.post("/uploads", Map.of("name", "more.csv", "bytes", 10)))
                .getInt("id");
        int report = submit(id);
        waiveAll(approver, report);
        ok(approver.post("/reports/" + report + "/approve", Map.of("words", "")));
        int release = ok(analyst.post("/releases?report=" + report, Map.of())).getInt("id");
        int key = ok(analyst.post("/score-keys?brief=" + id, Map.of("name", "desk")))
                .getInt("view.id");
        Scheduled.place("belongings", Map.of("in", "in", "out", "out"));
        int schedule = ok(analyst.post("/schedules?brief=" + id, Map.of("place", "belongings")))
                .getInt("schedules[0].id");
        int batch = ok(analyst.post("/follow?brief=" + id + "&dataset=" + dataset, Map.of("day", "2027-01-04")))
                .getInt("batches[0].id");
        for (int i = 0; i < 300 && !done(id); i++) sleep(i);
        int followReport =
                ok(analyst.post("/follow/reports?brief=" + id, Map.of())).getInt("id");
        return new Belongings(
                id,
                candidate,
                report,
                pin,
                search,
                list,
                dataset,
                upload,
                explanation,
                release,
                key,
                schedule,
                batch,
                followReport);
    }

    private boolean done(long brief) {
        return ok(analyst.get("/follow?brief=" + brief))
                .getString("batches[0].status")
                .equals("done");
    }

    private Client person(String role) {
        String name = role + "-" + System.nanoTime();
        return Client.made(administrator, name, List.of(role));
    }

    private static Response ask(Client client, Operation operation, Belongings of) {
        var asks = client.asks().contentType(operation.type());
        if (!operation.verb().equals("GET") && !operation.verb().equals("DELETE"))
            asks = asks.body("{}".getBytes(StandardCharsets.UTF_8));
        return asks.request(operation.verb(), of.address(operation.path()));
    }

    private void let(long brief, Client who, String level) {
        ok(analyst.put("/members/" + brief + "/people/" + who.name(), Map.of("level", level)));
    }

    @Test
    void everybodyReachesWhatTheirRelationToTheBriefAllowsAndNothingElse() throws IOException {
        Map<String, String> needed = needed();
        Belongings of = belongings();
        Client stranger = person("analyst");
        Client reading = person("analyst");
        Client reader = person("reader");
        let(of.brief(), reading, "READ");
        let(of.brief(), reader, "READ");
        Map<Client, Right> has =
                Map.of(stranger, Right.NONE, reader, Right.READ, reading, Right.RECORDS, analyst, Right.OWN);
        List<String> wrong = new ArrayList<>();
        int refused = 0;
        for (Operation operation : Operation.documented()) {
            String key = operation.verb() + " " + operation.path().replaceFirst("^/api", "");
            String right = needed.get(key);
            assertThat(right).as(key + " stands in access.txt").isNotNull();
            if (right.equals("ANY") || right.equals("ROLE")) continue;
            Right least = Right.valueOf(right);
            for (Map.Entry<Client, Right> who : has.entrySet()) {
                boolean may = who.getValue().compareTo(least) >= 0;
                if (may && !operation.verb().equals("GET")) continue;
                int status = ask(who.getKey(), operation, of).statusCode();
                boolean kept = status == 403 || status == 404;
                if (kept == may) wrong.add(key + " for " + who.getValue() + ": " + status);
                if (!may) refused++;
                if (!may && who.getValue() == Right.NONE && operation.verb().equals("GET"))
                    assertThat(status).as("hidden, not only locked: " + key).isEqualTo(404);
            }
        }
        assertThat(wrong).isEmpty();
        assertThat(refused).isGreaterThan(150);
    }

    @Test
    void aMemberWorksAStrangerSeesNothingAndTheAdministratorHandsOn() {
        long id = brief(Map.of("name", "Mudguards"));
        Client other = person("analyst");
        assertThat(ok(other.get("/briefs?find=mudguards")).getInt("total")).isZero();
        let(id, other, "WORK");
        assertThat(ok(other.get("/briefs?find=mudguards")).getInt("total")).isEqualTo(1);
        assertThat(ok(other.get("/briefs/" + id)).getString("right")).isEqualTo("WORK");
        other.put("/members/" + id + "/people/reader", Map.of("level", "READ"))
                .then()
                .statusCode(403);
        assertThat(refusal(analyst.put("/members/" + id + "/people/reader", Map.of("level", "WORK")), 400))
                .contains("is no analyst");
        ok(administrator.get("/members"));
        administrator.get("/briefs/" + id).then().statusCode(404);
        administrator
                .put("/members/" + id + "/owner", Map.of("name", other.name()))
                .then()
                .statusCode(204);
        assertThat(ok(other.get("/briefs/" + id)).getString("right")).isEqualTo("OWN");
        assertThat(ok(analyst.get("/briefs/" + id)).getString("right")).isEqualTo("WORK");
        other.asks().delete("/api/members/" + id + "/people/analyst").then().statusCode(200);
        analyst.get("/briefs/" + id).then().statusCode(404);
        assertThat(ok(other.get("/trail?brief=" + id)).getList("entries.act"))
                .contains("member let in", "brief handed on", "member sent away");
    }

    @Test
    void anotherRevisionKeepsOwnerAndMembers() {
        long id = compared();
        Client other = person("analyst");
        let(id, other, "WORK");
        int next = ok(other.post("/briefs/" + id + "/revision", null)).getInt("id");
        assertThat(ok(analyst.get("/briefs/" + next)).getString("right")).isEqualTo("OWN");
        assertThat(ok(other.get("/briefs/" + next)).getString("right")).isEqualTo("WORK");
    }

    @Test
    void aFileOfSomebodyElseIsNotTaken() {
        int dataset = ok(analyst.upload("own.csv", file(5))).getInt("id");
        Client other = person("analyst");
        other.post("/briefs", Map.of("datasetId", dataset)).then().statusCode(404);
        assertThat(ok(other.get("/datasets")).getList("id")).doesNotContain(dataset);
        long id = brief(Map.of());
        other.post("/uploads", Map.of("name", "a.csv", "bytes", 3, "briefId", id))
                .then()
                .statusCode(404);
    }

    @Test
    void anApproverSeesWhatIsSubmittedButNoRecords() {
        long id = compared();
        approver.get("/briefs/" + id).then().statusCode(404);
        submit(id);
        assertThat(ok(approver.get("/briefs/" + id)).getString("right")).isEqualTo("READ");
        approver.get("/comparisons/" + id + "/scores.csv").then().statusCode(403);
    }
}
