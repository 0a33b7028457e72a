package outrider.server;

import java.util.Map;

/** The database of these tests, as {@code %test} in application.properties has them. */
final class TestDatabase {
    private static final Map<String, String> ENV = System.getenv();

    static final String URL =
            ENV.getOrDefault("OUTRIDER_TEST_DB_URL", "jdbc:postgresql://127.0.0.1:5432/outrider_test");
    static final String USER = ENV.getOrDefault("OUTRIDER_TEST_DB_USER", "outrider");
    static final String PASSWORD = ENV.getOrDefault("OUTRIDER_TEST_DB_PASSWORD", "");

    private TestDatabase() {}
}
