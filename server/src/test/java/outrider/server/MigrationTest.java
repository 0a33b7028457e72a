package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A database as an earlier version left it is taken over with everything in it. */
class MigrationTest {
    private static final Map<String, String> RENAMED = Map.of("arrival", "upload");
    private static final String SCHEMA = "as_it_was";
    private static final Path AS_OF = Path.of("src", "test", "resources", "as-of");

    private Connection database;

    @BeforeEach
    void begin() throws SQLException {
        database = DriverManager.getConnection(
                TestDatabase.URL + "?currentSchema=" + SCHEMA, TestDatabase.USER, TestDatabase.PASSWORD);
        run("drop schema if exists " + SCHEMA + " cascade");
        run("set timezone to 'UTC'");
    }

    @AfterEach
    void end() throws SQLException {
        run("drop schema if exists " + SCHEMA + " cascade");
        database.close();
    }

    @Test
    void whatABriefSettledColumnsAlarmsKindsAndCutsAreTakenOver() throws SQLException, JsonProcessingException {
        migrate("6");
        brief("whole", "'renewal'", "'[\"lapsed\"]'", "3000", "0.05");
        brief("begun", "null", "'[]'", "null", "null");
        run("""
                insert into candidate (brief_id, name, kind, settings, inputs, status, progress, stop_requested, looks,
                    created_by, created_at, learnt_numbers)
                select id, 'Linear', 'LEAST_SQUARES', '{}', '[]', 'done', 1, false, 0, 'analyst', now(), 7
                from brief where name = 'whole'""");
        run("""
                insert into cut select brief_id, id, 300, 'best Matthews correlation', 'analyst', now() from candidate""");
        migrate("latest");

        assertThat(json("outcome", "whole")).isEqualTo(read("""
                        {"column": "renewal", "events": ["lapsed"], "leftOut": ["withdrawn"], "leaveOutMissing": true}"""));
        assertThat(json("words", "whole")).isEqualTo(read("""
                        {"records": "members", "events": "lapses", "acting": "ringing", "currency": "€"}"""));
        assertThat(json("stakes", "whole")).isEqualTo(read("""
                        {"gainIfCaught": 74, "actionCost": 4.5, "missCost": 1, "falseAlarmCost": 2, "leaveValue": -1,
                         "successRate": 0.25}"""));
        assertThat(json("campaign", "whole")).isEqualTo(read("""
                        {"size": 36000, "capacity": 3000, "plannedRate": 0.05, "deciding": {"at": 0.1, "kind": "CAPTURE"}}"""));
        assertThat(json("columns", "whole")
                        .path("age")
                        .path("acceptedAlarms")
                        .path("suspectedLeak")
                        .asText())
                .isEqualTo("asked the desk");
        assertThat(json("columns", "whole").path("rung").path("treatedLevels")).isEqualTo(read("[\"yes\"]"));
        assertThat(json("columns", "whole").path("note").path("byItself").asBoolean())
                .isTrue();
        assertThat(one("select outcome from brief where name = 'begun'")).isNull();
        assertThat(json("campaign", "begun").path("capacity").isNull()).isTrue();
        assertThat(one("select owner from brief where name = 'whole'")).isEqualTo("analyst");
        assertThat(one("select kind || ' ' || parameter_count from candidate")).isEqualTo("leastSquares 7");
        assertThat(read(one("select rule from cut")))
                .isEqualTo(read("{\"kind\": \"BEST_MEASURE\", \"measure\": \"mcc\"}"));
    }

    /**
     * A database that began with the first version and lived through every one; each wrote the rows of its file. With
     * {@code -Doutrider.as-of=write} what it holds at the end is written down anew, to be read through and kept.
     */
    @Test
    void whatEachVersionWroteIsThereAfterAllThatCameLater() throws SQLException, IOException {
        int latest = flyway("latest").info().all().length;
        for (int version = 1; version <= latest; version++) {
            Map<String, List<String>> before = rows();
            migrate(String.valueOf(version));
            Map<String, List<String>> after = rows();
            before.forEach((table, rows) -> assertThat(
                            after.getOrDefault(table, after.getOrDefault(RENAMED.getOrDefault(table, ""), List.of())))
                    .as("rows of %s", table)
                    .hasSizeGreaterThanOrEqualTo(rows.size()));
            Path written = AS_OF.resolve("%02d.sql".formatted(version));
            if (Files.exists(written)) run(Files.readString(written));
        }
        Map<String, List<String>> now = rows();
        assertThat(now.values())
                .as("a new table has a row in as-of/%02d.sql", latest)
                .doesNotContain(List.of());
        List<String> lines = now.entrySet().stream()
                .flatMap(e -> e.getValue().stream().map(row -> e.getKey() + " " + row))
                .toList();
        Path kept = AS_OF.resolve("now.txt");
        if ("write".equals(System.getProperty("outrider.as-of"))) Files.write(kept, lines);
        assertThat(lines).isEqualTo(Files.readAllLines(kept));
    }

    /** All rows by their table, but those of the history of migrations. */
    private Map<String, List<String>> rows() throws SQLException {
        Map<String, List<String>> all = new TreeMap<>();
        for (String table : list("select table_name from information_schema.tables where table_schema = '" + SCHEMA
                + "' and table_name <> 'flyway_schema_history'")) {
            List<String> rows = list("select to_jsonb(t) from " + table + " t");
            rows.sort(null);
            all.put(table, rows);
        }
        return all;
    }

    private List<String> list(String sql) throws SQLException {
        List<String> all = new ArrayList<>();
        try (Statement statement = database.createStatement();
                ResultSet found = statement.executeQuery(sql)) {
            while (found.next()) all.add(found.getString(1));
        }
        return all;
    }

    private void brief(String name, String outcome, String events, String capacity, String plannedRate)
            throws SQLException {
        run("""
                insert into dataset (name, sha256, bytes, records, created_by, created_at)
                values ('plan.csv', repeat('a', 64), 1, 36000, 'analyst', now())""");
        run("""
                insert into brief (version, name, question, dataset_id, outcome, event_levels, left_out_levels,
                    leave_out_missing, records_noun, events_noun, acting, currency, gain_if_caught, action_cost, miss_cost,
                    false_alarm_cost, leave_value, success_rate, capacity, campaign_size, planned_rate, deciding, columns,
                    seed, created_by, created_at)
                select 4, '%s', 'Whom?', max(id), %s, %s, '["withdrawn"]', true, 'members', 'lapses', 'ringing', '€', 74,
                    4.5, 1, 2, -1, 0.25, %s, 36000, %s, '{"kind": "CAPTURE", "at": 0.1}',
                    '{"age": {"role": "INPUT", "kept": {"suspected leak": "asked the desk"}},
                      "rung": {"role": "ACTED", "acted": ["yes"]},
                      "note": {"role": "SET_ASIDE", "reason": "free text"}}',
                    5, 'analyst', now() from dataset""".formatted(name, outcome, events, capacity, plannedRate));
    }

    private static void migrate(String target) {
        flyway(target).migrate();
    }

    private static Flyway flyway(String target) {
        return Flyway.configure()
                .dataSource(TestDatabase.URL, TestDatabase.USER, TestDatabase.PASSWORD)
                .schemas(SCHEMA)
                .placeholders(Map.of("runtime", "nobody in particular"))
                .target(target)
                .load();
    }

    private void run(String sql) throws SQLException {
        try (Statement statement = database.createStatement()) {
            statement.execute(sql);
        }
    }

    private String one(String sql) throws SQLException {
        try (Statement statement = database.createStatement();
                ResultSet found = statement.executeQuery(sql)) {
            assertThat(found.next()).isTrue();
            return found.getString(1);
        }
    }

    private JsonNode json(String column, String brief) throws SQLException, JsonProcessingException {
        return read(one("select " + column + " from brief where name = '" + brief + "'"));
    }

    private static JsonNode read(String text) throws JsonProcessingException {
        return new ObjectMapper().readTree(text);
    }
}
