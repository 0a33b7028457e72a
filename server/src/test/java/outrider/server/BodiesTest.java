package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.test.junit.QuarkusTest;
import io.restassured.response.Response;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

@QuarkusTest
class BodiesTest extends ReportSteps {
    /** Whatever stands in a body, its place and what would do are named; nothing is taken for 0. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    {                                                        | body: is no JSON at line 1, column 2
                    []                                                       | body: is of another kind; give an object
                    {"records": "many"}                                      | records: is "many"; give a number
                    {"records": 3, "rule": {"kind": "MOOD"}}                 | rule.kind: is "MOOD"; give one of BY_HAND, BEST_NET_VALUE
                    {"records": 3, "rule": []}                               | rule: is of another kind; give an object
                    ''                                                       | body: is missing
                    """)
    void aBodyThatDoesNotFitIsRefusedByItsPlace(String body, String said) {
        long brief = brief(Map.of("name", "Bells"));
        Response answer = body.isEmpty()
                ? analyst.asks().put("/api/comparisons/" + brief + "/cut")
                : analyst.asks().body(body.getBytes(StandardCharsets.UTF_8)).put("/api/comparisons/" + brief + "/cut");
        assertThat(answer.statusCode()).as(answer.asString()).isEqualTo(400);
        assertThat(answer.jsonPath().getString("detail")).startsWith(said);
    }
}
