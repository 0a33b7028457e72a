package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.quarkus.test.junit.QuarkusTest;
import io.restassured.path.json.JsonPath;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import outrider.base.Seeds;

/** The stage Errors through the API. */
@QuarkusTest
class ErrorsTest extends CaseSteps {
    /** Members whose age and app tell who goes; a call, made to some of the elder, keeps half of them. */
    private static String members() {
        var random = new Seeds(8).stream("members");
        StringBuilder csv = new StringBuilder("member,age,app,rung,gone\n");
        for (int i = 0; i < 4000; i++) {
            double age = 20 + 60 * random.nextDouble();
            boolean never = random.nextDouble() < 0.3;
            boolean rung = age > 55 && random.nextDouble() < 0.4;
            double risk = 1 / (1 + Math.exp(5.2 - age / 18 - (never ? 1.6 : 0)));
            boolean gone = random.nextDouble() < (rung ? risk / 2 : risk);
            csv.append("M-").append(100000 + i).append(',').append(age).append(',');
            csv.append(never ? "never" : "paired")
                    .append(',')
                    .append(rung ? "yes" : "no")
                    .append(',');
            csv.append(gone ? "yes" : "no").append('\n');
        }
        return csv.toString();
    }

    private long briefId;
    private int candidate;

    /** A candidate that knows the age alone. */
    private void fitted() {
        briefId = split(members());
        analyst.put(
                        "/briefs/" + briefId + "/columns",
                        Map.of(
                                "member", Map.of("role", "IDENTIFIER", "reason", ""),
                                "rung", Map.of("role", "ACTED", "reason", "", "treatedLevels", List.of("yes"))))
                .then()
                .statusCode(200);
        Map<String, Object> wanted = Map.of("name", "Age", "kind", "logistic", "inputs", List.of("age"));
        candidate = candidate(briefId, wanted).getInt("id");
    }

    private JsonPath ask(String path) {
        String at = "/errors/" + briefId + path + (path.contains("?") ? "&" : "?") + "candidate=" + candidate;
        return analyst.get(at).then().statusCode(200).extract().jsonPath();
    }

    @Test
    void theFieldCountsEveryRecordOnceAndTellsWhoWasRungBefore() {
        fitted();
        JsonPath field = ask("");
        assertThat(field.getInt("records")).isEqualTo(1000);
        List<Integer> events = field.getList("bands.events.records");
        List<Integer> others = field.getList("bands.others.records");
        assertThat(events.stream().mapToInt(i -> i).sum()).isEqualTo(field.getInt("events"));
        assertThat(events.stream().mapToInt(i -> i).sum()
                        + others.stream().mapToInt(i -> i).sum())
                .isEqualTo(1000);
        assertThat(field.getString("actedColumn")).isEqualTo("rung");
        assertThat(field.<Integer>getList("bands.others.actedBefore").get(0)).isPositive();
        JsonPath cells = ask("/cells?records=100");
        JsonPath at = analyst.get("/comparisons/" + briefId + "/at?records=100").jsonPath();
        assertThat(cells.getDouble("caught.records")).isEqualTo(at.getDouble("candidates[0].figures.caught"));
        assertThat(cells.getDouble("missed.records")).isEqualTo(at.getDouble("candidates[0].figures.missed"));
        assertThat(cells.getDouble("falseAlarms.records")).isEqualTo(at.getDouble("candidates[0].figures.falseAlarms"));
        int looks = analyst.get("/comparisons/" + briefId).jsonPath().getInt("candidates[0].looks");
        assertThat(looks).isEqualTo(1);
    }

    @Test
    void tiedScoresFillOneBandFromTheirFirstRankToTheirLast() {
        fitted();
        candidate = candidate(
                        briefId,
                        Map.of("name", "Groups", "kind", "groupRates", "settings", Map.of("groupBy", List.of("app"))))
                .getInt("id");
        JsonPath field = ask("");
        assertThat(field.<Integer>getList("bands.band")).containsExactly(1, 2);
        assertThat(field.getDouble("bands[0].from")).isZero();
        assertThat(field.getDouble("bands[1].from")).isEqualTo(field.getDouble("bands[0].to"));
        assertThat(field.getDouble("bands[1].to")).isEqualTo(1000);
    }

    @Test
    void whatTheMissedShareAndWhatWouldHaveToldThemApartIsFoundWithoutBeingTold() {
        fitted();
        JsonPath missed = ask("/selection?cell=250-1000-event");
        assertThat(missed.<String>getList("traits.words")).anyMatch(words -> words.startsWith("age up to"));
        assertThat(missed.getDouble("traits.find { it.words == 'rung: yes' }.ratio"))
                .isLessThan(1);
        assertThat(missed.getInt("tested")).isGreaterThan(8);
        assertThat(missed.getInt("records")).isEqualTo(missed.getInt("events"));
        assertThat(missed.getString("contributions[0].column")).isEqualTo("age");
        assertThat(missed.getBoolean("sampled"))
                .as("of one column there is one order")
                .isFalse();
        JsonPath columns = ask("/columns");
        assertThat(columns.getString("[0].column")).isEqualTo("app");
        assertThat(columns.getBoolean("[0].told")).isTrue();
        assertThat(columns.getString("[0].why")).isEqualTo("left out of this candidate");
        assertThat(columns.getDouble("[0].adds"))
                .isGreaterThan(columns.getDouble("[0].low"))
                .isLessThan(columns.getDouble("[0].high"));
        assertThat(columns.<String>getList("column")).contains("rung").doesNotContain("member", "age", "gone");
        JsonPath spots = ask("/weak-spots");
        assertThat(spots.<String>getList("spots.words")).anyMatch(words -> words.contains("app: never"));
        JsonPath never = spots;
        never.setRootPath("spots.find { it.words == 'app: never' }");
        assertThat(never.getDouble("observed")).isGreaterThan(never.getDouble("promised"));
    }

    @Test
    void recordsArePagedAndACandidateIsSetAgainstAnother() {
        fitted();
        JsonPath page = ask("/records?cell=250-1000-event&lowest=true&size=5&column=age&column=app");
        assertThat(page.getList("records")).hasSize(5);
        assertThat(page.getInt("total")).isGreaterThan(20);
        assertThat(page.getString("records[0].identifiers[0]")).startsWith("M-");
        assertThat(page.<Double>getList("records.score")).isSorted();
        assertThat(page.getList("records.event")).containsOnly(true);
        String csv = analyst.get("/errors/" + briefId + "/records.csv?candidate=" + candidate
                        + "&cell=250-1000-event&lowest=true&column=age")
                .asString();
        assertThat(csv.lines().findFirst()).hasValue("record,member,score,rank,event,actedBefore,age");
        assertThat(csv.lines().count()).isEqualTo(page.getInt("total") + 1L);
        assertThat(csv.lines().toList().get(1))
                .startsWith(page.getInt("records[0].record") + "," + page.getString("records[0].identifiers[0]"));
        JsonPath next = ask("/records?cell=250-1000-event&lowest=true&from=5&size=5");
        assertThat(next.getDouble("records[0].score")).isGreaterThanOrEqualTo(page.getDouble("records[4].score"));

        Map<String, Object> wanted = Map.of("name", "Both", "kind", "logistic", "inputs", List.of("age", "app"));
        int both = candidate(briefId, wanted).getInt("id");
        JsonPath against = analyst.get(
                        "/errors/" + briefId + "/against?candidate=" + both + "&other=" + candidate + "&records=100")
                .jsonPath();
        assertThat(against.getInt("figures.first.records")).isEqualTo(against.getInt("figures.second.records"));
        assertThat(against.getInt("figures.first.events")).isGreaterThan(against.getInt("figures.second.events"));
        assertThat(against.<String>getList("onlyFirst.words")).contains("app: never");
        double a = against.getDouble("figures.first.events");
        double b = against.getDouble("figures.second.events");
        assertThat(against.getDouble("figures.low")).isLessThan(against.getDouble("figures.capture"));
        assertThat(against.getDouble("figures.z")).isCloseTo((a - b) / Math.sqrt(a + b), within(1e-12));
    }

    @Test
    void whatCannotBeAskedIsRefusedByName() {
        fitted();
        String base = "/errors/" + briefId;
        String of = "candidate=" + candidate;
        assertThat(analyst.get(base + "/selection?" + of).jsonPath().getString("detail"))
                .contains("cell");
        assertThat(analyst.get(base + "/selection?cell=9-2-event&" + of)
                        .jsonPath()
                        .getString("detail"))
                .contains("write ranks or scores from and to");
        assertThat(analyst.get(base + "/cells?records=2000&" + of).jsonPath().getString("detail"))
                .contains("give 0 to 1000");
        assertThat(analyst.get(base + "?candidate=999999").statusCode()).isEqualTo(404);
        assertThat(analyst.get(base + "/records?cell=0-9-both&size=900&" + of).statusCode())
                .isEqualTo(400);
        assertThat(analyst.get(base + "/records?cell=0-9-both&column=luck&" + of)
                        .jsonPath()
                        .getString("detail"))
                .contains("luck");
        Map<String, Object> points = Map.of("column", "age", "lowerIsRiskier", false, "probability", false);
        int plain = candidate(briefId, Map.of("name", "Points", "kind", "supplied", "settings", points))
                .getInt("id");
        assertThat(analyst.get(base + "/weak-spots?candidate=" + plain)
                        .jsonPath()
                        .getString("without"))
                .contains("no probabilities");
    }
}
