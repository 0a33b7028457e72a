package outrider.bench;

import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.ConcurrentHashMap;

/** One person at one server, who keeps what they have seen. */
final class User {
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final int SLICE = 8_000_000;

    private final String address;
    final HttpClient client = HttpClient.newBuilder()
            .version(HttpClient.Version.HTTP_1_1)
            .cookieHandler(new CookieManager())
            .build();
    final Map<String, String> tags = new ConcurrentHashMap<>();
    private String csrf = "";

    User(String address, String name, String password) throws IOException, InterruptedException {
        this.address = address;
        String form = "j_username=" + name + "&j_password=" + URLEncoder.encode(password, StandardCharsets.UTF_8);
        HttpRequest signIn = HttpRequest.newBuilder(URI.create(address + "/api/login"))
                .header("Content-Type", "application/x-www-form-urlencoded")
                .POST(HttpRequest.BodyPublishers.ofString(form))
                .build();
        int status = client.send(signIn, HttpResponse.BodyHandlers.discarding()).statusCode();
        if (status >= 400) throw new IOException("sign-in of " + name + " gave " + status);
        get("/me");
        csrf = ((CookieManager) client.cookieHandler().orElseThrow())
                .getCookieStore().getCookies().stream()
                        .filter(cookie -> cookie.getName().equals("outrider-csrf"))
                        .map(cookie -> cookie.getValue())
                        .findFirst()
                        .orElse("");
    }

    HttpResponse<byte[]> get(String path) throws IOException, InterruptedException {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(address + "/api" + path));
        String tag = tags.get(path);
        if (tag != null) request.header("If-None-Match", tag);
        HttpResponse<byte[]> answer = client.send(request.build(), HttpResponse.BodyHandlers.ofByteArray());
        answer.headers().firstValue("ETag").ifPresent(now -> tags.put(path, now));
        return answer;
    }

    JsonNode json(String path) throws IOException, InterruptedException {
        tags.remove(path);
        HttpResponse<byte[]> answer = get(path);
        if (answer.statusCode() >= 400) throw new IOException(path + " gave " + answer.statusCode());
        return JSON.readTree(answer.body());
    }

    JsonNode send(String method, String path, String type, byte[] body) throws IOException, InterruptedException {
        HttpRequest request = HttpRequest.newBuilder(URI.create(address + "/api" + path))
                .header("Content-Type", type)
                .header("X-Outrider-Csrf", csrf)
                .method(method, HttpRequest.BodyPublishers.ofByteArray(body))
                .build();
        HttpResponse<byte[]> answer = client.send(request, HttpResponse.BodyHandlers.ofByteArray());
        if (answer.statusCode() >= 400) {
            throw new IOException(method + " " + path + " gave " + answer.statusCode() + ": "
                    + new String(answer.body(), StandardCharsets.UTF_8));
        }
        return answer.body().length == 0 ? JSON.nullNode() : JSON.readTree(answer.body());
    }

    JsonNode post(String path, Object body) throws IOException, InterruptedException {
        return send("POST", path, "application/json", JSON.writeValueAsBytes(body));
    }

    static byte[] file(int records, long seed) {
        Random random = new Random(seed);
        StringBuilder text = new StringBuilder("member,miles,visits,late,points,region,pays_by,gone\n");
        for (int i = 0; i < records; i++) {
            double miles = random.nextGaussian();
            int late = random.nextInt(4);
            boolean gone = random.nextDouble() < 1 / (1 + Math.exp(3 - 0.8 * miles - 0.3 * late));
            text.append('M')
                    .append(i)
                    .append(',')
                    .append(Math.round(miles * 1e4) / 1e4)
                    .append(',');
            text.append(random.nextInt(30)).append(',').append(late).append(',');
            text.append(Math.round(100 * (miles + random.nextGaussian())))
                    .append(",r")
                    .append(random.nextInt(9));
            text.append(random.nextBoolean() ? ",card" : ",debit").append(gone ? ",yes\n" : ",no\n");
        }
        return text.toString().getBytes(StandardCharsets.UTF_8);
    }

    long bring(byte[] file, String name) throws IOException, InterruptedException {
        long id = post("/uploads", Map.of("name", name, "bytes", file.length))
                .get("id")
                .asLong();
        for (int from = 0; from < file.length; from += SLICE) {
            byte[] slice = Arrays.copyOfRange(file, from, Math.min(file.length, from + SLICE));
            send("PUT", "/uploads/" + id + "/bytes?from=" + from, "application/octet-stream", slice);
        }
        post("/uploads/" + id + "/read", Map.of());
        while (true) {
            JsonNode now = json("/uploads/" + id);
            if (!now.get("state").asText().equals("READING"))
                return now.get("datasetId").asLong();
            Thread.sleep(200);
        }
    }

    long fit(long brief, String kind, String name, Map<String, ?> settings) throws IOException, InterruptedException {
        return post("/candidates?brief=" + brief, Map.of("name", name, "kind", kind, "settings", settings))
                .get("id")
                .asLong();
    }

    void await(long brief) throws IOException, InterruptedException {
        while (true) {
            boolean open = false;
            for (JsonNode candidate : json("/candidates?brief=" + brief)) {
                String status = candidate.get("status").asText();
                open |= status.equals("waiting") || status.equals("running");
            }
            if (!open) return;
            Thread.sleep(300);
        }
    }

    long brief(long dataset) throws IOException, InterruptedException {
        long id = post("/briefs", Map.of("datasetId", dataset)).get("id").asLong();
        JsonNode brief = json("/briefs/" + id);
        Map<String, Object> decision = JSON.convertValue(brief.get("decision"), new TypeReference<>() {});
        decision.put("outcome", Map.of("column", "gone", "events", List.of("yes")));
        send(
                "PUT",
                "/briefs/" + id,
                "application/json",
                JSON.writeValueAsBytes(Map.of("version", brief.get("version"), "decision", decision)));
        post("/briefs/" + id + "/split", Map.of("shares", List.of(0.4, 0.4, 0.2), "seed", 3));
        return id;
    }
}
