package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.test.junit.QuarkusTest;
import io.restassured.path.json.JsonPath;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import outrider.base.Progress;
import outrider.casefile.BriefFile;
import outrider.casefile.CaseData;
import outrider.casefile.CaseYaml;
import outrider.documents.ModelDocument;
import outrider.exchange.ScoringRecipe;
import outrider.table.Column;

/** Second files whose columns come beside a brief's own, through the API. */
@QuarkusTest
class JoinsTest extends DataSteps {
    private static final Map<String, Object> OUTCOME =
            Map.of("outcome", Map.of("column", "gone", "events", List.of("yes")));

    /** Calls to some of the members, of whom a few were called twice. */
    private static String calls() {
        StringBuilder csv = new StringBuilder("who,day,calls,age\n");
        for (int i = 0; i < 1300; i += 2) csv.append("M%d,2025-01-%02d,%d,1%n".formatted(i, 1 + i % 28, i % 9));
        for (int i = 0; i < 40; i += 2) csv.append("M%d,2024-12-01,99,1%n".formatted(i));
        return csv.toString();
    }

    private int second(String csv) {
        return analyst.upload("calls.csv", csv).then().statusCode(200).extract().path("id");
    }

    private JsonPath preview(long brief, Map<String, Object> wanted) {
        return analyst.post("/briefs/" + brief + "/joins/preview", wanted)
                .then()
                .statusCode(200)
                .extract()
                .jsonPath();
    }

    private String refused(long brief, Map<String, Object> wanted, int status) {
        return analyst.post("/briefs/" + brief + "/joins", wanted)
                .then()
                .statusCode(status)
                .extract()
                .jsonPath()
                .getString("detail");
    }

    @Test
    void aSecondFileIsProposedCountedJoinedFittedAndTakenAway(@TempDir Path folder) throws IOException {
        long brief = brief(OUTCOME);
        int file = second(calls());
        JsonPath offered = preview(brief, Map.of("datasetId", file));
        assertThat(offered.<String, String>getMap("on")).isEqualTo(Map.of("member", "who"));
        assertThat(offered.getInt("found.matched")).isEqualTo(600);
        assertThat(offered.getInt("found.unused")).isEqualTo(50);
        assertThat(offered.getInt("found.doubled")).isEqualTo(20);
        assertThat(offered.getList("names")).containsExactly("day", "calls", "age");
        assertThat(offered.getList("ordering")).contains("day", "calls");
        assertThat(offered.getString("refusal")).contains("20 of them stand in several records of calls.csv");
        Map<String, Object> wanted =
                new HashMap<>(Map.of("datasetId", file, "on", Map.of("member", "who"), "keep", "LAST", "by", "day"));
        assertThat(refused(brief, wanted, 400)).contains("column \"age\"", "is in both files");
        wanted.put("columns", List.of("calls"));
        assertThat(preview(brief, wanted).getString("refusal")).isNull();
        Map<String, Object> byOutcome = new HashMap<>(wanted);
        byOutcome.put("on", Map.of("gone", "who"));
        assertThat(refused(brief, byOutcome, 400)).contains("gone is the outcome");
        analyst.post("/briefs/" + brief + "/joins", wanted).then().statusCode(200);
        assertThat(analyst.get("/datasets").jsonPath().<Integer>getList("id"))
                .as("its values are kept with the brief's")
                .doesNotContain(file);
        JsonPath columns = analyst.get("/briefs/" + brief + "/columns").jsonPath();
        assertThat(columns.getList("columns.name")).endsWith("calls");
        assertThat(columns.getInt("columns.find { it.name == 'calls' }.missing"))
                .isEqualTo(600);

        analyst.post("/briefs/" + brief + "/split", Map.of("shares", List.of(0.5, 0.25, 0.25), "seed", 9))
                .then()
                .statusCode(200);
        int id = candidate(brief, Map.of("name", "Calls", "kind", "logistic", "inputs", List.of("age", "calls")))
                .getInt("id");
        ScoringRecipe recipe =
                ModelDocument.readRecipe(analyst.get("/lists/recipe/" + id).asInputStream());
        assertThat(recipe.shape().joins())
                .singleElement()
                .satisfies(j -> assertThat(j.file()).isEqualTo("calls.csv"));

        BriefFile whole =
                CaseYaml.read(analyst.get("/sign-off/" + brief + "/brief.yaml").asString());
        Path data = Files.writeString(folder.resolve("case.csv"), file(3));
        Files.writeString(folder.resolve("calls.csv"), calls());
        CaseData read = CaseData.read(whole, data, Progress.NONE);
        Column headless = read.table().column("calls");
        int joined = analyst.get("/briefs/" + brief).jsonPath().getInt("data.id");
        Column here = freshTable(joined).column("calls");
        for (int i = 0; i < here.size(); i++) assertThat(headless.text(i)).isEqualTo(here.text(i));
        assertThat(here.text(0)).as("the later of two").isEqualTo("0");

        JsonPath joins = analyst.get("/briefs/" + brief + "/joins").jsonPath();
        assertThat(joins.getString("[0].file.file")).isEqualTo("calls.csv");
        assertThat(joins.getInt("[0].found.matched")).isEqualTo(600);
        int next = analyst.post("/briefs/" + brief + "/joins/undo", null)
                .then()
                .statusCode(200)
                .extract()
                .path("id");
        assertThat(next).as("candidates exist, so the next revision").isNotEqualTo((int) brief);
        assertThat(analyst.get("/briefs/" + next + "/columns").jsonPath().getList("columns.name"))
                .doesNotContain("calls");
        analyst.post("/briefs/" + next + "/joins/undo", null).then().statusCode(409);

        wanted.put("datasetId", second(calls()));
        wanted.put("prefix", "again ");
        int before = analyst.get("/datasets").jsonPath().getList("id").size();
        assertThat(refused(brief, wanted, 409)).contains("a next revision exists already");
        assertThat(analyst.get("/datasets").jsonPath().getList("id"))
                .as("of what was refused nothing is left")
                .hasSize(before);
    }

    @Test
    void aKeyThatRepeatsThereIsProposedToo() {
        long brief = brief(OUTCOME);
        StringBuilder calls = new StringBuilder("who,minutes\n");
        for (int i = 0; i < 1200; i++)
            calls.append('M').append(i / 3).append(',').append(i % 30).append('\n');
        JsonPath offered = preview(brief, Map.of("datasetId", second(calls.toString())));
        assertThat(offered.<String, String>getMap("on")).isEqualTo(Map.of("member", "who"));
        assertThat(offered.getInt("found.doubled")).isEqualTo(400);
    }

    @Test
    void aFileWithoutACommonKeyIsToldSo() {
        long brief = brief(OUTCOME);
        JsonPath offered = preview(brief, Map.of("datasetId", second("who,x\nZ1,a\nZ2,b\nZ3,c\nZ4,d\n")));
        assertThat(offered.getMap("on")).isNull();
        assertThat(offered.getString("refusal")).contains("No column of calls.csv holds a key");
    }
}
