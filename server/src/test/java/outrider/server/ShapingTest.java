package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.equalTo;

import io.quarkus.test.junit.QuarkusTest;
import io.restassured.path.json.JsonPath;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.documents.ModelDocument;
import outrider.exchange.ScoringRecipe;
import outrider.table.CsvTableReader;
import outrider.table.CsvTableWriter;
import outrider.table.Table;

/** Columns that a brief makes and the records that it is about, through the API. */
@QuarkusTest
class ShapingTest extends CaseSteps {
    private static final Map<String, Object> OUTCOME =
            Map.of("outcome", Map.of("column", "gone", "events", List.of("yes")));

    private static Map<String, Object> made(String formula) {
        return Map.of("role", "INPUT", "reason", "", "formula", formula);
    }

    private void deal(long brief) {
        analyst.post("/briefs/" + brief + "/split", Map.of("shares", List.of(0.5, 0.25, 0.25), "seed", 9))
                .then()
                .statusCode(200);
    }

    private static Map<String, Object> settling(String where, Map<String, Object> seen) {
        return Map.of("population", Map.of("where", where), "seen", seen);
    }

    private JsonPath columns(long brief) {
        return analyst.get("/briefs/" + brief + "/columns").jsonPath();
    }

    /** A claim is an amount, and who left has a day: neither has levels to choose. */
    @Test
    void amountsAboveOneAndDaysThatAreThereAreEvents() {
        StringBuilder csv = new StringBuilder("power,paid,left\n");
        for (int i = 0; i < 400; i++) {
            csv.append(60 + i * 7 % 90)
                    .append(',')
                    .append(i % 5 == 0 ? 100 + i : 0)
                    .append(',');
            csv.append(i % 8 == 0 ? "2025-0" + (1 + i % 9) + "-1" + i % 10 : "").append('\n');
        }
        Map<String, Object> above = Map.of("column", "paid", "when", Map.of("kind", "ABOVE", "at", 0));
        long id = brief(csv.toString(), Map.of("outcome", above));
        assertThat(columns(id).getMap("told")).isEqualTo(Map.of("records", 400, "events", 80));
        deal(id);
        assertThat(columns(id).getMap("told")).isEqualTo(Map.of("records", 300, "events", 60));
        JsonPath brief = analyst.get("/briefs/" + id).jsonPath();
        assertThat(brief.getString("decision.outcome.when.kind")).isEqualTo("ABOVE");
        assertThat(brief.getInt("split.facts.training.events")).isEqualTo(40);
        JsonPath home = analyst.get("/briefs?size=200").jsonPath();
        assertThat(home.<String>getList("lines.find { it.id == " + id + " }.events"))
                .containsExactly("is above 0");

        edit(id, Map.of("outcome", Map.of("column", "left", "when", Map.of("kind", "FILLED"))));
        deal(id);
        assertThat(analyst.get("/briefs/" + id).jsonPath().getInt("split.facts.training.events"))
                .isEqualTo(25);
        assertThat(analyst.get("/trail?brief=" + id).asString()).contains("is above 0 → is there");

        analyst.put("/briefs/" + id, edited(id, Map.of("outcome.column", "power")))
                .then()
                .statusCode(400)
                .body("detail", containsString("every record has the event"));
        Map<String, Object> both =
                Map.of("column", "paid", "events", List.of("0"), "when", Map.of("kind", "ABOVE", "at", 0));
        analyst.put("/briefs/" + id, edited(id, Map.of("outcome", both)))
                .then()
                .statusCode(400)
                .body("detail", containsString("give events, or when, and not both"));
    }

    @Test
    void anOutcomeThatIsNotKnownIsMarkedAndReadAnewKeepsItsEvent() {
        StringBuilder csv = new StringBuilder("Flights of the quarter\n\"flight\",\"miles\",\"late\"\n");
        for (int i = 0; i < 120; i++) {
            String late = i % 12 == 0 ? "" : i % 5 == 0 ? "1.0" : "0.0";
            csv.append("\"F")
                    .append(i)
                    .append("\",")
                    .append(100 + i % 37)
                    .append(",\"")
                    .append(late)
                    .append("\"\n");
        }
        Map<String, Object> outcome = Map.of("column", "late", "events", List.of("1.0"), "leftOut", List.of(""));
        long id = brief(csv.toString(), Map.of("outcome", outcome));
        assertThat(analyst.get("/briefs/" + id).jsonPath().getString("data.notice"))
                .isEqualTo("1 line is left out above the names of the columns.");
        JsonPath late = columns(id);
        String own = "columns.find { it.name == 'late' }.";
        assertThat(late.getList(own + "levels.findAll { it.notKnown }.text")).containsExactly("");
        Map<String, Object> setup = new HashMap<>(late.getMap(own + "setup"));
        setup.put("reading", late.getMap(own + "suggested.reading"));
        analyst.put("/briefs/" + id + "/columns", Map.of("late", setup)).then().statusCode(200);
        JsonPath decided = analyst.get("/briefs/" + id).jsonPath();
        assertThat(decided.getList("decision.outcome.events")).containsExactly("1");
        assertThat(decided.getList("decision.outcome.leftOut")).isEmpty();
        assertThat(decided.getBoolean("decision.outcome.leaveOutMissing")).isTrue();
    }

    @Test
    void aMadeColumnIsTriedMadeUsedAndTakenBack() {
        long brief = brief(OUTCOME);
        String at = "/briefs/" + brief + "/columns";
        JsonPath tried = analyst.post(at + "/made/preview", Map.of("formula", "ratio(points, age - 30, 0)"))
                .then()
                .statusCode(200)
                .extract()
                .jsonPath();
        assertThat(tried.getString("type")).isEqualTo("NUMBER");
        assertThat(tried.getList("reads")).containsExactly("points", "age");
        assertThat(tried.getInt("missing")).isEqualTo(71);
        assertThat(tried.getInt("undefined")).isZero();
        assertThat(tried.getList("examples")).hasSize(5);
        analyst.put(at, Map.of("age", Map.of("role", "INPUT", "reason", "", "knownAfterDays", 3)))
                .then()
                .statusCode(200);
        analyst.put(at, Map.of("stage", made("bands(age, 30, 50)"), "per year", made("points / age")))
                .then()
                .statusCode(200);
        analyst.put(at, Map.of("late", made("stage = 'from 50' and \"per year\" > 0.3")))
                .then()
                .statusCode(200);
        Map<String, Object> late = columns(brief).getMap("columns.find { it.name == 'late' }");
        assertThat(late).containsEntry("type", "CATEGORY").containsEntry("input", true);
        assertThat(columns(brief).getInt("columns.find { it.name == 'per year' }.setup.knownAfterDays"))
                .isEqualTo(3);
        analyst.put(at, Collections.singletonMap("per year", null))
                .then()
                .statusCode(400)
                .body("detail", containsString("formula of late"));
        analyst.post(at + "/undo", null).then().statusCode(200);
        assertThat(columns(brief).getList("columns.name"))
                .contains("stage", "per year")
                .doesNotContain("late");
        analyst.put(at, Collections.singletonMap("per year", null)).then().statusCode(200);
        assertThat(columns(brief).getList("columns.name")).doesNotContain("per year");
        analyst.post(at + "/undo", null).then().statusCode(200);
        assertThat(columns(brief).getList("columns.name")).contains("per year");
    }

    @Test
    void notesOnColumnsAreTakenTogetherOrNotAtAllAndUndone() {
        long brief = brief(OUTCOME);
        String at = "/briefs/" + brief + "/columns/notes";
        String wrong = analyst.asks()
                .contentType("application/octet-stream")
                .body("column,role\nage,king\nagge,input\n".getBytes(StandardCharsets.UTF_8))
                .post("/api" + analyst.seeing(at))
                .then()
                .statusCode(400)
                .extract()
                .jsonPath()
                .getString("detail");
        assertThat(wrong).contains("line 2: “king” is no role", "line 3: “agge” is no column");
        JsonPath noted = analyst.asks()
                .contentType("application/octet-stream")
                .body("column,role,reason,known_after_days\nage,,,4\npoints,set aside,counted late,9\n"
                        .getBytes(StandardCharsets.UTF_8))
                .post("/api" + analyst.seeing(at))
                .then()
                .statusCode(200)
                .extract()
                .jsonPath();
        assertThat(noted.getInt("columns.find { it.name == 'age' }.setup.knownAfterDays"))
                .isEqualTo(4);
        assertThat(noted.getBoolean("columns.find { it.name == 'age' }.input")).isTrue();
        assertThat(noted.getString("columns.find { it.name == 'points' }.setup.role"))
                .isEqualTo("SET_ASIDE");
        analyst.post("/briefs/" + brief + "/columns/undo", null).then().statusCode(200);
        assertThat(columns(brief).getString("columns.find { it.name == 'points' }.setup.role"))
                .isEqualTo("INPUT");
    }

    @Test
    void whatMayNotBeMadeIsRefusedByName() {
        long brief = brief(OUTCOME);
        String at = "/briefs/" + brief + "/columns";
        analyst.put(at, Map.of("points", Map.of("role", "SET_ASIDE", "reason", "counted afterwards")))
                .then()
                .statusCode(200);
        for (String[] one : new String[][] {
            {"gone = 'yes'", "reads gone, the outcome"},
            {"points + 1", "reads points, which is set aside: counted afterwards"},
            {"agee + 1", "at letter 1: there is no column “agee”"},
            {"sum(age)", "sum would look at other records"},
        }) {
            analyst.post(at + "/made/preview", Map.of("formula", one[0]))
                    .then()
                    .statusCode(400)
                    .body("detail", containsString(one[1]));
            analyst.put(at, Map.of("bad", made(one[0]))).then().statusCode(400).body("detail", containsString(one[1]));
        }
        analyst.put(at, Map.of("age", made("points"))).then().statusCode(400);
        analyst.put(at, Map.of("older", made("age + 1"))).then().statusCode(200);
        analyst.put(at, Map.of("age", Map.of("role", "SET_ASIDE", "reason", "wrong")))
                .then()
                .statusCode(400)
                .body("detail", containsString("formula of older: reads age, which is set aside: wrong"));
        Client.signIn("reader").put(at, Map.of("mine", made("age"))).then().statusCode(403);
    }

    @Test
    void aBriefIsAboutSomeRecordsAlone() {
        long brief = brief(OUTCOME);
        String at = "/briefs/" + brief + "/population";
        analyst.get(at).then().statusCode(200).body("kept", equalTo(1200)).body("population", equalTo(null));
        JsonPath tried = analyst.post(at + "/preview", Map.of("where", "age >= 30"))
                .then()
                .statusCode(200)
                .extract()
                .jsonPath();
        assertThat(tried.getInt("unknown")).isEqualTo(71);
        int gone = 1200 - tried.getInt("kept");
        assertThat(tried.getInt("events") + tried.getInt("others")).isEqualTo(gone);
        assertThat(analyst.get(at).jsonPath().getInt("kept")).isEqualTo(1200);
        analyst.post(at + "/preview", Map.of("where", "gone = 'no'"))
                .then()
                .statusCode(400)
                .body("detail", containsString("population: reads gone, the outcome"));
        deal(brief);
        analyst.put(at, settling("age >= 30", Map.of())).then().statusCode(200);
        assertThat(analyst.put(at, settling("age >= 50", Map.of()))
                        .then()
                        .statusCode(409)
                        .extract()
                        .<String>path("code"))
                .as("somebody saw all records still")
                .isEqualTo("OVERTAKEN");
        assertThat(analyst.get("/briefs/" + brief).jsonPath().<Object>get("split"))
                .isNull();
        deal(brief);
        assertThat(analyst.get("/briefs/" + brief).jsonPath().getInt("split.facts.leftOut"))
                .isEqualTo(gone);
        candidate(brief, Map.of("name", "Slopes", "kind", "logistic", "inputs", List.of("age", "tier")));
        analyst.put(at, settling("age >= 40", Map.of("where", "age >= 30")))
                .then()
                .statusCode(409);
        analyst.put("/briefs/" + brief + "/columns", Map.of("older", made("age + 1")))
                .then()
                .statusCode(409);
    }

    /** A recipe makes the same columns of a new list, in the application and from its file, and says for whom it is not meant. */
    @Test
    void whatIsMadeTravelsWithTheRecipe() throws Exception {
        long brief = brief(OUTCOME);
        String columns = "/briefs/" + brief + "/columns";
        analyst.put(columns, Map.of("stage", made("bands(half, 15, 25)"), "half", made("age / 2")))
                .then()
                .statusCode(200);
        analyst.put("/briefs/" + brief + "/population", settling("points >= 10", Map.of()))
                .then()
                .statusCode(200);
        deal(brief);
        int id = candidate(brief, Map.of("name", "Slopes", "kind", "logistic", "inputs", List.of("stage", "tier")))
                .getInt("id");
        ScoringRecipe recipe = ModelDocument.readRecipe(
                new ByteArrayInputStream(analyst.get("/lists/recipe/" + id).asByteArray()));
        assertThat(recipe.columns())
                .extracting(ScoringRecipe.Need::name)
                .containsExactlyInAnyOrder("age", "tier", "points");
        assertThat(recipe.shape().made()).containsOnlyKeys("stage", "half");
        String list = "who,age,tier,points\nA,61,gold,20\nB,33,plain,11\nC,22,plain,7\nD,,gold,30\n";
        int dataset = analyst.upload("list.csv", list)
                .then()
                .statusCode(200)
                .extract()
                .path("id");
        int job = Integer.parseInt(analyst.post("/lists?candidate=" + id + "&dataset=" + dataset, null)
                .asString());
        for (int i = 0; i < 200; i++) {
            if (analyst.get("/lists?brief=" + brief)
                    .jsonPath()
                    .getString("[0].status")
                    .equals("done")) break;
            Thread.sleep(50);
        }
        assertThat(analyst.get("/lists?brief=" + brief).jsonPath().getInt("[0].notMeant"))
                .isEqualTo(1);
        String here = analyst.get("/lists/" + job + "/scored.csv").asString();
        ByteArrayOutputStream there = new ByteArrayOutputStream();
        Table table =
                CsvTableReader.read(new ByteArrayInputStream(list.getBytes(StandardCharsets.UTF_8)), Progress.NONE);
        CsvTableWriter.write(recipe.apply(table, 0, Workers.ALONE, Progress.NONE), there);
        assertThat(here).isEqualTo(there.toString(StandardCharsets.UTF_8));
        assertThat(here.lines().toList().get(3)).endsWith(",not meant");
        assertThat(here.lines().toList().get(1)).doesNotContain("not meant");
    }
}
