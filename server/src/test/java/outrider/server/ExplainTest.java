package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.hamcrest.Matchers.containsString;

import io.quarkus.test.junit.QuarkusTest;
import io.restassured.path.json.JsonPath;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import outrider.base.Seeds;
import outrider.casefile.CaseYaml;
import outrider.casefile.ColumnSetup;

/** What a candidate goes by, single records opened and reasons of lists, through the API. */
@QuarkusTest
class ExplainTest extends CaseSteps {
    private static String members() {
        var random = new Seeds(9).stream("members");
        StringBuilder csv = new StringBuilder("member,age,visits,app,gone\n");
        for (int i = 0; i < 1600; i++) {
            int age = 20 + random.nextInt(60);
            int visits = random.nextInt(12);
            boolean never = random.nextDouble() < 0.3;
            double risk = 1 / (1 + Math.exp(3.5 - age / 25.0 + visits / 6.0 - (never ? 1.2 : 0)));
            csv.append("M-")
                    .append(100000 + i)
                    .append(',')
                    .append(age)
                    .append(',')
                    .append(visits)
                    .append(',');
            csv.append(never ? "never" : "paired").append(',');
            csv.append(random.nextDouble() < risk ? "yes" : "no").append('\n');
        }
        return csv.toString();
    }

    private long briefId;
    private int candidate;

    private void fitted(String kind) {
        briefId = split(members());
        analyst.put("/briefs/" + briefId + "/columns", Map.of("member", Map.of("role", "IDENTIFIER", "reason", "")))
                .then()
                .statusCode(200);
        candidate = candidate(briefId, Map.of("name", kind, "kind", kind)).getInt("id");
    }

    private JsonPath answered(Map<String, Object> asked) throws InterruptedException {
        String at = "/candidates/" + candidate + "/explanations";
        JsonPath now = analyst.post(at, asked).then().statusCode(200).extract().jsonPath();
        for (int i = 0; i < 400 && List.of("waiting", "running").contains(now.getString("status")); i++) {
            Thread.sleep(50);
            now = analyst.get(at + "/" + now.getInt("id")).jsonPath();
        }
        assertThat(now.getString("status")).isEqualTo("done");
        return now;
    }

    @Test
    void importanceAndDependenceAreWorkedOutOnceAndKept() throws InterruptedException {
        fitted("boosted");
        JsonPath found = answered(Map.of("measure", "auc"));
        double auc = analyst.get("/comparisons/" + briefId).jsonPath().getDouble("candidates[0].auc.auc");
        assertThat(found.getDouble("importance.measure")).isCloseTo(auc, within(1e-12));
        assertThat(found.<List<String>>getList("importance.drops.columns").stream()
                        .flatMap(List::stream))
                .containsExactlyInAnyOrder("age", "visits", "app");
        assertThat(found.getDouble("importance.drops[0].mean")).isPositive();
        assertThat(answered(Map.of("measure", "auc")).getInt("id")).isEqualTo(found.getInt("id"));
        for (String measure : List.of("deciding", "averagePrecision", "capture", "netValue")) {
            assertThat(answered(Map.of("measure", measure)).getString("measure"))
                    .isNotBlank();
        }
        JsonPath along = answered(Map.of("columns", List.of("age")));
        List<Double> average = along.getList("dependence.average", Double.class);
        assertThat(average.get(average.size() - 1)).isGreaterThan(average.get(0));
        assertThat(along.getList("dependence.curves")).isNotEmpty();
        JsonPath map = answered(Map.of("columns", List.of("age", "app")));
        assertThat(map.getList("dependence.average"))
                .hasSize(map.getList("dependence.points").size()
                        * map.getList("dependence.others").size());
        int looks = analyst.get("/comparisons/" + briefId).jsonPath().getInt("candidates[0].looks");
        assertThat(looks).isPositive();
    }

    @Test
    void whatCannotBeAskedIsRefusedByName() {
        fitted("tree");
        String at = "/candidates/" + candidate + "/explanations";
        analyst.post(at, Map.of("columns", List.of("member")))
                .then()
                .statusCode(400)
                .body(containsString("does not read"));
        analyst.post(at, Map.of()).then().statusCode(400).body(containsString("one or two columns"));
        analyst.post(at, Map.of("measure", "auc", "columns", List.of("age")))
                .then()
                .statusCode(400);
        analyst.get(at + "/999999").then().statusCode(404);
    }

    @Test
    void anOpenedRecordAddsUpAndSaysWhatWouldTakeItOverTheCut() {
        fitted("logistic");
        JsonPath page = analyst.get(
                        "/errors/" + briefId + "/records?candidate=" + candidate + "&cell=100-400-event&size=1")
                .jsonPath();
        int record = page.getInt("records[0].record");
        JsonPath opened = analyst.get(
                        "/errors/" + briefId + "/records/" + record + "?candidate=" + candidate + "&records=80")
                .then()
                .statusCode(200)
                .extract()
                .jsonPath();
        double sum = opened.getList("columns.adds", Double.class).stream()
                .mapToDouble(d -> d)
                .sum();
        double score = opened.getDouble("score");
        assertThat(sum).isCloseTo(score - opened.getDouble("average"), within(1e-9));
        assertThat(score).isEqualTo(page.getDouble("records[0].score"));
        assertThat(opened.getBoolean("sampled")).isFalse();
        double threshold = opened.getDouble("threshold");
        assertThat(score).isLessThan(threshold);
        assertThat(opened.getList("changes.score", Double.class))
                .isNotEmpty()
                .allSatisfy(s -> assertThat(s).isGreaterThanOrEqualTo(threshold));
        assertThat(opened.getList("neighbours")).hasSize(5);
        assertThat(opened.getList("neighbours.event", Boolean.class)).containsOnly(false);
        analyst.get("/errors/" + briefId + "/records/99999?candidate=" + candidate + "&records=80")
                .then()
                .statusCode(400)
                .body(containsString("no record of validation"));
    }

    @Test
    void recordsAreSortedByAnyColumnAndFound() {
        fitted("logistic");
        String at = "/errors/" + briefId + "/records?candidate=" + candidate + "&cell=0-400-both&column=age&size=50";
        JsonPath byAge = analyst.get(at + "&by=age&lowest=true").jsonPath();
        assertThat(byAge.<List<String>>getList("records.values").stream()
                        .map(values -> Integer.parseInt(values.get(0))))
                .isSorted();
        String one = byAge.getString("records[7].identifiers[0]");
        JsonPath found = analyst.get(at + "&find=" + one.toLowerCase()).jsonPath();
        assertThat(found.getInt("total")).isEqualTo(1);
        assertThat(found.getString("records[0].identifiers[0]")).isEqualTo(one);
    }

    @Test
    void aListTellsWhatRaisedEachScoreInTheBriefsWords() throws InterruptedException {
        fitted("boosted");
        analyst.put(
                        "/briefs/" + briefId + "/columns",
                        Map.of("age", Map.of("role", "INPUT", "reason", "", "phrase", "is {value} years old")))
                .then()
                .statusCode(200);
        long data = analyst.get("/briefs/" + briefId).jsonPath().getLong("data.id");
        analyst.post("/lists?candidate=" + candidate + "&dataset=" + data + "&reasons=9", null)
                .then()
                .statusCode(400)
                .body(containsString("0 to 5"));
        long list =
                Long.parseLong(analyst.post("/lists?candidate=" + candidate + "&dataset=" + data + "&reasons=2", null)
                        .then()
                        .statusCode(200)
                        .extract()
                        .asString());
        for (int i = 0; i < 400; i++) {
            String status = analyst.get("/lists?brief=" + briefId).jsonPath().getString("[0].status");
            if (status.equals("done")) break;
            Thread.sleep(50);
        }
        String csv = analyst.get("/lists/" + list + "/scored.csv")
                .then()
                .statusCode(200)
                .extract()
                .asString();
        assertThat(csv).startsWith("member,score,band,action,reason1,reason2\n").contains("is 7", " years old");
        assertThat(csv.lines()).hasSize(1601);
    }

    @Test
    void askedBySeveralAtOnceItIsOneAnswer() throws Exception {
        fitted("tree");
        Callable<Integer> ask =
                () -> analyst.post("/candidates/" + candidate + "/explanations", Map.of("columns", List.of("age")))
                        .then()
                        .statusCode(200)
                        .extract()
                        .jsonPath()
                        .getInt("id");
        ExecutorService people = Executors.newFixedThreadPool(6);
        Set<Integer> ids = new HashSet<>();
        for (Future<Integer> answer : people.invokeAll(Collections.nCopies(6, ask))) ids.add(answer.get());
        people.shutdown();
        assertThat(ids).hasSize(1);
    }

    @Test
    void whatWasStoppedIsWorkedOutWhenItIsAskedAgain() throws InterruptedException {
        fitted("forest");
        String at = "/candidates/" + candidate + "/explanations";
        Map<String, Object> asked = Map.of("measure", "averagePrecision");
        int id = analyst.post(at, asked).jsonPath().getInt("id");
        analyst.post(at + "/" + id + "/stop", null).then().statusCode(204);
        String status = "waiting";
        for (int i = 0; i < 400 && List.of("waiting", "running").contains(status); i++) {
            Thread.sleep(25);
            status = analyst.get(at + "/" + id).jsonPath().getString("status");
        }
        assertThat(status).isIn("stopped", "done");
        JsonPath again = answered(asked);
        assertThat(again.getInt("id")).isEqualTo(id);
        assertThat(again.getList("importance.drops")).isNotEmpty();
    }

    @Test
    void aRangeOfScoresIsChosenAsRanksAre() {
        fitted("logistic");
        String base = "/errors/" + briefId + "/records?candidate=" + candidate + "&size=200&cell=";
        JsonPath all = analyst.get(base + "0-400-both").jsonPath();
        List<Double> scores = all.getList("records.score", Double.class);
        double high = scores.get(10);
        double low = scores.get(40);
        JsonPath some =
                analyst.get(base + "score:" + low + "_" + high + ":both").jsonPath();
        assertThat(some.getInt("total")).isEqualTo((int)
                scores.stream().filter(v -> v >= low && v <= high).count());
        analyst.get(base + "score:0.5_0.1:both").then().statusCode(400).body(containsString("score:0.2_0.4:both"));
    }

    @Test
    void aProtectedSegmentAndAPhraseAreKeptAndSaidInTheBriefsFile() {
        fitted("logistic");
        analyst.put(
                        "/briefs/" + briefId + "/columns",
                        Map.of(
                                "app", Map.of("role", "SEGMENT", "reason", "", "parity", true),
                                "visits", Map.of("role", "INPUT", "reason", "", "phrase", "{value} visits")))
                .then()
                .statusCode(200);
        String file = analyst.get("/sign-off/" + briefId + "/brief.yaml").asString();
        ColumnSetup app = CaseYaml.read(file).column("app");
        assertThat(app.parityAsked()).isTrue();
        assertThat(CaseYaml.read(file).column("visits").phrase()).isEqualTo("{value} visits");
        assertThat(CaseYaml.read(file).taken().columns().keySet())
                .as("all by name, so that nothing is taken for something")
                .containsExactly("age", "app", "gone", "member", "visits");
    }
}
