package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.test.junit.QuarkusTest;
import io.restassured.path.json.JsonPath;
import jakarta.inject.Inject;
import java.io.IOException;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.HashMap;
import java.util.Map;
import java.util.Properties;
import javax.sql.DataSource;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import outrider.casefile.Sha256;
import outrider.table.ColumnType;
import outrider.table.Table;

/** Tables copied out of a database that the administrator named. */
@QuarkusTest
class SourcesTest extends DataSteps {
    @Inject
    DataSource database;

    @ConfigProperty(name = "quarkus.datasource.jdbc.url")
    String url;

    @ConfigProperty(name = "quarkus.datasource.username")
    String user;

    @ConfigProperty(name = "quarkus.datasource.password")
    String password;

    @ConfigProperty(name = "outrider.sources")
    String file;

    @BeforeEach
    void members() throws SQLException, IOException {
        Properties sources = new Properties();
        sources.setProperty("desk.url", url);
        sources.setProperty("desk.user", user);
        sources.setProperty("desk.password", password);
        try (Writer writer = Files.newBufferedWriter(Path.of(file))) {
            sources.store(writer, null);
        }
        try (Connection connection = database.getConnection();
                Statement statement = connection.createStatement()) {
            statement.execute("drop schema if exists desk cascade");
            statement.execute("create schema desk");
            statement.execute("""
                    create table desk.member as
                    select lpad(i::text, 5, '0') as no, (i * 7 % 100) / 10.0 as paid, date '2025-01-01' + i % 90 as since,
                           timestamp '2025-03-01 10:30:00' + i * interval '1 minute' as seen, i % 3 = 0 as rung,
                           case when i % 11 = 0 then null else i % 5 end as visits,
                           case when i * 37 % 10 = 0 then 'yes' else 'no' end as gone
                    from generate_series(1, 800) as i""");
        }
    }

    private Map<String, Object> asked(String query) {
        return new HashMap<>(Map.of("source", "desk", "query", query, "name", "members"));
    }

    private String refused(String path, Map<String, Object> asked) {
        return analyst.post("/sources/" + path, asked)
                .then()
                .statusCode(400)
                .extract()
                .jsonPath()
                .getString("detail");
    }

    @Test
    void aQueryIsShownCopiedKeptAndRepeats(@TempDir Path folder) throws Exception {
        assertThat(analyst.get("/sources").jsonPath().<String>getList("")).containsExactly("desk");
        String query = "select * from desk.member order by no";
        JsonPath shown = analyst.post("/sources/preview", asked(query)).jsonPath();
        assertThat(shown.<String>getList("names")).startsWith("no", "paid", "since");
        assertThat(shown.getList("rows")).hasSize(12);
        int upload = copied(query);
        JsonPath here = ended(upload);
        assertThat(here.getString("state")).as(here.getString("message")).isEqualTo("HERE");
        assertThat(here.getString("preview.format")).isEqualTo("PARQUET");
        int id = read(upload).getInt("datasetId");
        Table table = freshTable(id);
        assertThat(table.size()).isEqualTo(800);
        assertThat(table.column("no").type()).as("digits that are a text").isNotEqualTo(ColumnType.NUMBER);
        assertThat(table.column("no").text(6)).isEqualTo("00007");
        assertThat(table.column("paid").type()).isEqualTo(ColumnType.NUMBER);
        assertThat(table.column("since").type()).isEqualTo(ColumnType.DATE);
        assertThat(table.column("seen").text(0)).isEqualTo("2025-03-01 10:31:00");
        assertThat(table.column("rung").text(2)).isEqualTo("true");
        assertThat(table.column("visits").isMissing(10)).isTrue();
        Path again = Files.write(
                folder.resolve("members.parquet"),
                analyst.get("/datasets/" + id + "/file.parquet").asByteArray());
        JsonPath dataset = analyst.get("/datasets").jsonPath();
        assertThat(Sha256.of(again))
                .as("the copy can be fetched to repeat what is signed")
                .isEqualTo(dataset.getString("find { it.id == " + id + " }.sha256"));
        int brief = analyst.post("/briefs", Map.of("datasetId", id))
                .then()
                .extract()
                .path("id");
        assertThat(analyst.get("/sign-off/" + brief + "/brief.yaml").asString())
                .contains("source: desk", "query: select * from desk.member order by no");
    }

    private JsonPath ended(int upload) throws InterruptedException {
        JsonPath view = analyst.get("/uploads/" + upload).jsonPath();
        for (int i = 0; i < 500 && view.getString("state").equals("READING"); i++) {
            Thread.sleep(20);
            view = analyst.get("/uploads/" + upload).jsonPath();
        }
        return view;
    }

    private int copied(String query) {
        return analyst.post("/sources/copy", asked(query))
                .then()
                .statusCode(200)
                .extract()
                .path("id");
    }

    @Test
    void aCopyIsStoppedThoughNoRecordHasComeAndOneThatCannotBeHeldIsRefused() throws InterruptedException {
        // the first records come at once, so that it is taken; the whole takes long
        int slow = copied(
                "select i, pg_sleep(case when i > 20 then 30 else 0 end)::text as a from generate_series(1, 40) i");
        analyst.post("/uploads/" + slow + "/stop", null).then().statusCode(200);
        JsonPath stopped = ended(slow);
        assertThat(stopped.getString("state")).isEqualTo("HERE");
        assertThat(stopped.getString("message")).startsWith("Stopped");
        assertThat(stopped.<Object>get("preview")).isNull();
        analyst.post("/uploads/" + slow + "/read", null).then().statusCode(409);
        JsonPath infinite = ended(copied("select i, case when i = 30 then 'Infinity'::float8 else i end as a"
                + " from generate_series(1, 40) i"));
        assertThat(infinite.getString("state")).isEqualTo("FAILED");
        assertThat(infinite.getString("message")).contains("column \"a\": holds an infinite number");
        assertThat(ended(copied("select no from desk.member where paid > 1000")).getString("message"))
                .contains("gives no record");
    }

    @Test
    void aQueryReadsAndNothingElse() throws SQLException {
        assertThat(refused("preview", asked("select * from desk.nobody")))
                .contains("is not answered by desk", "nobody");
        assertThat(refused("preview", asked("select 1 as a; drop table desk.member")))
                .contains("holds a semicolon");
        assertThat(refused("preview", asked("delete from desk.member returning no")))
                .contains("is not answered");
        assertThat(refused("preview", asked("select 1 as a, 2 as a"))).contains("two columns “a”");
        assertThat(refused("preview", asked(" "))).contains("is empty");
        Map<String, Object> elsewhere = asked("select 1");
        elsewhere.put("source", "house");
        assertThat(refused("copy", elsewhere)).contains("“house” is none", "there are: desk");
        try (Connection connection = database.getConnection();
                Statement statement = connection.createStatement()) {
            statement.execute(
                    "create function desk.empty() returns int language sql as 'delete from desk.member; select 1'");
        }
        assertThat(refused("preview", asked("select desk.empty()"))).contains("read-only transaction");
        assertThat(refused("preview", asked("select set_config('transaction_read_only', 'off', true) as a")))
                .contains("read-write mode");
    }
}
