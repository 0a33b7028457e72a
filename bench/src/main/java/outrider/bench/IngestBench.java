package outrider.bench;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Arrays;

/**
 * Reading, typing, profiling and storing 1,000,000 records of 30 columns by a running server, beside {@code COPY} of the same
 * file into an unlogged table of the same PostgreSQL. Arguments: server address, password, database URL, user, password, file.
 */
public final class IngestBench {
    private static final int RUNS = 9;
    /** Runs in which the server's code is still being compiled. */
    private static final int WARMING = 4;

    private static final int SLICE = 32 << 20;
    private static final ObjectMapper JSON = new ObjectMapper();

    private final HttpClient client;
    private final String base;
    private final CookieManager cookies = new CookieManager();

    private IngestBench(String base) {
        this.base = base;
        client = HttpClient.newBuilder().cookieHandler(cookies).build();
    }

    public static void main(String[] args) throws Exception {
        Path file = Path.of(args[5]);
        if (!Files.exists(file)) WideFile.write(file);
        file.toFile().setReadable(true, false);
        IngestBench bench = new IngestBench(args[0]);
        bench.signIn(args[1]);
        double[] ours = new double[RUNS];
        double[] copy = new double[RUNS];
        long dataset = 0;
        for (int run = 0; run < RUNS; run++) {
            copy[run] = copy(args[2], args[3], args[4], file);
            long arrival = bench.send(file);
            settle(args[2], args[3], args[4]);
            long start = System.nanoTime();
            dataset = bench.read(arrival);
            ours[run] = (System.nanoTime() - start) / 1e9;
            System.out.printf(
                    "run %d: COPY %.2f s, read, typed, profiled and stored %.2f s%n", run, copy[run], ours[run]);
        }
        double[] a = Arrays.stream(ours).skip(WARMING).sorted().toArray();
        double[] b = Arrays.stream(copy).skip(WARMING).sorted().toArray();
        System.out.printf(
                "%,d records x 30 columns, %.0f MB: %.2f s against COPY %.2f s (medians after %d runs); ratio %.2f (at most 1.0, aim 0.6)%n",
                WideFile.RECORDS,
                Files.size(file) / 1e6,
                a[a.length / 2],
                b[b.length / 2],
                a[a.length / 2] / b[b.length / 2]);
        bench.page(dataset);
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

    private void signIn(String password) throws IOException, InterruptedException {
        HttpRequest login = HttpRequest.newBuilder(URI.create(base + "/api/login"))
                .header("Content-Type", "application/x-www-form-urlencoded")
                .POST(HttpRequest.BodyPublishers.ofString("j_username=analyst&j_password=" + password))
                .build();
        client.send(login, HttpResponse.BodyHandlers.discarding());
        ask("GET", "/me", HttpRequest.BodyPublishers.noBody(), "application/json");
    }

    private JsonNode ask(String method, String path, HttpRequest.BodyPublisher body, String type)
            throws IOException, InterruptedException {
        String token = cookies.getCookieStore().getCookies().stream()
                .filter(cookie -> cookie.getName().equals("outrider-csrf"))
                .map(HttpCookie::getValue)
                .findFirst()
                .orElse("");
        HttpRequest request = HttpRequest.newBuilder(URI.create(base + "/api" + path))
                .header("Content-Type", type)
                .header("X-Outrider-Csrf", token)
                .method(method, body)
                .build();
        HttpResponse<String> response = client.send(request, HttpResponse.BodyHandlers.ofString());
        if (response.statusCode() >= 300) throw new IllegalStateException(path + ": " + response.body());
        return response.body().isEmpty() ? null : JSON.readTree(response.body());
    }

    private JsonNode json(String method, String path, String body) throws IOException, InterruptedException {
        return ask(method, path, HttpRequest.BodyPublishers.ofString(body), "application/json");
    }

    private long send(Path file) throws IOException, InterruptedException {
        long size = Files.size(file);
        long id = json("POST", "/arrivals", "{\"name\":\"wide.csv\",\"bytes\":" + size + "}")
                .get("id")
                .asLong();
        try (RandomAccessFile in = new RandomAccessFile(file.toFile(), "r")) {
            for (long at = 0; at < size; at += SLICE) {
                byte[] slice = new byte[(int) Math.min(SLICE, size - at)];
                in.readFully(slice);
                ask(
                        "PUT",
                        "/arrivals/" + id + "/bytes?from=" + at,
                        HttpRequest.BodyPublishers.ofByteArray(slice),
                        "application/octet-stream");
            }
        }
        return id;
    }

    private long read(long arrival) throws IOException, InterruptedException {
        json("POST", "/arrivals/" + arrival + "/read", "");
        while (true) {
            JsonNode view = json("GET", "/arrivals/" + arrival, "");
            if (view.get("state").asText().equals("STORED"))
                return view.get("datasetId").asLong();
            if (!view.get("state").asText().equals("READING")) throw new IllegalStateException(view.toString());
            Thread.sleep(20);
        }
    }

    private void page(long dataset) throws IOException, InterruptedException {
        long brief = json("POST", "/briefs", "{\"datasetId\":" + dataset + "}")
                .get("id")
                .asLong();
        System.out.printf("columns of the Data page, before the split: %.0f ms%n", 1000 * columns(brief));
        JsonNode view = json("GET", "/briefs/" + brief, "");
        var edit = ((com.fasterxml.jackson.databind.node.ObjectNode) view)
                .retain(
                        "version",
                        "name",
                        "question",
                        "recordsNoun",
                        "eventsNoun",
                        "acting",
                        "currency",
                        "gainIfCaught",
                        "actionCost",
                        "missCost",
                        "falseAlarmCost",
                        "leaveValue",
                        "successRate",
                        "campaignSize");
        edit.put("outcome", "lapsed").putArray("eventLevels").add("1");
        json("PUT", "/briefs/" + brief, edit.toString());
        long start = System.nanoTime();
        json(
                "POST",
                "/briefs/" + brief + "/split",
                "{\"method\":\"SHARES\",\"shares\":[0.5,0.25,0.25],\"seed\":1,\"copiesTogether\":true}");
        System.out.printf("split, copies kept together: %.1f s%n", (System.nanoTime() - start) / 1e9);
        start = System.nanoTime();
        while (json("GET", "/briefs/" + brief + "/columns", "").get("pending").asInt() > 0) Thread.sleep(50);
        System.out.printf("all columns profiled on training: %.1f s%n", (System.nanoTime() - start) / 1e9);
        System.out.printf("columns of the Data page, after it: %.0f ms%n", 1000 * columns(brief));
    }

    private double columns(long brief) throws IOException, InterruptedException {
        long start = System.nanoTime();
        json("GET", "/briefs/" + brief, "");
        json("GET", "/briefs/" + brief + "/columns", "");
        return (System.nanoTime() - start) / 1e9;
    }
}
