package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.hamcrest.Matchers.containsString;

import io.quarkus.test.junit.QuarkusTest;
import io.restassured.path.json.JsonPath;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import outrider.casefile.Glossary;
import outrider.exchange.CutComparison;
import outrider.exchange.CutFigures;
import outrider.exchange.Evaluation;
import outrider.stakes.Capacity;
import outrider.stakes.Stakes;
import outrider.table.NumberColumn;
import outrider.table.Table;

/** Compare through the API, on a real PostgreSQL. */
@QuarkusTest
class DeskTest extends DeskSteps {
    private static final Stakes STAKES = new Stakes(40, 5, 0, 0, 0, 1);

    private Map<?, ?> evaluate(
            Table scores, String value, Stakes stakes, double planned, long seed, List<Double> cuts) {
        var request = new Evaluation.Request(
                new Evaluation.Records("outcome", List.of("1"), null, value, null),
                List.of("Logistic", "Points", "Groups"),
                new Evaluation.Money(stakes, new Capacity(0.1, true), planned, false),
                new Evaluation.Wanted(List.of(10), List.of(), null),
                new Evaluation.Cuts(cuts, "Logistic", seed));
        return (Map<?, ?>) Evaluation.of(scores, request).get("scores");
    }

    private static double[] doubles(JsonPath shown, String path) {
        return shown.<Number>getList(path).stream()
                .mapToDouble(Number::doubleValue)
                .toArray();
    }

    @Test
    void whatIsToldAtACutIsThatOfTheHeadlessCommandAtAPlannedRateToo() {
        long id = desk();
        JsonPath shown = compare(id);
        assertThat(shown.getInt("order.leader")).isEqualTo(ids.get("Logistic"));
        assertThat(shown.getBoolean("order.leaderNamed")).isFalse();
        assertThat(shown.getString("order.deciding")).isEqualTo("NET_VALUE");
        assertThat(shown.getDouble("acted.at.records")).isEqualTo(shown.getDouble("candidates[0].best.records"));
        long seed = 9;
        Table scores = scored(id);
        for (double planned : new double[] {Double.NaN, 0.03}) {
            if (!Double.isNaN(planned)) edit(id, Map.of("campaign.plannedRate", planned));
            for (double records : new double[] {1, 37}) {
                Map<?, ?> core = evaluate(scores, null, STAKES, planned, seed, List.of(records));
                JsonPath told = analyst.get(
                                "/comparisons/" + id + "/at?records=" + records + "&leader=" + ids.get("Logistic"))
                        .jsonPath();
                for (String name : ids.keySet()) {
                    String row = "candidates.find { it.id == " + ids.get(name) + " }";
                    Map<?, ?> at = (Map<?, ?>) ((List<?>) ((Map<?, ?>) core.get(name)).get("cuts")).get(0);
                    CutFigures figures = (CutFigures) at.get("figures");
                    assertThat(told.getDouble(row + ".figures.precision"))
                            .isEqualTo(figures.hits().precision());
                    assertThat(told.getDouble(row + ".figures.liftHigh"))
                            .isEqualTo(figures.reach().liftHigh());
                    assertThat(told.getDouble(row + ".figures.captureLow"))
                            .isEqualTo(figures.reach().captureLow());
                    assertThat(told.getDouble(row + ".figures.gainHigh"))
                            .isEqualTo(figures.money().gainHigh());
                    CutComparison.At against = (CutComparison.At) at.get("againstLeader");
                    if (against == null) {
                        assertThat(told.<Object>get(row + ".against")).isNull();
                        continue;
                    }
                    assertThat(told.getDouble(row + ".against.precision.low"))
                            .isEqualTo(against.precision().low());
                    assertThat(told.getDouble(row + ".against.adjustedP")).isEqualTo(against.adjustedP());
                    assertThat(told.getString(row + ".against.verdict"))
                            .isEqualTo(against.verdict().name());
                }
            }
        }
        analyst.put(
                        "/comparisons/" + id + "/cut",
                        Map.of("candidateId", ids.get("Logistic"), "records", 37, "rule", Map.of("kind", "BY_HAND")))
                .then()
                .statusCode(204);
        CutFigures logistic = (CutFigures) ((Map<?, ?>) ((List<?>)
                                ((Map<?, ?>) evaluate(scores, null, STAKES, 0.03, seed, List.of(37.0))
                                                .get("Logistic"))
                                        .get("cuts"))
                        .get(0))
                .get("figures");
        JsonPath page =
                analyst.get("/comparisons/figures/" + ids.get("Logistic")).jsonPath();
        assertThat(page.getDouble("figures.find { it.term == 'precision' }.validation"))
                .as("projected on the candidate's page as everywhere")
                .isEqualTo(logistic.hits().precision());
        assertThat(page.getDouble("figures.find { it.term == 'precision' }.high"))
                .isEqualTo(logistic.hits().precisionHigh());
        assertThat(page.getList("figures.term", String.class))
                .hasSizeGreaterThan(10)
                .allSatisfy(Glossary::entry);
        JsonPath led = analyst.get("/comparisons/" + id + "?leader=" + ids.get("Points"))
                .jsonPath();
        assertThat(led.getString("candidates.find { it.name == 'Points' }.byAuc.verdict"))
                .isEqualTo("LEADER");
        assertThat(led.getBoolean("order.leaderNamed")).isTrue();
        assertThat(led.getInt("order.bestReference")).isEqualTo(ids.get("Groups"));
        analyst.get("/comparisons/" + id + "/at?records=-1").then().statusCode(400);
    }

    @Test
    void theDecidingMeasureOrdersCandidatesAndIsRefusedOutOfRange() {
        long id = desk();
        for (String kind : List.of("AUC", "AVERAGE_PRECISION", "PARTIAL_AUC", "CAPTURE")) {
            edit(id, Map.of("campaign.deciding", Map.of("kind", kind)));
            JsonPath shown = compare(id);
            assertThat(shown.getString("order.deciding")).isEqualTo(kind);
            double[] own = doubles(shown, "candidates.findAll { !it.reference }.decides");
            assertThat(own[0]).isGreaterThanOrEqualTo(own[1]);
            assertThat(shown.getInt("order.leader")).isEqualTo(shown.getInt("candidates[0].id"));
        }
        JsonPath brief = analyst.get("/briefs/" + id).jsonPath();
        assertThat(brief.getString("worth.decidesBy")).isEqualTo("capture rate at 10 % depth");
        analyst.put("/briefs/" + id, edited(id, Map.of("campaign.deciding", Map.of("kind", "CAPTURE", "at", 1.5))))
                .then()
                .statusCode(400);
    }

    @Test
    void aDeletedCandidatesCutSetsNoDepth() {
        long id = desk();
        analyst.put(
                        "/comparisons/" + id + "/cut",
                        Map.of("candidateId", ids.get("Points"), "records", 37, "rule", Map.of("kind", "BY_HAND")))
                .then()
                .statusCode(204);
        analyst.delete("/candidates/" + ids.get("Points")).then().statusCode(204);
        JsonPath page =
                analyst.get("/comparisons/figures/" + ids.get("Logistic")).jsonPath();
        assertThat(page.getBoolean("cutSet")).isFalse();
        assertThat(page.getDouble("depth")).isCloseTo(0.1, within(0.005));
    }

    @Test
    void aPackedOrderIsKeptByTheBrowserAndHoldsEveryEvent() {
        long id = desk();
        JsonPath shown = compare(id);
        var answer = analyst.get("/comparisons/orders/" + ids.get("Logistic"));
        assertThat(answer.header("Cache-Control")).contains("private").contains("max-age=31536000");
        ByteBuffer head = ByteBuffer.wrap(answer.asByteArray()).order(ByteOrder.LITTLE_ENDIAN);
        assertThat(head.getInt()).isEqualTo(shown.getInt("part.records"));
        assertThat(head.getInt()).isBetween(1, shown.getInt("part.records"));
    }

    @Test
    void aValueColumnCountsTheMoneyOfEachRecord() {
        long id = desk();
        analyst.put("/briefs/" + id + "/columns", Map.of("points", Map.of("role", "VALUE")))
                .then()
                .statusCode(200);
        edit(id, Map.of("stakes.gainIfCaught", 0, "stakes.missCost", 2));
        JsonPath shown = compare(id);
        assertThat(shown.getString("money.valueColumn")).isEqualTo("points");
        assertThat(shown.<Object>get("money.breakEven")).isNull();
        Table scores = scored(id);
        double rank = 50;
        Map<?, ?> core = evaluate(scores, "points", new Stakes(0, 5, 2, 0, 0, 1), Double.NaN, 9, List.of(rank));
        Map<?, ?> logistic = (Map<?, ?>) core.get("Logistic");
        var best = (outrider.stakes.NetValue.Cut) ((Map<?, ?>) logistic.get("stakes")).get("bestCut");
        String row = "candidates.find { it.name == 'Logistic' }";
        assertThat(shown.getDouble(row + ".best.gainOverNobody")).isEqualTo(best.gainOverNobody());
        assertThat(shown.getDouble("money.nobody"))
                .isEqualTo((double) ((Map<?, ?>) logistic.get("stakes")).get("nobody"));
        double[] valued = doubles(shown, "drawn.curves['" + shown.getString(row + ".drawn") + "'].valued");
        assertThat(valued[valued.length - 1]).isEqualTo(shown.getDouble("money.totalValue"));
        String refusal = analyst.put("/briefs/" + id + "/columns", Map.of("age", Map.of("role", "VALUE")))
                .then()
                .statusCode(400)
                .extract()
                .path("detail");
        assertThat(refusal).contains("second value of a record");
    }

    /** Members of three records each, and one amount that is more than all others together. */
    @Test
    void customersAndFewAmountsAreTold() {
        StringBuilder csv = new StringBuilder("member,score,paid,left\n");
        for (int i = 0; i < 900; i++) {
            boolean event = i % 5 == 0;
            csv.append("M").append(i / 3).append(',').append(event ? 0.5 + i / 2000.0 : i / 2000.0);
            csv.append(',')
                    .append(i % 60 == 0 ? 1_000_000 : 10)
                    .append(',')
                    .append(event ? "yes" : "no")
                    .append('\n');
        }
        Map<String, Object> outcome = Map.of("column", "left", "events", List.of("yes"));
        long id = brief(csv.toString(), Map.of("outcome", outcome, "stakes.gainIfCaught", 1, "stakes.actionCost", 1));
        analyst.put("/briefs/" + id + "/columns", Map.of("paid", Map.of("role", "VALUE")))
                .then()
                .statusCode(200);
        Map<String, Object> plan = Map.of(
                "method", "SHARES", "shares", List.of(0.5, 0.25, 0.25), "seed", 4, "folds", 5, "groupBy", "member");
        analyst.post("/briefs/" + id + "/split", plan).then().statusCode(200);
        Map<String, Object> score = Map.of("column", "score", "lowerIsRiskier", false, "probability", false);
        candidate(id, Map.of("name", "Score", "kind", "supplied", "settings", score));
        JsonPath shown = compare(id);
        List<Integer> units = shown.getList("part.units");
        assertThat(units.get(0)).isEqualTo((int) shown.getDouble("part.events"));
        assertThat(units.get(1)).isEqualTo(shown.getInt("part.records") / 3);
        JsonPath at = analyst.get("/comparisons/" + id + "/at?records=" + shown.getDouble("part.events"))
                .jsonPath();
        assertThat(at.getInt("candidates[0].few.half")).isLessThanOrEqualTo(5);
        assertThat(at.getInt("candidates[0].few.amounts")).isEqualTo(units.get(0));
        JsonPath plain = compare(desk());
        assertThat(plain.<Object>get("part.units")).isNull();
        assertThat(plain.<Object>get("acted.at.candidates[0].few")).isNull();
    }

    @Test
    void curvesThatTheAskerHoldsAreLeftOutAndStakesDoNotChangeThem() {
        long id = desk();
        JsonPath first = compare(id);
        Map<String, ?> curves = first.getMap("drawn.curves");
        List<String> keys = first.getList("candidates.drawn");
        assertThat(curves.keySet()).containsExactlyElementsOf(keys);
        edit(id, Map.of("stakes.gainIfCaught", 90, "stakes.falseAlarmCost", 3));
        JsonPath then = compare(id);
        assertThat(then.getMap("drawn.curves")).isEqualTo(curves);
        String gain = "candidates.find { it.drawn == '" + keys.get(0) + "' }.gain.high";
        assertThat(then.<Object>get(gain)).isNotEqualTo(first.get(gain));
        JsonPath held = analyst.get("/comparisons/" + id + "?held=" + keys.get(0) + "," + keys.get(0) + ",unknown")
                .jsonPath();
        assertThat(held.getMap("drawn.curves").keySet()).containsExactlyElementsOf(keys.subList(1, keys.size()));
        assertThat(held.getList("candidates.gain")).isEqualTo(then.getList("candidates.gain"));
        edit(id, Map.of("campaign.plannedRate", 0.03));
        JsonPath planned = compare(id);
        assertThat(planned.getList("candidates.drawn")).doesNotContainAnyElementsOf(keys);
        String low = "drawn.curves['" + planned.getString("candidates[0].drawn") + "'].band.precisionLow";
        assertThat(planned.<Object>get(low)).isNotNull();
    }

    @Test
    void recordsThatWeighCountSoInFiguresAndAreFixedByCandidates() {
        long id = brief(
                file(3), Map.of("outcome", outcome("gone", "yes"), "stakes.gainIfCaught", 40, "stakes.actionCost", 5));
        String columns = "/briefs/" + id + "/columns";
        analyst.put(columns, Map.of("tier", Map.of("role", "WEIGHT")))
                .then()
                .statusCode(400)
                .body("detail", containsString("no finite number"));
        analyst.put(columns, Map.of("age", Map.of("role", "WEIGHT")))
                .then()
                .statusCode(400)
                .body("detail", containsString("is missing"));
        analyst.put(columns, Map.of("points", Map.of("role", "WEIGHT"))).then().statusCode(200);
        analyst.post("/briefs/" + id + "/split", Map.of("shares", List.of(0.5, 0.25, 0.25), "seed", 9))
                .then()
                .statusCode(200);
        candidate(id, logistic("Logistic", 0));
        int learnt = candidate(id, logistic("Penalised", 30)).getInt("id");
        JsonPath shown = compare(id);
        assertThat(shown.getString("part.weightColumn")).isEqualTo("points");
        Table scores = scored(id);
        double[] weight = ((NumberColumn) scores.column("points")).values();
        assertThat(Arrays.stream(weight).sum()).isEqualTo(shown.getInt("part.records"));
        assertThat(Arrays.stream(weight).max().orElseThrow()).isGreaterThan(1.2);
        double rank = shown.getDouble("acted.at.records");
        Map<?, ?> core = (Map<?, ?>) Evaluation.of(
                        scores,
                        new Evaluation.Request(
                                new Evaluation.Records("outcome", List.of("1"), "points", null, null),
                                List.of("Logistic", "Penalised"),
                                new Evaluation.Money(STAKES, null, Double.NaN, false),
                                new Evaluation.Wanted(List.of(10), List.of(), null),
                                new Evaluation.Cuts(List.of(rank), "Logistic", 9)))
                .get("scores");
        for (String name : List.of("Logistic", "Penalised")) {
            String row = "candidates.find { it.name == '" + name + "' }";
            Map<?, ?> figures = (Map<?, ?>) core.get(name);
            assertThat(shown.getDouble(row + ".auc.auc")).isEqualTo((double) figures.get("auc"));
            assertThat(shown.getDouble(row + ".auc.low")).isLessThan((double) figures.get("auc"));
            CutFigures at = (CutFigures) ((Map<?, ?>) ((List<?>) figures.get("cuts")).get(0)).get("figures");
            String told = "acted.at.candidates.find { it.id == " + shown.getInt(row + ".id") + " }.figures.";
            assertThat(shown.getDouble(told + "capture")).isEqualTo(at.reach().capture());
            assertThat(shown.getDouble(told + "gainHigh")).isEqualTo(at.money().gainHigh());
        }
        byte[] order = analyst.get("/comparisons/orders/" + learnt).asByteArray();
        assertThat(ByteBuffer.wrap(order).order(ByteOrder.LITTLE_ENDIAN).getInt())
                .isEqualTo(-1);
        analyst.put(columns, Map.of("points", Map.of("role", "INPUT")))
                .then()
                .statusCode(409)
                .body("detail", containsString("weighs the records that candidates learnt from"));
        long plain = split();
        analyst.put("/briefs/" + plain + "/columns", Map.of("twice", Map.of("formula", "points + 1")))
                .then()
                .statusCode(200);
        candidate(plain, logistic("Logistic", 0));
        Map<String, Object> made = Map.of("role", "WEIGHT", "formula", "points + 1");
        analyst.put("/briefs/" + plain + "/columns", Map.of("twice", made))
                .then()
                .statusCode(409)
                .body("detail", containsString("cannot weigh records any more"));
    }

    @Test
    void aLookWithoutNewsIsNotCountedAndAChoiceOnce() {
        long id = desk();
        assertThat(compare(id).getInt("validationUse.looks")).isEqualTo(1);
        assertThat(compare(id).getInt("validationUse.looks")).isEqualTo(1);
        for (double records : new double[] {30, 31}) {
            Map<String, Object> cut =
                    Map.of("candidateId", ids.get("Logistic"), "records", records, "rule", Map.of("kind", "BY_HAND"));
            analyst.put("/comparisons/" + id + "/cut", cut).then().statusCode(204);
        }
        assertThat(compare(id).getInt("validationUse.choices"))
                .as("one candidate by one rule")
                .isEqualTo(1);
        edit(id, Map.of("stakes.actionCost", 6));
        JsonPath shown = compare(id);
        assertThat(shown.getInt("validationUse.looks")).isEqualTo(2);
        assertThat(shown.getInt("validationUse.compared")).isEqualTo(2);
        assertThat(shown.getDouble("validationUse.optimism")).isBetween(0.0, 500.0);
    }
}
