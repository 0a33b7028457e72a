package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Map;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The role that the server works as can add to the audit trail, and change nothing of it. */
class TrailRoleTest {
    private static final String SCHEMA = "for_the_role";
    private static final String ROLE = "outrider_trail_test";

    private Connection owner;
    private Connection runtime;

    @BeforeEach
    void begin() throws SQLException {
        owner = DriverManager.getConnection(
                TestDatabase.URL + "?currentSchema=" + SCHEMA, TestDatabase.USER, TestDatabase.PASSWORD);
        run(owner, "drop schema if exists " + SCHEMA + " cascade");
        run(
                owner,
                "do $$ begin if not exists (select from pg_roles where rolname = '" + ROLE + "') then create role "
                        + ROLE + "; end if; end $$");
        run(owner, "alter role " + ROLE + " login password '" + TestDatabase.PASSWORD + "'");
        Flyway.configure()
                .dataSource(TestDatabase.URL, TestDatabase.USER, TestDatabase.PASSWORD)
                .schemas(SCHEMA)
                .placeholders(Map.of("runtime", ROLE))
                .load()
                .migrate();
        runtime =
                DriverManager.getConnection(TestDatabase.URL + "?currentSchema=" + SCHEMA, ROLE, TestDatabase.PASSWORD);
    }

    @AfterEach
    void end() throws SQLException {
        runtime.close();
        run(owner, "drop schema if exists " + SCHEMA + " cascade");
        run(owner, "drop owned by " + ROLE);
        run(owner, "drop role " + ROLE);
        owner.close();
    }

    private static void run(Connection with, String sql) throws SQLException {
        try (Statement statement = with.createStatement()) {
            statement.execute(sql);
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "update trail set words = 'x'",
                "delete from trail",
                "truncate trail",
                "alter table trail disable trigger all",
                "drop table trail",
                "set session_replication_role = replica",
                "create table mine (a int)",
                "update flyway_schema_history set checksum = 1",
            })
    void itMayNot(String sql) {
        assertThatThrownBy(() -> run(runtime, sql))
                .isInstanceOf(SQLException.class)
                .hasMessageMatching("(?s).*(permission denied|must be owner).*");
    }

    @Test
    void itAddsAndWorks() throws SQLException {
        run(runtime, """
                insert into trail (chain, number, at, by_name, act, subject, words, previous, hash, signature)
                values ('house', 1, '2026-11-27T08:00:00Z', 'wheeler', 'cut set', 'a', '', '', repeat('a', 64), 's')""");
        run(runtime, "insert into account (name, roles, password_hash, active) values ('wheeler', '[]', 'x', true)");
        run(runtime, "update account set active = false");
        run(runtime, "delete from account");
        assertThat(runtime.getMetaData().getUserName()).isEqualTo(ROLE);
    }
}
