package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.test.junit.QuarkusTest;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;
import org.eclipse.microprofile.config.ConfigProvider;
import org.junit.jupiter.api.Test;
import outrider.server.work.Lost;

/** The database goes away for some seconds and comes back; the server stays. */
@QuarkusTest
class OutageTest extends DataSteps {
    private static final int RECORDS = 400_000;

    /** A database that lets nobody in. */
    private static final class Outage {
        private final String name;

        Outage() throws SQLException {
            String url = setting("jdbc.url");
            name = url.substring(url.lastIndexOf('/') + 1);
            said("alter database " + name + " allow_connections false");
            said("select pg_terminate_backend(pid) from pg_stat_activity where datname = '" + name + "'");
        }

        void ends() throws SQLException {
            said("alter database " + name + " allow_connections true");
        }

        /** Said in another database of the cluster. */
        private static void said(String statement) throws SQLException {
            String url = setting("jdbc.url").replaceFirst("/[^/]+$", "/postgres");
            try (Connection beside = DriverManager.getConnection(url, setting("username"), setting("password"));
                    Statement one = beside.createStatement()) {
                one.execute(statement);
            }
        }

        private static String setting(String name) {
            return ConfigProvider.getConfig().getValue("quarkus.datasource." + name, String.class);
        }
    }

    private static byte[] large() {
        StringBuilder text = new StringBuilder("miles,bell,rang\n");
        for (int i = 0; i < RECORDS; i++) {
            text.append(i * 7919L % 100_003 / 10.0).append(',').append("bell ").append(i % 31);
            text.append(i % 13 == 0 ? ",yes\n" : ",no\n");
        }
        return text.toString().getBytes(StandardCharsets.UTF_8);
    }

    @Test
    void aFileThatIsReadMeanwhileIsStoredOnce() throws Exception {
        byte[] file = large();
        int upload = begin("outage.csv", file, null);
        send(upload, 0, file).then().statusCode(204);
        analyst.post("/uploads/" + upload + "/read", null).then().statusCode(200);
        Outage outage = new Outage();
        try {
            assertThat(analyst.get("/uploads/" + upload).statusCode()).isEqualTo(503);
            Thread.sleep(4000);
        } finally {
            outage.ends();
        }
        assertThat(awaited(upload)).isEqualTo("STORED");
        assertThat(analyst.get("/datasets").jsonPath().getList("findAll { it.name == 'outage.csv' }"))
                .hasSize(1);
    }

    private String awaited(int upload) {
        for (int i = 0; i < 600; i++) {
            var answer = analyst.get("/uploads/" + upload);
            if (answer.statusCode() == 200
                    && !answer.jsonPath().getString("state").equals("READING")) {
                return answer.jsonPath().getString("state");
            }
            sleep(i);
        }
        return "never ended";
    }

    @Test
    void aCandidateThatIsFittedMeanwhileIsFitted() throws Exception {
        long id = split();
        int candidate = analyst.post(
                        "/candidates?brief=" + id, Map.of("name", "Boosted", "kind", "boosted", "settings", Map.of()))
                .then()
                .statusCode(200)
                .extract()
                .path("id");
        Outage outage = new Outage();
        try {
            Thread.sleep(4000);
        } finally {
            outage.ends();
        }
        String status = "";
        for (int i = 0; i < 600 && !status.equals("done"); i++) {
            sleep(i);
            var answer = analyst.get("/candidates/" + candidate);
            if (answer.statusCode() == 200) status = answer.jsonPath().getString("status");
        }
        assertThat(status).isEqualTo("done");
    }

    @Test
    void onlyALostDatabaseIsWaitedFor() {
        assertThat(Lost.met(new IllegalStateException(new SQLException("gone", "08006"))))
                .isTrue();
        assertThat(Lost.met(new IllegalStateException(new SQLException("shut down", "57P01"))))
                .isTrue();
        assertThat(Lost.met(new IllegalStateException(new SQLException("doubled", "23505"))))
                .isFalse();
        assertThat(Lost.met(new IllegalStateException("gone"))).isFalse();
        AtomicInteger tries = new AtomicInteger();
        CountDownLatch done = new CountDownLatch(1);
        Lost.outlast(() -> {
            if (tries.incrementAndGet() < 2) throw new IllegalStateException(new SQLException("gone", "08001"));
            done.countDown();
        });
        assertThat(tries).hasValue(2);
        assertThat(done.getCount()).isZero();
    }
}
