package outrider.bench;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import outrider.cli.ServerClient;

/**
 * Reading, typing, profiling and storing 1,000,000 records of 30 columns by a running server, beside {@code COPY} of the same
 * file into an unlogged table of the same PostgreSQL. Arguments: server address, password, database URL, user, password, file.
 */
public final class IngestBench {
    private static final int RUNS = 9;
    /** Runs in which the server's code is still being compiled. */
    private static final int WARMING = 4;

    private final ServerClient server;

    private IngestBench(ServerClient server) {
        this.server = server;
    }

    public static void main(String[] args) throws Exception {
        Path file = Path.of(args[5]);
        if (!Files.exists(file)) WideFile.write(file);
        file.toFile().setReadable(true, false);
        ServerClient server = ServerClient.signIn(args[0], "analyst", args[1]);
        double[] ours = new double[RUNS];
        double[] copy = new double[RUNS];
        long dataset = 0;
        for (int run = 0; run < RUNS; run++) {
            copy[run] = copy(args[2], args[3], args[4], file);
            long upload = server.sendFile(file, words -> {});
            settle(args[2], args[3], args[4]);
            long start = System.nanoTime();
            dataset = server.readFile(upload, words -> {});
            ours[run] = (System.nanoTime() - start) / 1e9;
            System.out.printf(
                    "run %d: COPY %.2f s, read, typed, profiled and stored %.2f s%n", run, copy[run], ours[run]);
        }
        double[] a = Arrays.stream(ours).skip(WARMING).sorted().toArray();
        double[] b = Arrays.stream(copy).skip(WARMING).sorted().toArray();
        System.out.printf(
                "%,d records x 30 columns, %.0f MB: %.2f s against COPY %.2f s (medians after %d runs of warming); ratio %.2f"
                        + " (aim: at most 0.8)%n",
                WideFile.RECORDS,
                Files.size(file) / 1e6,
                a[a.length / 2],
                b[b.length / 2],
                WARMING,
                a[a.length / 2] / b[b.length / 2]);
        new IngestBench(server).page(dataset);
    }

    /** Lets PostgreSQL write out what is due, so that neither way pays for what went before it. */
    private static void settle(String url, String user, String password) throws SQLException {
        try (Connection database = DriverManager.getConnection(url, user, password);
                Statement statement = database.createStatement()) {
            statement.execute("checkpoint");
        }
    }

    private static double copy(String url, String user, String password, Path file) throws SQLException {
        try (Connection database = DriverManager.getConnection(url, user, password);
                Statement statement = database.createStatement()) {
            settle(url, user, password);
            statement.execute("drop table if exists rival");
            statement.execute("create unlogged table rival (" + WideFile.columns() + ")");
            long start = System.nanoTime();
            statement.execute("copy rival from '" + file.toAbsolutePath() + "' with (format csv, header true)");
            double seconds = (System.nanoTime() - start) / 1e9;
            statement.execute("drop table rival");
            return seconds;
        }
    }

    private void page(long dataset) throws IOException, InterruptedException {
        long brief =
                server.post("/briefs", Map.of("datasetId", dataset)).get("id").asLong();
        System.out.printf("columns of the Data page, before the split: %.0f ms%n", 1000 * columns(brief));
        JsonNode view = server.get("/briefs/" + brief);
        var edit = ((com.fasterxml.jackson.databind.node.ObjectNode) view).retain("version", "decision");
        ((com.fasterxml.jackson.databind.node.ObjectNode) edit.get("decision"))
                .putObject("outcome")
                .put("column", "lapsed")
                .putArray("events")
                .add("1");
        server.put("/briefs/" + brief, edit);
        long start = System.nanoTime();
        server.post(
                "/briefs/" + brief + "/split",
                Map.of("method", "SHARES", "shares", List.of(0.5, 0.25, 0.25), "seed", 1, "copiesTogether", true));
        System.out.printf("split, copies kept together: %.1f s%n", (System.nanoTime() - start) / 1e9);
        start = System.nanoTime();
        while (server.get("/briefs/" + brief + "/columns").get("pending").asInt() > 0) Thread.sleep(50);
        System.out.printf("all columns profiled on training: %.1f s%n", (System.nanoTime() - start) / 1e9);
        System.out.printf("columns of the Data page, after it: %.0f ms%n", 1000 * columns(brief));
    }

    private double columns(long brief) throws IOException, InterruptedException {
        long start = System.nanoTime();
        server.get("/briefs/" + brief);
        server.get("/briefs/" + brief + "/columns");
        return (System.nanoTime() - start) / 1e9;
    }
}
