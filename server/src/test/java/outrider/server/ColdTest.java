package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;

import io.agroal.api.AgroalDataSource;
import io.quarkus.arc.ClientProxy;
import io.quarkus.test.junit.QuarkusTest;
import io.restassured.response.Response;
import jakarta.inject.Inject;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.Supplier;
import org.junit.jupiter.api.Test;
import outrider.server.comparison.ScoredCandidates;

/** Many ask at once for what nobody has computed yet. */
@QuarkusTest
class ColdTest extends CaseSteps {
    private static final int MANY = 30;

    @Inject
    AgroalDataSource source;

    @Inject
    ScoredCandidates scored;

    @Test
    void whoWaitsForAComputationHoldsNoConnection() throws Exception {
        for (String form : List.of(
                "/comparisons/{brief}",
                "/comparisons/{brief}/at?records=30",
                "/comparisons/figures/{candidate}",
                "/comparisons/bands?candidate={candidate}",
                "/comparisons/{brief}/threshold/{candidate}",
                "/comparisons/{brief}/sensitivity",
                "/errors/{brief}?candidate={candidate}")) {
            long id = split();
            int candidate = candidate(id, logistic("Logistic", 1)).getInt("id");
            cool(id);
            String path = form.replace("{brief}", "" + id).replace("{candidate}", "" + candidate);
            List<Response> answers = held(() -> analyst.get(path));
            assertThat(answers).as(path).allMatch(answer -> answer.statusCode() == 200);
            if (form.equals("/comparisons/{brief}")) {
                assertThat(analyst.get(path).jsonPath().getInt("validationUse.looks"))
                        .as("one person's looks at the same moment")
                        .isEqualTo(1);
            }
            assertThat(answers.stream().map(Response::asString).distinct())
                    .as(path)
                    .hasSize(1);
        }
    }

    /** What was ranked holds no more: another column tells whose records they are. */
    private void cool(long id) {
        Map<String, Object> columns =
                analyst.get("/briefs/" + id + "/columns").jsonPath().getMap("columns.find { it.name == 'note' }.setup");
        columns.put("role", "IDENTIFIER");
        analyst.put("/briefs/" + id + "/columns", Map.of("note", columns))
                .then()
                .statusCode(200);
    }

    /** What many get who ask while what they ask for cannot be computed; meanwhile others are answered. */
    private List<Response> held(Supplier<Response> asked) throws Exception {
        ExecutorService threads = Executors.newFixedThreadPool(MANY);
        List<Future<Response>> asking = new ArrayList<>();
        try {
            synchronized (ClientProxy.unwrap(scored)) {
                for (int i = 0; i < MANY; i++) asking.add(threads.submit(asked::get));
                for (int i = 0; i < 10; i++) {
                    sleep(9);
                    assertThat(analyst.get("/briefs").statusCode()).isEqualTo(200);
                }
                assertThat(asking).noneMatch(Future::isDone);
                // the queue asks now and then
                assertThat(source.getMetrics().activeCount()).isLessThan(MANY / 10);
            }
            List<Response> answers = new ArrayList<>();
            for (Future<Response> one : asking) answers.add(one.get());
            return answers;
        } finally {
            threads.shutdownNow();
        }
    }
}
