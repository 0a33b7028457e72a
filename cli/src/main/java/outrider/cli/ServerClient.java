package outrider.cli;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.MissingNode;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.net.ConnectException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublisher;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Map;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/** A signed-in user of a running server. What the server refuses comes back as {@link BadInput}. Not thread safe. */
public final class ServerClient {
    private static final int SLICE = 8 << 20;
    private static final long PAUSE = 20;
    /** For one answer; a slice or a split of a large file takes seconds. */
    private static final Duration PATIENCE = Duration.ofSeconds(60);

    private static final ObjectMapper JSON = new ObjectMapper();

    private final String address;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient client = HttpClient.newBuilder()
            .version(HttpClient.Version.HTTP_1_1)
            .cookieHandler(cookies)
            .build();

    private ServerClient(String address) {
        this.address = address;
    }

    /** @throws BadInput if nothing answers there, or the account is not let in */
    public static ServerClient signIn(String address, String user, String password)
            throws IOException, InterruptedException {
        ServerClient server = new ServerClient(address);
        String form = "j_username=" + URLEncoder.encode(user, StandardCharsets.UTF_8) + "&j_password="
                + URLEncoder.encode(password, StandardCharsets.UTF_8);
        HttpRequest login = HttpRequest.newBuilder(URI.create(address + "/api/login"))
                .header("Content-Type", "application/x-www-form-urlencoded")
                .POST(BodyPublishers.ofString(form))
                .build();
        try {
            int status = server.client
                    .send(login, HttpResponse.BodyHandlers.discarding())
                    .statusCode();
            if (status != 200) throw BadInput.of("user", user + " is not let in", "check the name and the password");
        } catch (ConnectException e) {
            throw BadInput.of("server", "nothing answers at " + address, "start it with ./outrider start");
        }
        server.get("/me");
        return server;
    }

    public JsonNode get(String path) throws IOException, InterruptedException {
        return ask("GET", path, BodyPublishers.noBody(), "application/json");
    }

    public JsonNode delete(String path) throws IOException, InterruptedException {
        return ask("DELETE", path, BodyPublishers.noBody(), "application/json");
    }

    /** @param body anything that Jackson writes, or null */
    public JsonNode post(String path, @Nullable Object body) throws IOException, InterruptedException {
        return send("POST", path, body);
    }

    public JsonNode put(String path, Object body) throws IOException, InterruptedException {
        return send("PUT", path, body);
    }

    private JsonNode send(String method, String path, @Nullable Object body) throws IOException, InterruptedException {
        BodyPublisher bytes =
                body == null ? BodyPublishers.noBody() : BodyPublishers.ofByteArray(JSON.writeValueAsBytes(body));
        return ask(method, path, bytes, "application/json");
    }

    private JsonNode ask(String method, String path, BodyPublisher body, String type)
            throws IOException, InterruptedException {
        String token = cookies.getCookieStore().getCookies().stream()
                .filter(cookie -> cookie.getName().equals("outrider-csrf"))
                .map(HttpCookie::getValue)
                .findFirst()
                .orElse("");
        HttpRequest request = HttpRequest.newBuilder(URI.create(address + "/api" + path))
                .timeout(PATIENCE)
                .header("Content-Type", type)
                .header("X-Outrider-Csrf", token)
                .method(method, body)
                .build();
        HttpResponse<String> answer;
        try {
            answer = client.send(request, HttpResponse.BodyHandlers.ofString());
        } catch (IOException e) {
            throw BadInput.of(
                    "server",
                    "stopped answering at " + address,
                    "start it again; its pages say what became of the file");
        }
        JsonNode read = answer.body().startsWith("{") || answer.body().startsWith("[")
                ? JSON.readTree(answer.body())
                : MissingNode.getInstance();
        if (answer.statusCode() < 300) return read;
        String detail = !read.has("detail")
                ? "answered " + answer.statusCode()
                : read.get("detail").asText();
        throw BadInput.of("server", detail, null);
    }

    /**
     * Sends a file's bytes slice by slice.
     *
     * @return the id of the file on its way in
     */
    public long sendFile(Path file, Consumer<String> said) throws IOException, InterruptedException {
        long size = Files.size(file);
        long id = post("/uploads", Map.of("name", file.getFileName().toString(), "bytes", size))
                .get("id")
                .asLong();
        try (RandomAccessFile in = new RandomAccessFile(file.toFile(), "r")) {
            for (long at = 0; at < size; at += SLICE) {
                byte[] slice = new byte[(int) Math.min(SLICE, size - at)];
                in.readFully(slice);
                BodyPublisher bytes = BodyPublishers.ofByteArray(slice);
                ask("PUT", "/uploads/" + id + "/bytes?from=" + at, bytes, "application/octet-stream");
                said.accept("sent " + Math.min(size, at + SLICE) / 1000 + " of " + size / 1000 + " kB");
            }
        }
        return id;
    }

    /**
     * Has it read and waits.
     *
     * @return the dataset's id.
     * @throws BadInput if it is refused
     */
    public long readFile(long upload, Consumer<String> said) throws IOException, InterruptedException {
        post("/uploads/" + upload + "/read", null);
        String last = "";
        while (true) {
            JsonNode view = get("/uploads/" + upload);
            String state = view.get("state").asText();
            if (state.equals("STORED")) return view.get("datasetId").asLong();
            if (!state.equals("READING")) {
                throw BadInput.of(
                        view.get("name").asText(), view.path("message").asText("was not read"), null);
            }
            String step = view.path("step").asText("");
            if (!step.equals(last)) said.accept(step);
            last = step;
            Thread.sleep(PAUSE);
        }
    }
}
