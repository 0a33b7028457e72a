package outrider.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.Vectors;
import outrider.base.BadInput;
import outrider.stakes.Capacity;
import outrider.stakes.Stakes;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.NumberColumn;
import outrider.table.Table;

class EvaluationTest {
    private static final Evaluation.Wanted NOTHING_MORE = new Evaluation.Wanted(List.of(), List.of(), null);

    @ParameterizedTest
    @ValueSource(strings = {"ranking-tied", "ranking-rare", "ranking-weighted"})
    void rankingFiguresHoldTheWorkedCases(String name) {
        JsonNode vector = Vectors.read(name);
        JsonNode expected = vector.get("expected");
        List<Integer> bands = new ArrayList<>();
        expected.get("bands").fieldNames().forEachRemaining(q -> bands.add(Integer.valueOf(q)));
        List<Double> thresholds = new ArrayList<>();
        expected.get("thresholds")
                .forEach(t -> thresholds.add(t.get("threshold").asDouble()));
        boolean weighted = vector.get("input").has("weight");
        var request = new Evaluation.Request(
                new Evaluation.Records("y", List.of("1"), weighted ? "weight" : null, null, null),
                List.of("s"),
                null,
                new Evaluation.Wanted(bands, thresholds, null),
                null);
        Map<?, ?> scores =
                (Map<?, ?>) Evaluation.of(table(vector.get("input")), request).get("scores");
        Vectors.assertHolds(expected, scores.get("s"), vector.get("tolerance").asDouble());
        assertThat(((Map<?, ?>) scores.get("s")).get("aucStandardError") == null)
                .isEqualTo(weighted);
    }

    @Test
    void stakesHoldTheWorkedCases() {
        JsonNode vector = Vectors.read("stakes");
        for (int i = 0; i < vector.get("expected").size(); i++) {
            JsonNode in = vector.get("input").get("cases").get(i);
            JsonNode s = in.get("stakes");
            Stakes stakes = new Stakes(
                    amount(s, "gainIfCaught", 0),
                    amount(s, "actionCost", 0),
                    amount(s, "missCost", 0),
                    amount(s, "falseAlarmCost", 0),
                    amount(s, "leaveValue", 0),
                    amount(s, "successRate", 1));
            Capacity capacity =
                    in.has("capacity") ? new Capacity(in.get("capacity").asDouble(), false) : null;
            String value = in.path("useValue").asBoolean() ? "value" : null;
            double planned = amount(in, "planned", Double.NaN);
            var request = new Evaluation.Request(
                    new Evaluation.Records("y", List.of("1"), null, value, null),
                    List.of("s"),
                    new Evaluation.Money(stakes, capacity, planned, true),
                    NOTHING_MORE,
                    null);
            Map<?, ?> scores = (Map<?, ?>)
                    Evaluation.of(table(vector.get("input")), request).get("scores");
            Vectors.assertHolds(
                    vector.get("expected").get(i),
                    ((Map<?, ?>) scores.get("s")).get("stakes"),
                    vector.get("tolerance").asDouble());
        }
    }

    @Test
    void cutsHaveIntervalsAndDifferencesToTheLeader() {
        JsonNode input = Vectors.read("ranking-tied").get("input");
        Table table = table(input);
        Stakes stakes = new Stakes(10, 1, 0, 0, 0, 1);
        Evaluation.Cuts cuts = new Evaluation.Cuts(List.of(20.0), "s", 3);
        Map<?, ?> at = cut(table, cutsRequest(stakes, null, cuts));
        CutFigures figures = (CutFigures) at.get("figures");
        assertThat(figures.reach().captureLow()).isLessThan(figures.reach().capture());
        assertThat(figures.reach().captureHigh()).isGreaterThan(figures.reach().capture());
        assertThat(at.get("againstLeader")).as("the leader itself").isNull();
        for (Evaluation.Request bad : List.of(
                cutsRequest(null, null, cuts),
                cutsRequest(stakes, "s", cuts),
                cutsRequest(stakes, null, new Evaluation.Cuts(List.of(-1.0), null, 3)),
                cutsRequest(stakes, null, new Evaluation.Cuts(List.of(20.0), "t", 3)))) {
            assertThatThrownBy(() -> Evaluation.of(table, bad)).isInstanceOf(BadInput.class);
        }
    }

    private static Map<?, ?> cut(Table table, Evaluation.Request request) {
        Map<?, ?> scores = (Map<?, ?>) Evaluation.of(table, request).get("scores");
        return (Map<?, ?>) ((List<?>) ((Map<?, ?>) scores.get("s")).get("cuts")).get(0);
    }

    private static Evaluation.Request cutsRequest(Stakes stakes, String weight, Evaluation.Cuts cuts) {
        return new Evaluation.Request(
                new Evaluation.Records("y", List.of("1"), weight, null, null),
                List.of("s"),
                stakes == null ? null : new Evaluation.Money(stakes, null, Double.NaN, false),
                NOTHING_MORE,
                cuts);
    }

    private static double amount(JsonNode node, String name, double otherwise) {
        return node.has(name) ? node.get(name).asDouble() : otherwise;
    }

    private static Table table(JsonNode input) {
        List<Column> columns = new ArrayList<>();
        columns.add(new NumberColumn("s", Vectors.doubles(input.get("score"))));
        columns.add(new NumberColumn("y", Vectors.doubles(input.get("outcome"))));
        for (String extra : List.of("weight", "value")) {
            if (input.has(extra)) columns.add(new NumberColumn(extra, Vectors.doubles(input.get(extra))));
        }
        return new Table(columns, null);
    }

    @Test
    void aScoreThatIsNoNumberIsRefusedByLineAndColumn() {
        Table table = new Table(
                List.of(
                        new CategoryColumn("s", new int[] {0, 1, 0}, List.of("0.5", "high")),
                        new NumberColumn("y", new double[] {0, 1, 0})),
                null);
        var request = new Evaluation.Request(
                new Evaluation.Records("y", List.of("1"), null, null, null), List.of("s"), null, NOTHING_MORE, null);
        assertThatThrownBy(() -> Evaluation.of(table, request))
                .isInstanceOf(BadInput.class)
                .hasMessageStartingWith("line 3, column \"s\": found \"high\"");
    }
}
