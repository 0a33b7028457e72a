package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Map;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A database as an earlier version left it is taken over with everything in it. */
class MigrationTest {
    private static final String SCHEMA = "as_it_was";
    private static final Map<String, String> ENV = System.getenv();
    private static final String URL =
            ENV.getOrDefault("OUTRIDER_TEST_DB_URL", "jdbc:postgresql://127.0.0.1:5432/outrider_test");

    private Connection database;

    @BeforeEach
    void begin() throws SQLException {
        database = DriverManager.getConnection(
                URL + "?currentSchema=" + SCHEMA,
                ENV.getOrDefault("OUTRIDER_TEST_DB_USER", "outrider"),
                ENV.getOrDefault("OUTRIDER_TEST_DB_PASSWORD", "outrider"));
        run("drop schema if exists " + SCHEMA + " cascade");
        migrate("6");
    }

    @AfterEach
    void end() throws SQLException {
        run("drop schema if exists " + SCHEMA + " cascade");
        database.close();
    }

    @Test
    void whatABriefSettledColumnsAlarmsKindsAndCutsAreTakenOver() throws SQLException, JsonProcessingException {
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
                        .path("kept")
                        .path("suspectedLeak")
                        .asText())
                .isEqualTo("asked the desk");
        assertThat(json("columns", "whole").path("note").path("byItself").asBoolean())
                .isTrue();
        assertThat(one("select outcome from brief where name = 'begun'")).isNull();
        assertThat(json("campaign", "begun").path("capacity").isNull()).isTrue();
        assertThat(one("select owner from brief where name = 'whole'")).isEqualTo("analyst");
        assertThat(one("select kind || ' ' || parameter_count from candidate")).isEqualTo("leastSquares 7");
        assertThat(read(one("select rule from cut")))
                .isEqualTo(read("{\"kind\": \"BEST_MEASURE\", \"measure\": \"mcc\"}"));
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
                      "note": {"role": "SET_ASIDE", "reason": "free text"}}',
                    5, 'analyst', now() from dataset""".formatted(name, outcome, events, capacity, plannedRate));
    }

    private static void migrate(String target) {
        Flyway.configure()
                .dataSource(
                        URL,
                        ENV.getOrDefault("OUTRIDER_TEST_DB_USER", "outrider"),
                        ENV.getOrDefault("OUTRIDER_TEST_DB_PASSWORD", "outrider"))
                .schemas(SCHEMA)
                .placeholders(Map.of("runtime", "nobody in particular"))
                .target(target)
                .load()
                .migrate();
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
