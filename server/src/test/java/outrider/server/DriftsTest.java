package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.quarkus.test.junit.QuarkusTest;
import io.restassured.path.json.JsonPath;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** A file of a year: one input slides away, the others stay, and folds of training follow each other. */
@QuarkusTest
class DriftsTest extends ReportSteps {
    private static final int N = 2400;

    private static String year() {
        Random random = new Random(5);
        StringBuilder csv = new StringBuilder("day,slides,stays,colour,gone\n");
        for (int i = 0; i < N; i++) {
            int day = random.nextInt(360);
            double stays = random.nextGaussian();
            double slides = random.nextGaussian() + day / 90.0;
            int gone = random.nextDouble() < 1 / (1 + Math.exp(1.5 - stays)) ? 1 : 0;
            csv.append(LocalDate.of(2025, 1, 1).plusDays(day))
                    .append(',')
                    .append(slides)
                    .append(',')
                    .append(stays);
            csv.append(',')
                    .append(i % 3 == 0 ? "red" : "blue")
                    .append(',')
                    .append(gone)
                    .append('\n');
        }
        return csv.toString();
    }

    @Test
    void theMoverIsNamedTheRestIsNotAndTheReserveIsNotRead() {
        long id = brief(year(), Map.of("outcome", outcome("gone", "1")));
        assertThat(analyst.get("/drift/" + id).statusCode())
                .as("before the split")
                .isEqualTo(409);
        JsonPath split = ok(analyst.post(
                "/briefs/" + id + "/split",
                Map.of("method", "DATE", "column", "day", "shares", List.of(0.5, 0.25, 0.25), "seed", 4, "folds", 5)));
        assertThat(split.getInt("split.facts.following")).isEqualTo(5);
        int training = split.getInt("split.parts[0].records");
        int validation = split.getInt("split.parts[1].records");

        JsonPath movers = ok(analyst.get("/drift/" + id));
        assertThat(movers.getList("moved.stability.column")).containsExactly("slides");
        assertThat(movers.getInt("inputs")).isEqualTo(3);
        JsonPath slides = ok(analyst.get("/drift/" + id + "/column?name=slides"));
        assertThat(slides.getBoolean("mover.moved")).isTrue();
        assertThat(slides.getString("periods.step")).isIn("MONTH", "WEEK");
        List<Integer> records = slides.getList("periods.records");
        assertThat(records.stream().mapToInt(k -> k).sum())
                .as("the reserve is in no period")
                .isEqualTo(training + validation);
        List<Double> median = slides.getList("periods.lines.find { it.name == 'median' }.value");
        assertThat(median.get(median.size() - 1) - median.get(0)).isGreaterThan(1.5);
        JsonPath outcome = ok(analyst.get("/drift/" + id + "/column?name=gone"));
        assertThat(outcome.<Object>get("mover")).isNull();
        assertThat(outcome.getDouble("periods.lines[0].value[0]")).isBetween(0.1, 0.5);
        assertThat(outcome.getDouble("periods.lines[0].low[0]"))
                .isLessThan(outcome.getDouble("periods.lines[0].value[0]"));
        assertThat(ok(analyst.get("/drift/" + id + "/column?name=colour")).getList("periods.lines.name"))
                .containsExactlyInAnyOrder("red", "blue");
        assertThat(analyst.get("/drift/" + id + "/column?name=none").statusCode())
                .isEqualTo(404);

        int candidate = candidate(id, logistic("Logistic", 1)).getInt("id");
        JsonPath figures = ok(analyst.get("/comparisons/figures/" + candidate));
        double outOfFold = figures.getDouble("figures.find { it.term == 'auc' }.outOfFold");
        assertThat(outOfFold).isBetween(0.6, 0.9);
        assertThat(outOfFold)
                .isCloseTo(figures.getDouble("figures.find { it.term == 'auc' }.validation"), within(0.12));
        assertThat(analyst.get("/comparisons/" + id + "/threshold/" + candidate).statusCode())
                .isEqualTo(200);
    }
}
