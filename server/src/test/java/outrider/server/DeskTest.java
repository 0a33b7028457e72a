package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.quarkus.test.junit.QuarkusTest;
import io.restassured.path.json.JsonPath;
import java.io.ByteArrayInputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import outrider.base.Progress;
import outrider.exchange.AgainstLeader;
import outrider.exchange.CutFigures;
import outrider.exchange.Evaluation;
import outrider.stakes.Capacity;
import outrider.stakes.Stakes;
import outrider.table.CsvTableReader;
import outrider.table.Table;

/** Compare and Threshold through the API, on a real PostgreSQL. */
@QuarkusTest
class DeskTest extends CaseSteps {
    private static final Stakes STAKES = new Stakes(40, 5, 0, 0, 0, 1);

    private final Map<String, Integer> ids = new HashMap<>();

    /** A split brief with a logistic regression, a supplied score and group rates, all fitted. */
    private long desk() {
        long id = split();
        ids.put("Logistic", candidate(id, logistic("Logistic", 0)).getInt("id"));
        Map<String, Object> points = Map.of("column", "points", "lowerIsRiskier", false, "probability", false);
        ids.put(
                "Points",
                candidate(id, Map.of("name", "Points", "kind", "supplied", "settings", points))
                        .getInt("id"));
        Map<String, Object> groups = Map.of("groupBy", List.of("tier"));
        ids.put(
                "Groups",
                candidate(id, Map.of("name", "Groups", "kind", "groupRates", "settings", groups))
                        .getInt("id"));
        return id;
    }

    private JsonPath compare(long id) {
        return analyst.get("/comparisons/" + id).jsonPath();
    }

    private Table scored(long id) {
        String csv = analyst.get("/comparisons/" + id + "/scores.csv").asString();
        return CsvTableReader.read(new ByteArrayInputStream(csv.getBytes(StandardCharsets.UTF_8)), Progress.NONE);
    }

    private Map<?, ?> evaluate(Table scores, String value, Stakes stakes, long seed, List<Double> cuts) {
        var request = new Evaluation.Request(
                "outcome",
                List.of("1"),
                List.of("Logistic", "Points", "Groups"),
                null,
                value,
                stakes,
                new Capacity(0.1, true),
                Double.NaN,
                List.of(10),
                List.of(),
                false,
                new Evaluation.Cuts(cuts, "Logistic", seed));
        return (Map<?, ?>) Evaluation.of(scores, request).get("scores");
    }

    private static double[] doubles(JsonPath shown, String path) {
        return shown.<Number>getList(path).stream()
                .mapToDouble(Number::doubleValue)
                .toArray();
    }

    @Test
    void intervalsAndDifferencesAreThoseOfTheHeadlessCommand() {
        long id = desk();
        JsonPath shown = compare(id);
        assertThat(shown.getInt("leader")).isEqualTo(ids.get("Logistic"));
        double[] depths = doubles(shown, "depths");
        int tenth = IntStream.range(0, depths.length)
                .filter(d -> depths[d] == 0.1)
                .findFirst()
                .orElseThrow();
        double records = shown.getInt("records");
        long seed = 9;
        Map<?, ?> core = evaluate(scored(id), null, STAKES, seed, List.of(0.1 * records));
        for (String name : ids.keySet()) {
            String row = "candidates.find { it.name == '" + name + "' }";
            Map<?, ?> at = (Map<?, ?>) ((List<?>) ((Map<?, ?>) core.get(name)).get("cuts")).get(0);
            CutFigures figures = (CutFigures) at.get("figures");
            assertThat(doubles(shown, row + ".band.captureLow")[tenth]).isEqualTo(figures.captureLow());
            assertThat(doubles(shown, row + ".band.gainHigh")[tenth]).isEqualTo(figures.gainHigh());
            AgainstLeader.At against = (AgainstLeader.At) at.get("againstLeader");
            if (against == null) {
                assertThat(shown.<Object>get(row + ".against")).isNull();
                continue;
            }
            assertThat(doubles(shown, row + ".against.captureLow")[tenth])
                    .isEqualTo(against.capture().low());
            assertThat(doubles(shown, row + ".against.gainHigh")[tenth])
                    .isEqualTo(against.netValue().high());
            assertThat(doubles(shown, row + ".against.adjustedP")[tenth]).isEqualTo(against.adjustedP());
        }
        JsonPath led = analyst.get("/comparisons/" + id + "?leader=" + ids.get("Points"))
                .jsonPath();
        assertThat(led.getString("candidates.find { it.name == 'Points' }.verdict"))
                .isEqualTo("leader");
        assertThat(led.<Object>get("candidates.find { it.name == 'Logistic' }.against"))
                .isNotNull();
        assertThat(led.getInt("bestReference")).isEqualTo(ids.get("Groups"));
    }

    @Test
    void aPackedOrderIsKeptByTheBrowserAndHoldsEveryEvent() {
        long id = desk();
        JsonPath shown = compare(id);
        var answer = analyst.get("/comparisons/orders/" + ids.get("Logistic"));
        assertThat(answer.header("Cache-Control")).contains("private").contains("max-age=31536000");
        ByteBuffer head = ByteBuffer.wrap(answer.asByteArray()).order(ByteOrder.LITTLE_ENDIAN);
        assertThat(head.getInt()).isEqualTo(shown.getInt("records"));
        assertThat(head.getInt()).isBetween(1, shown.getInt("records"));
    }

    @Test
    void aValueColumnCountsTheMoneyOfEachRecord() {
        long id = desk();
        analyst.put("/briefs/" + id + "/columns", Map.of("points", Map.of("role", "VALUE")))
                .then()
                .statusCode(200);
        edit(id, Map.of("gainIfCaught", 0, "missCost", 2));
        JsonPath shown = compare(id);
        assertThat(shown.getString("valueColumn")).isEqualTo("points");
        assertThat(shown.<Object>get("breakEven")).isNull();
        Table scores = scored(id);
        double rank = 50;
        Map<?, ?> core = evaluate(scores, "points", new Stakes(0, 5, 2, 0, 0, 1), 9, List.of(rank));
        Map<?, ?> logistic = (Map<?, ?>) core.get("Logistic");
        var best = (outrider.stakes.NetValue.Cut) ((Map<?, ?>) logistic.get("stakes")).get("bestCut");
        String row = "candidates.find { it.name == 'Logistic' }";
        assertThat(shown.getDouble(row + ".best.gainOverNobody")).isEqualTo(best.gainOverNobody());
        assertThat(shown.getDouble("nobody")).isEqualTo((double) ((Map<?, ?>) logistic.get("stakes")).get("nobody"));
        double[] valued = doubles(shown, row + ".valued");
        assertThat(valued[valued.length - 1]).isEqualTo(shown.getDouble("totalValue"));
        String refusal = analyst.put("/briefs/" + id + "/columns", Map.of("age", Map.of("role", "VALUE")))
                .then()
                .statusCode(400)
                .extract()
                .path("detail");
        assertThat(refusal).contains("second value of a record");
    }

    @Test
    void aLookWithoutNewsIsNotCountedAndAChoiceOnce() {
        long id = desk();
        assertThat(compare(id).getInt("looks.looks")).isEqualTo(1);
        assertThat(compare(id).getInt("looks.looks")).isEqualTo(1);
        for (double records : new double[] {30, 31}) {
            Map<String, Object> cut =
                    Map.of("candidateId", ids.get("Logistic"), "records", records, "rule", "set by hand");
            analyst.put("/comparisons/" + id + "/cut", cut).then().statusCode(204);
        }
        assertThat(compare(id).getInt("looks.choices"))
                .as("one candidate by one rule")
                .isEqualTo(1);
        edit(id, Map.of("actionCost", 6));
        JsonPath shown = compare(id);
        assertThat(shown.getInt("looks.looks")).isEqualTo(2);
        assertThat(shown.getInt("looks.compared")).isEqualTo(2);
        assertThat(shown.getDouble("looks.aucOptimism")).isBetween(0.0, 0.05);
    }

    @Test
    void bandsOfSeveralCandidatesStandBesideTraining() {
        long id = desk();
        String both = "candidate=" + ids.get("Logistic") + "&candidate=" + ids.get("Points");
        JsonPath bands =
                analyst.get("/comparisons/bands?q=4&training=true&" + both).jsonPath();
        assertThat(bands.getList("name")).containsExactly("Logistic", "Points");
        assertThat(bands.getList("[0].validation")).hasSize(4);
        assertThat(bands.<Number>getList("[1].training.events").stream()
                        .mapToDouble(Number::doubleValue)
                        .sum())
                .isCloseTo(compare(id).getInt("trainingEvents"), within(1e-9));
        assertThat(analyst.get("/comparisons/bands.csv?q=4&training=true&" + both)
                        .asString()
                        .lines()
                        .toList())
                .hasSize(17)
                .first()
                .isEqualTo("candidate,part,band,from,to,records,events,eventRate,lift,cumulativeRecords,"
                        + "cumulativeEvents,capture,cumulativeLift,highestScore,lowestScore,tied");
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
                        .mapToInt(Number::intValue)
                        .sum())
                .isEqualTo(compare(id).getInt("events"));
        assertThat(spread.<Object>get("validation.quality")).isNull();
    }

    @Test
    void scoredRecordsSayWhatBecomesOfEachAtTheCut() {
        long id = desk();
        analyst.put("/briefs/" + id + "/columns", Map.of("member", Map.of("role", "IDENTIFIER")));
        analyst.put(
                        "/comparisons/" + id + "/cut",
                        Map.of("candidateId", ids.get("Logistic"), "records", 40.0, "rule", "set by hand"))
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
        assertThat(inverse.getList("depth.lever"))
                .containsExactly("missCost", "gainIfCaught", "successRate", "actionCost");
        assertThat(inverse.getDouble("depth.find { it.lever == 'actionCost' }.amount"))
                .isGreaterThan(5);
        assertThat(inverse.getInt("leading")).isIn(ids.values());
        analyst.get("/comparisons/" + id + "/inverse/" + logistic + "?records=-1")
                .then()
                .statusCode(400);
        analyst.get("/comparisons/" + id + "/threshold/999999").then().statusCode(400);
    }

    @Test
    void pinsWaitInTheTrayWithTheirNotes() {
        long id = desk();
        Map<String, Object> pin = new HashMap<>(Map.of(
                "kind",
                "TABLE",
                "chapter",
                "comparison",
                "title",
                "Bands",
                "note",
                " see band 2 ",
                "reading",
                "It says so.",
                "cells",
                List.of(List.of("Band"), List.of("1"))));
        int first = analyst.post("/pins?brief=" + id, pin)
                .then()
                .statusCode(200)
                .extract()
                .path("id");
        JsonPath tray = analyst.get("/pins?brief=" + id).jsonPath();
        assertThat(tray.getString("[0].note")).isEqualTo("see band 2");
        assertThat(tray.getString("[0].createdBy")).isEqualTo("analyst");
        analyst.patch("/pins/" + first, Map.of("note", "better")).then().statusCode(200);
        assertThat(analyst.get("/pins?brief=" + id).jsonPath().getString("[0].note"))
                .isEqualTo("better");
        pin.put("kind", "CHART");
        assertThat(analyst.post("/pins?brief=" + id, pin)
                        .then()
                        .statusCode(400)
                        .extract()
                        .jsonPath()
                        .getString("detail"))
                .contains("is empty");
        pin.put("kind", "TABLE");
        pin.put("note", "x".repeat(4001));
        analyst.post("/pins?brief=" + id, pin).then().statusCode(400);
        Client approver = Client.signIn("approver");
        approver.get("/pins?brief=" + id).then().statusCode(200);
        approver.delete("/pins/" + first).then().statusCode(403);
        analyst.delete("/pins/" + first).then().statusCode(204);
        analyst.delete("/pins/" + first).then().statusCode(404);
    }
}
