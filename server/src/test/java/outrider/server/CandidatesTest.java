package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.equalTo;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import io.restassured.path.json.JsonPath;
import jakarta.inject.Inject;
import java.io.ByteArrayInputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.documents.ModelDocument;
import outrider.exchange.ScoringRecipe;
import outrider.parquet.ParquetTables;
import outrider.server.search.SearchRun;
import outrider.server.search.SearchWork;
import outrider.server.work.WorkQueue;
import outrider.server.work.WorkStatus;
import outrider.table.CsvTableReader;
import outrider.table.NumberColumn;
import outrider.table.Table;

/** Candidates of every kind through the API: fitted, changed, explained, searched for, and put to use on a list. */
@QuarkusTest
class CandidatesTest extends CaseSteps {
    @Inject
    WorkQueue queue;

    private JsonPath fitted(long brief, String name, String kind, Map<String, Object> settings) {
        JsonPath made = candidate(brief, Map.of("name", name, "kind", kind, "settings", settings));
        assertThat(made.getString("status"))
                .as(name + ": " + made.getString("message"))
                .isEqualTo("done");
        return made;
    }

    private JsonPath get(String path) {
        return analyst.get(path).then().statusCode(200).extract().jsonPath();
    }

    @Test
    void everyKindIsFittedFromItsListedSettingsAndSaysWhatItLearnt() {
        long brief = split();
        JsonPath kinds = get("/candidates/kinds");
        Map<String, String> learns = Map.of(
                "oneColumn", "sentence",
                "logistic", "oddsRatios",
                "leastSquares", "weights",
                "margin", "weights",
                "bayes", "byOutcome",
                "neighbours", "sentence",
                "tree", "tree",
                "forest", "importance",
                "boosted", "curve",
                "network", "network");
        List<String> fitted = kinds.getList("findAll { it.takesInputs }.kind");
        assertThat(learns.keySet()).containsExactlyInAnyOrderElementsOf(fitted);
        for (String kind : fitted) {
            Map<String, Object> settings = kind.equals("forest") ? Map.of("trees", 20) : Map.of();
            int id = fitted(brief, kind, kind, settings).getInt("id");
            assertThat(get("/candidates/" + id + "/summary").getList("parts.part"))
                    .as(kind)
                    .contains(learns.get(kind));
            JsonPath figures = get("/comparisons/figures/" + id);
            double validation = figures.getDouble("figures.find { it.term == 'auc' }.validation");
            double listed = get("/comparisons/" + brief).getDouble("candidates.find { it.id == " + id + " }.auc.auc");
            assertThat(validation).isEqualTo(listed);
            assertThat(figures.<Object>get("figures.find { it.term == 'auc' }.outOfFold"))
                    .isNotNull();
            assertThat(figures.<Object>get("figures.find { it.term == 'auc' }.training"))
                    .isNotNull();
        }
        int first = get("/candidates?brief=" + brief).getInt("find { it.name == 'logistic' }.id");
        int second = get("/candidates?brief=" + brief).getInt("find { it.name == 'tree' }.id");
        int blend = fitted(brief, "both", "blend", Map.of("members", List.of(first, second)))
                .getInt("id");
        assertThat(get("/candidates/" + blend + "/summary").getList("parts[0].weights.name"))
                .containsExactly("logistic", "tree");
        analyst.post("/candidates?brief=" + brief, Map.of("name", "x", "kind", "tree", "settings", Map.of("depth", 99)))
                .then()
                .statusCode(400)
                .body("field", equalTo("depth"));
    }

    @Test
    void aCandidateBegunFromAnotherShowsWhatDiffersAndWhatItDid() {
        long brief = split();
        int base = fitted(brief, "Plain", "logistic", Map.of()).getInt("id");
        JsonPath next = candidate(
                brief,
                Map.of(
                        "name",
                        "Bent",
                        "kind",
                        "logistic",
                        "settings",
                        Map.of("curves", true, "calibration", "isotonic"),
                        "inputs",
                        List.of("age"),
                        "basedOn",
                        base));
        assertThat(next.getList("changes.removed")).containsExactly("tier", "points");
        assertThat(next.getList("changes.settings.setting")).containsExactlyInAnyOrder("curves", "calibration");
        JsonPath effects = get("/comparisons/" + brief + "/effects");
        double mine = get("/comparisons/" + brief).getDouble("candidates.find { it.name == 'Bent' }.auc.auc");
        double theirs = get("/comparisons/" + brief).getDouble("candidates.find { it.name == 'Plain' }.auc.auc");
        assertThat(effects.getDouble("[0].effects.find { it.term == 'auc' }.difference"))
                .isCloseTo(mine - theirs, within(1e-12));
        assertThat(effects.getList("[0].effects.verdict"))
                .allSatisfy(
                        verdict -> assertThat((String) verdict).isIn("AHEAD", "BEHIND", "NOT_SEPARABLE", "TOO_FEW"));
        Map<String, Object> remarks = Map.of(
                "notes", "the plain one", "tags", List.of("keep", " "), "seen", Map.of("notes", "", "tags", List.of()));
        analyst.patch("/candidates/" + base, remarks).then().statusCode(200);
        analyst.patch("/candidates/" + base, remarks).then().statusCode(409);
        analyst.delete("/candidates/" + base).then().statusCode(204);
        assertThat(get("/candidates?brief=" + brief).getList("name")).containsExactly("Bent");
        assertThat(get("/comparisons/" + brief).getList("candidates.name")).containsExactly("Bent");
        assertThat(get("/candidates/deleted?brief=" + brief).getList("name")).containsExactly("Plain");
        analyst.post("/candidates/" + base + "/restore", null).then().statusCode(200);
        JsonPath back = get("/candidates/" + base);
        assertThat(get("/candidates/deleted?brief=" + brief).getList("name")).isEmpty();
        assertThat(back.getString("notes")).isEqualTo("the plain one");
        assertThat(back.getList("tags")).containsExactly("keep");
        assertThat(get("/comparisons/" + brief).getList("candidates.name")).contains("Plain");
    }

    @Test
    void oneRecordsWayToItsScoreAddsUpAndALeafHoldsItsRecords() {
        long brief = split();
        int id = fitted(brief, "Tree", "tree", Map.of("leafRecords", 20)).getInt("id");
        JsonPath tree = get("/candidates/" + id + "/summary");
        List<Object> left = tree.getList("parts.find { it.part == 'tree' }.left");
        int leaves = 0;
        int records = 0;
        for (int node = 0; node < left.size(); node++) {
            if (((Number) left.get(node)).intValue() >= 0) continue;
            leaves++;
            records += get("/candidates/" + id + "/leaf?node=" + node).getInt("records");
        }
        assertThat(leaves).isEqualTo(tree.getInt("parts.find { it.part == 'tree' }.pruning.leaves"));
        assertThat(records).isEqualTo(300);
        int linear = fitted(brief, "Linear", "logistic", Map.of()).getInt("id");
        assertThat(get("/candidates/" + linear + "/preparation").getList("column"))
                .containsExactly("age", "tier", "points");
        int number = 0;
        JsonPath record = null;
        while (record == null) {
            var answer = analyst.get("/candidates/" + linear + "/records/" + ++number);
            if (answer.statusCode() == 200) record = answer.jsonPath();
        }
        double sum = record.<Double>getList("columns.adds").stream()
                .mapToDouble(v -> v)
                .sum();
        assertThat(sum).isCloseTo(record.getDouble("score") - record.getDouble("average"), within(1e-9));
        assertThat(record.getString("columns[0].rule")).contains("median");
        analyst.get("/candidates/" + linear + "/records/99999").then().statusCode(400);
    }

    private JsonPath search(long brief, long id) {
        for (int i = 0; i < 600; i++) {
            JsonPath view = get("/searches/" + id);
            if (!List.of("waiting", "running").contains(view.getString("status"))) return view;
            sleep(i);
        }
        throw new AssertionError("the search did not end");
    }

    @Test
    void aSearchEndsForAReasonKeepsTheBestAndGoesOnAfterAStop() {
        long brief = split();
        Map<String, Object> plan = Map.of(
                "kinds",
                List.of("logistic", "bayes", "tree"),
                "measure",
                "AUC",
                "seed",
                3,
                "trialsLimit",
                7,
                "keep",
                2);
        int id = analyst.post("/searches?brief=" + brief, plan)
                .then()
                .statusCode(200)
                .extract()
                .path("id");
        JsonPath done = search(brief, id);
        assertThat(done.getString("message")).isEqualTo("all 7 trials were made");
        assertThat(done.getList("trials")).hasSize(7);
        List<Double> values = done.getList("trials.value");
        assertThat(values).isSortedAccordingTo(java.util.Comparator.reverseOrder());
        assertThat(done.<Object>get("simplest")).isNotNull();
        List<String> kept = get("/candidates?brief=" + brief).getList("name");
        assertThat(kept).hasSizeBetween(2, 3).allMatch(name -> name.startsWith("Search " + id));

        int target = analyst.post(
                        "/searches?brief=" + brief,
                        Map.of("kinds", List.of("bayes"), "measure", "AUC", "seed", 3, "target", 0.55, "keep", 0))
                .path("id");
        assertThat(search(brief, target).getString("message")).startsWith("the target was reached: trial 1");

        int endless = analyst.post(
                        "/searches?brief=" + brief,
                        Map.of(
                                "kinds",
                                List.of("forest"),
                                "measure",
                                "CAPTURE",
                                "depth",
                                0.1,
                                "seed",
                                3,
                                "secondsLimit",
                                600,
                                "keep",
                                0))
                .path("id");
        sleep(9);
        analyst.post("/searches/" + endless + "/stop", null).then().statusCode(204);
        JsonPath stopped = search(brief, endless);
        assertThat(stopped.getString("status")).isEqualTo("stopped");
        int before = stopped.getInt("tried");
        analyst.post("/searches/" + endless + "/resume", Map.of("trialsLimit", before + 1))
                .then()
                .statusCode(200);
        JsonPath resumed = search(brief, endless);
        assertThat(resumed.getString("status")).isEqualTo("done");
        assertThat(resumed.getInt("tried")).isEqualTo(before + 1);
        analyst.post("/searches?brief=" + brief, Map.of("kinds", List.of("tree"), "measure", "AUC", "keep", 1))
                .then()
                .statusCode(400)
                .body("field", equalTo("limits"));
    }

    @Test
    void aSearchOfAKilledServerGoesOnAfterItsLastTrial() {
        long brief = split();
        Map<String, Object> plan = Map.of(
                "kinds", List.of("bayes", "leastSquares"), "measure", "AUC", "seed", 8, "trialsLimit", 3, "keep", 0);
        int id = analyst.post("/searches?brief=" + brief, plan).path("id");
        JsonPath before = search(brief, id);
        QuarkusTransaction.requiringNew().run(() -> {
            SearchRun run = SearchRun.findById((long) id);
            SearchRun.Plan old = run.plan;
            run.plan = new SearchRun.Plan(
                    old.kinds(),
                    old.inputs(),
                    old.measure(),
                    old.depth(),
                    old.seed(),
                    new SearchRun.Plan.Until(null, 5, null, 0));
            run.status = WorkStatus.RUNNING;
        });
        queue.enqueue(SearchWork.NAME, id);
        JsonPath after = search(brief, id);
        assertThat(after.getInt("tried")).isEqualTo(5);
        for (int number = 0; number < 3; number++) {
            String trial = "trials.find { it.number == " + number + " }";
            assertThat(after.<Object>get(trial + ".value")).isEqualTo(before.get(trial + ".value"));
            assertThat(after.<Object>get(trial + ".seconds")).isEqualTo(before.get(trial + ".seconds"));
        }
    }

    @Test
    void aListIsScoredAsTheRecipeScoresItElsewhere() throws Exception {
        long brief = split();
        int id = fitted(brief, "Boosted", "boosted", Map.of("rounds", 30)).getInt("id");
        String list = "member,age,tier,points,hobby\nN1,33.5,gold,11,chess\nN2,,plain,20,\nN3,61,never seen,20,golf\n";
        int dataset = analyst.upload("list.csv", list)
                .then()
                .statusCode(200)
                .extract()
                .path("id");
        JsonPath fit = get("/lists/fit?candidate=" + id + "&dataset=" + dataset);
        assertThat(fit.getList("missing")).isEmpty();
        assertThat(fit.getList("unused")).contains("hobby");
        int job = Integer.parseInt(analyst.post("/lists?candidate=" + id + "&dataset=" + dataset, null)
                .asString());
        for (int i = 0; i < 200; i++) {
            if (get("/lists?brief=" + brief).getString("[0].status").equals("done")) break;
            sleep(i);
        }
        byte[] file = analyst.get("/lists/" + job + "/scored.csv").asByteArray();
        Table scored = CsvTableReader.read(new ByteArrayInputStream(file), Progress.NONE);
        ScoringRecipe recipe = ModelDocument.readRecipe(
                new ByteArrayInputStream(analyst.get("/lists/recipe/" + id).asByteArray()));
        Table elsewhere = recipe.apply(
                CsvTableReader.read(new ByteArrayInputStream(list.getBytes()), Progress.NONE),
                0,
                Workers.ALONE,
                Progress.NONE);
        assertThat(((NumberColumn) scored.column("score")).values())
                .isEqualTo(((NumberColumn) elsewhere.column("score")).values());
        assertThat(scored.column("action").text(0))
                .isEqualTo(elsewhere.column("action").text(0));
        assertThat(scored.column("member").text(2)).isEqualTo("N3");
        byte[] parquet = analyst.get("/lists/" + job + "/scored.parquet").asByteArray();
        Path kept = Files.createTempFile("scored", ".parquet");
        try {
            Files.write(kept, parquet);
            Table again = ParquetTables.read(kept, Progress.NONE);
            assertThat(again.columns().stream().map(c -> c.name()))
                    .isEqualTo(scored.columns().stream().map(c -> c.name()).toList());
            assertThat(((NumberColumn) again.column("score")).values())
                    .isEqualTo(((NumberColumn) scored.column("score")).values());
            assertThat(again.column("action").text(0))
                    .isEqualTo(scored.column("action").text(0));
        } finally {
            Files.delete(kept);
        }
        int poor = analyst.upload("poor.csv", "member,age\nA,3\nB,4\n").path("id");
        analyst.post("/lists?candidate=" + id + "&dataset=" + poor, null)
                .then()
                .statusCode(400)
                .body("detail", containsString("tier, points"));
    }
}
