package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.quarkus.test.junit.QuarkusTest;
import io.restassured.path.json.JsonPath;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import outrider.base.Progress;
import outrider.table.NumberColumn;
import outrider.table.Table;
import outrider.workbook.WorkbookTables;

/** Tables that leave Compare, and Threshold, through the API on a real PostgreSQL. */
@QuarkusTest
class DeskTablesTest extends DeskSteps {
    private Table workbook(String path) throws IOException {
        Path file = Files.write(
                Files.createTempFile("table", ".xlsx"), analyst.get(path).asByteArray());
        try {
            return WorkbookTables.read(file, null, Progress.NONE);
        } finally {
            Files.delete(file);
        }
    }

    private static double[] numbers(Table table, String column) {
        return ((NumberColumn) table.column(column)).values();
    }

    @Test
    void bandsOfSeveralCandidatesStandBesideTraining() throws IOException {
        long id = desk();
        String both = "candidate=" + ids.get("Logistic") + "&candidate=" + ids.get("Points");
        JsonPath bands =
                analyst.get("/comparisons/bands?q=4&training=true&" + both).jsonPath();
        assertThat(bands.getList("name")).containsExactly("Logistic", "Points");
        assertThat(bands.getList("[0].validation")).hasSize(4);
        assertThat(bands.<Number>getList("[1].training.events").stream()
                        .mapToDouble(Number::doubleValue)
                        .sum())
                .isCloseTo(compare(id).getDouble("part.trainingEvents"), within(1e-9));
        assertThat(analyst.get("/comparisons/bands.csv?q=4&training=true&" + both)
                        .asString()
                        .lines()
                        .toList())
                .hasSize(17)
                .first()
                .isEqualTo("candidate,part,band,from,to,records,events,eventRate,lift,cumulativeRecords,"
                        + "cumulativeEvents,capture,cumulativeLift,highestScore,lowestScore,tied");
        Table workbook = workbook("/comparisons/bands.xlsx?q=4&training=true&" + both);
        assertThat(workbook.size()).isEqualTo(16);
        assertThat(numbers(workbook, "eventRate")[0]).isEqualTo(bands.getDouble("[0].validation[0].eventRate"));
        Table compared = workbook("/comparisons/" + id + "/comparison.xlsx?records=100");
        JsonPath at = analyst.get("/comparisons/" + id + "/at?records=100").jsonPath();
        assertThat(numbers(compared, "captureLow")[0]).isEqualTo(at.getDouble("candidates[0].figures.captureLow"));
        assertThat(analyst.get("/comparisons/" + id + "/comparison.csv?records=100")
                        .asString()
                        .lines())
                .as("a head and a line each")
                .hasSize(compared.size() + 1);
        assertThat(analyst.get("/comparisons/bands?q=5000&" + both)
                        .then()
                        .statusCode(400)
                        .extract()
                        .jsonPath()
                        .getString("field"))
                .isEqualTo("bands");
        JsonPath spread =
                analyst.get("/comparisons/distributions/" + ids.get("Points")).jsonPath();
        assertThat(spread.<Number>getList("validation.events").stream()
                        .mapToDouble(Number::doubleValue)
                        .sum())
                .isEqualTo(compare(id).getDouble("part.events"));
        assertThat(spread.<Object>get("validation.quality")).isNull();
    }

    @Test
    void scoredRecordsSayWhatBecomesOfEachAtTheCut() {
        long id = desk();
        analyst.put("/briefs/" + id + "/columns", Map.of("member", Map.of("role", "IDENTIFIER")));
        analyst.put(
                        "/comparisons/" + id + "/cut",
                        Map.of("candidateId", ids.get("Logistic"), "records", 40.0, "rule", Map.of("kind", "BY_HAND")))
                .then()
                .statusCode(204);
        Table scores = scored(id);
        assertThat(scores.columns().stream().map(c -> c.name()))
                .containsExactly("record", "member", "outcome", "Logistic", "Points", "Groups", "band", "cell");
        int acted = 0;
        int caught = 0;
        for (int i = 0; i < scores.size(); i++) {
            String cell = scores.column("cell").text(i);
            if (cell.equals("caught") || cell.equals("false alarm")) acted++;
            if (cell.equals("caught")) {
                caught++;
                assertThat(scores.column("outcome").text(i)).isEqualTo("1");
                assertThat(Integer.parseInt(scores.column("band").text(i))).isLessThanOrEqualTo(2);
            }
        }
        assertThat(acted).isEqualTo(40);
        assertThat(caught).isPositive();
    }

    @Test
    void theThresholdPageKnowsOtherReasonsForACut() {
        long id = desk();
        int logistic = ids.get("Logistic");
        JsonPath shown =
                analyst.get("/comparisons/" + id + "/threshold/" + logistic).jsonPath();
        assertThat(shown.getList("best.measure")).hasSize(13).contains("accuracy", "mcc", "lift");
        assertThat(shown.getList("crossValidated.cut.folds")).hasSize(5);
        assertThat(shown.getDouble("crossValidated.lowest"))
                .isLessThanOrEqualTo(shown.getDouble("crossValidated.cut.threshold"));
        assertThat(shown.getDouble("nearlyAll")).isGreaterThan(shown.getDouble("fewAndRight"));
        assertThat(analyst.get("/comparisons/" + id + "/threshold/" + ids.get("Groups"))
                        .jsonPath()
                        .<Object>get("best"))
                .isNotNull();

        JsonPath map = analyst.get("/comparisons/" + id + "/sensitivity").jsonPath();
        double best = compare(id).getDouble("candidates.max { it.best.gainOverNobody }.best.gainOverNobody");
        assertThat(map.getDouble("map.spots[10][6].gain")).isCloseTo(best, within(1e-9));

        JsonPath inverse = analyst.get("/comparisons/" + id + "/inverse/" + logistic + "?records=15")
                .jsonPath();
        assertThat(inverse.getList("depth.parameter"))
                .containsExactly("missCost", "gainIfCaught", "successRate", "actionCost");
        assertThat(inverse.getDouble("depth.find { it.parameter == 'actionCost' }.amount"))
                .isGreaterThan(5);
        assertThat(inverse.getInt("leading")).isIn(ids.values());
        analyst.get("/comparisons/" + id + "/inverse/" + logistic + "?records=-1")
                .then()
                .statusCode(400);
        analyst.get("/comparisons/" + id + "/threshold/999999").then().statusCode(404);
    }

    @Test
    void aRuleOfTheCutIsOneOfThoseThereAre() {
        long id = desk();
        int candidate = analyst.get("/comparisons/" + id).jsonPath().getInt("candidates[0].id");
        for (Map<String, String> rule : List.of(
                Map.of("kind", "BEST_MEASURE"),
                Map.of("kind", "BEST_MEASURE", "measure", "luck"),
                Map.of("kind", "CAPACITY", "measure", "lift"),
                Map.of("kind", "BY_MAGIC"))) {
            analyst.put("/comparisons/" + id + "/cut", Map.of("candidateId", candidate, "records", 5, "rule", rule))
                    .then()
                    .statusCode(400);
        }
        Map<String, String> luck = Map.of("kind", "BEST_MEASURE", "measure", "luck");
        assertThat(analyst.put(
                                "/comparisons/" + id + "/cut",
                                Map.of("candidateId", candidate, "records", 5, "rule", luck))
                        .jsonPath()
                        .getString("detail"))
                .contains("is luck; name one for BEST_MEASURE");
        Map<String, String> best = Map.of("kind", "BEST_MEASURE", "measure", "fHalf");
        analyst.put("/comparisons/" + id + "/cut", Map.of("candidateId", candidate, "records", 5, "rule", best))
                .then()
                .statusCode(204);
        assertThat(analyst.get("/comparisons/" + id).jsonPath().getString("acted.cut.rule.measure"))
                .isEqualTo("fHalf");
    }
}
