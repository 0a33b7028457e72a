package outrider.server;

import io.restassured.path.json.JsonPath;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import outrider.base.Progress;
import outrider.table.CsvTableReader;
import outrider.table.Table;

/** A desk to work at: a split brief with candidates, and what is read of it. */
abstract class DeskSteps extends CaseSteps {
    final Map<String, Integer> ids = new HashMap<>();

    /** A split brief with a logistic regression, a supplied score and group rates, all fitted. */
    long desk() {
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

    JsonPath compare(long id) {
        return analyst.get("/comparisons/" + id).jsonPath();
    }

    Table scored(long id) {
        String csv = analyst.get("/comparisons/" + id + "/scores.csv").asString();
        return CsvTableReader.read(new ByteArrayInputStream(csv.getBytes(StandardCharsets.UTF_8)), Progress.NONE);
    }
}
