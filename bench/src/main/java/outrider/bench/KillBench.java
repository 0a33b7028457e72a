package outrider.bench;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.File;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;

/**
 * Kills the server, or its database, at random moments of every kind of work, and looks afterwards for what was acknowledged and is
 * lost, what is half there, and what never ends. Arguments: the server's command, a port, a folder for its log, the command that kills
 * the database and brings it back, and how many kills.
 */
public final class KillBench {
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final int PATIENCE = 90;
    private static final int SLICE = 300_000;

    private final String server;
    private final int port;
    private final Path folder;
    private final String database;
    private final Random random = new Random(1);

    @SuppressWarnings("NullAway.Init")
    private Process process;

    @SuppressWarnings("NullAway.Init")
    private User user;

    /** What was acknowledged: notes by candidate, names by brief, and slices of files by upload. */
    private final Map<Long, String> notes = new HashMap<>();

    private final Map<Long, String> names = new HashMap<>();
    private final Map<Long, Long> slices = new HashMap<>();
    private final List<Long> candidates = new ArrayList<>();
    private final byte[] file = User.file(60_000, 4);
    private long brief;
    private int lost;
    private int half;
    private int stuck;

    private KillBench(String[] args) {
        server = args[0];
        port = Integer.parseInt(args[1]);
        folder = Path.of(args[2]);
        database = args[3];
    }

    public static void main(String[] args) throws Exception {
        KillBench bench = new KillBench(args);
        try {
            bench.run(Integer.parseInt(args[4]));
        } finally {
            bench.process.destroyForcibly();
        }
    }

    private void start() throws IOException, InterruptedException {
        File log = folder.resolve("server.log").toFile();
        process = new ProcessBuilder("bash", "-c", "exec " + server)
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.appendTo(log))
                .start();
        HttpClient client = HttpClient.newHttpClient();
        HttpRequest ready = HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + "/q/health/ready"))
                .build();
        for (int i = 0; i < 600; i++) {
            try {
                if (client.send(ready, HttpResponse.BodyHandlers.discarding()).statusCode() == 200) return;
            } catch (IOException e) {
                if (!process.isAlive()) throw new IOException("the server does not start; see its log");
            }
            Thread.sleep(100);
        }
        throw new IOException("the server is never ready");
    }

    private void run(int kills) throws Exception {
        // the first start is killed too, early and late
        for (int i = 0; i < 3; i++) {
            process = new ProcessBuilder("bash", "-c", "exec " + server)
                    .redirectErrorStream(true)
                    .redirectOutput(ProcessBuilder.Redirect.appendTo(
                            folder.resolve("server.log").toFile()))
                    .start();
            Thread.sleep(2500 + random.nextInt(5000));
            process.destroyForcibly().waitFor();
        }
        start();
        user = new User("http://127.0.0.1:" + port, "analyst", "bench-only");
        int shown = user.json("/briefs").get("total").asInt();
        if (shown != 5) half++;
        System.out.printf("after three kills during the first start the demo holds %d briefs of 5%n", shown);
        long dataset = user.bring(file, "kill.csv");
        brief = user.brief(dataset);
        for (int round = 0; round < kills; round++) {
            long until = System.nanoTime() + (300 + random.nextInt(2500)) * 1_000_000L;
            boolean ofDatabase = round % 3 == 2;
            Thread killer = new Thread(() -> {
                try {
                    while (System.nanoTime() < until) Thread.sleep(5);
                    if (ofDatabase)
                        new ProcessBuilder("bash", "-c", database)
                                .inheritIO()
                                .start()
                                .waitFor();
                    else process.destroyForcibly();
                } catch (IOException | InterruptedException e) {
                    throw new IllegalStateException(e);
                }
            });
            killer.start();
            try {
                while (killer.isAlive()) act();
            } catch (IOException e) {
                // that was the kill
            }
            killer.join();
            if (!ofDatabase) {
                process.waitFor();
                start();
            }
            look();
        }
        ended();
        System.out.printf("%d kills: lost %d, half %d, stuck %d%n", kills, lost, half, stuck);
    }

    /** One change that the server acknowledges, of a kind drawn at random. */
    private void act() throws IOException, InterruptedException {
        String text = "said " + random.nextInt(1_000_000);
        switch (random.nextInt(6)) {
            case 0 -> {
                if (candidates.size() < 40) {
                    String kind = random.nextBoolean() ? "logistic" : random.nextBoolean() ? "boosted" : "tree";
                    candidates.add(user.fit(brief, kind, "Candidate " + candidates.size(), Map.of()));
                }
            }
            case 1 -> {
                if (candidates.isEmpty()) return;
                long id = candidates.get(random.nextInt(candidates.size()));
                notes.remove(id);
                user.send(
                        "PATCH",
                        "/candidates/" + id,
                        "application/json",
                        JSON.writeValueAsBytes(Map.of("notes", text)));
                notes.put(id, text);
            }
            case 2 -> {
                JsonNode now = user.json("/briefs/" + brief);
                Map<String, Object> decision = JSON.convertValue(
                        now.get("decision"), new com.fasterxml.jackson.core.type.TypeReference<>() {});
                decision.put("question", text);
                names.remove(brief);
                user.send(
                        "PUT",
                        "/briefs/" + brief,
                        "application/json",
                        JSON.writeValueAsBytes(Map.of("version", now.get("version"), "decision", decision)));
                names.put(brief, text);
            }
            case 3 -> {
                if (slices.size() < 30)
                    slices.put(
                            user.post("/uploads", Map.of("name", "kill.csv", "bytes", file.length))
                                    .get("id")
                                    .asLong(),
                            0L);
            }
            case 4 -> {
                for (long id : List.copyOf(slices.keySet())) {
                    int from = (int) received(id);
                    if (from == file.length) continue;
                    byte[] slice = Arrays.copyOfRange(file, from, Math.min(file.length, from + SLICE));
                    user.send("PUT", "/uploads/" + id + "/bytes?from=" + from, "application/octet-stream", slice);
                    slices.put(id, (long) from + slice.length);
                    return;
                }
            }
            default -> {
                for (long id : slices.keySet()) {
                    JsonNode now = user.json("/uploads/" + id);
                    String state = now.get("state").asText();
                    boolean whole = now.get("received").asLong() == file.length;
                    if (whole && !state.equals("STORED") && !state.equals("READING")) {
                        user.post("/uploads/" + id + "/read", Map.of());
                        return;
                    }
                }
                user.get("/comparisons/" + brief);
            }
        }
    }

    private long received(long upload) throws IOException, InterruptedException {
        return user.json("/uploads/" + upload).get("received").asLong();
    }

    /** What was acknowledged is there. */
    private void look() throws Exception {
        for (int i = 0; ; i++) {
            try {
                if (user.get("/briefs").statusCode() < 400) break;
            } catch (IOException e) {
                if (i == PATIENCE) throw e;
            }
            if (i == PATIENCE) throw new IOException("the server does not answer again");
            Thread.sleep(500);
        }
        for (var note : notes.entrySet()) {
            if (!user.json("/candidates/" + note.getKey()).get("notes").asText().equals(note.getValue()))
                lost += say("a note");
        }
        for (var name : names.entrySet()) {
            String now = user.json("/briefs/" + name.getKey())
                    .get("decision")
                    .get("question")
                    .asText();
            if (!now.equals(name.getValue())) lost += say("a question");
        }
        for (var slice : slices.entrySet()) if (received(slice.getKey()) < slice.getValue()) lost += say("a slice");
        List<Long> known = new ArrayList<>();
        for (JsonNode one : user.json("/candidates?brief=" + brief))
            known.add(one.get("id").asLong());
        if (!known.containsAll(candidates)) lost += say("a candidate");
        // a candidate whose answer the kill took away is kept all the same
        for (long id : known) if (!candidates.contains(id)) candidates.add(id);
        JsonNode trail = user.json("/trail?brief=" + brief);
        if (!trail.get("fault").isNull()) half += say("the trail: " + trail.get("fault"));
    }

    private static int say(String what) {
        System.out.println("not there: " + what);
        return 1;
    }

    /** Everything that was begun comes to an end without another restart. */
    private void ended() throws Exception {
        for (int i = 0; i < PATIENCE && open() > 0; i++) Thread.sleep(1000);
        stuck = open();
        for (long id : slices.keySet()) {
            JsonNode now = user.json("/uploads/" + id);
            if (!now.get("state").asText().equals("STORED")) continue;
            JsonNode made = user.post("/briefs", Map.of("datasetId", now.get("datasetId")));
            JsonNode columns = user.json("/briefs/" + made.get("id").asLong() + "/columns");
            if (columns.get("columns").size() != 8) half += say("a column");
        }
    }

    private int open() throws IOException, InterruptedException {
        int open = 0;
        for (JsonNode one : user.json("/candidates?brief=" + brief)) {
            String status = one.get("status").asText();
            if (status.equals("waiting") || status.equals("running")) open++;
        }
        for (long id : slices.keySet())
            if (user.json("/uploads/" + id).get("state").asText().equals("READING")) open++;
        return open;
    }
}
