package outrider.server;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.restassured.path.json.JsonPath;
import io.restassured.response.Response;
import jakarta.inject.Inject;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import outrider.server.dataset.Datasets;
import outrider.table.Table;

/** The steps from a file to a brief on its columns, for tests to begin from. */
abstract class DataSteps extends CaseSteps {
    @Inject
    Datasets datasets;

    /** Semicolons, decimal commas, Latin-1, odd texts among numbers, a leak, dates, and an outcome of three levels. */
    static byte[] dirty() {
        StringBuilder text = new StringBuilder("member;café;signed_on;amount;visits;goodbye;state\n");
        for (int i = 0; i < 2400; i++) {
            boolean lapsed = i * 7919 % 10 == 0;
            text.append('M').append(i % 2000).append(';').append(i % 3);
            text.append(";%02d.%02d.2026;".formatted(1 + i % 28, 1 + i / 200));
            text.append(i % 60 == 7 ? "n/a" : "%d,%02d".formatted(i % 97, i % 100))
                    .append(';');
            text.append(i % 50 == 7 ? "-" : Integer.toString(i % 9)).append(';').append(lapsed ? "yes" : "no");
            text.append(lapsed ? ";lapsed\n" : i % 40 == 3 ? ";withdrawn\n" : ";renewed\n");
        }
        return text.toString().getBytes(StandardCharsets.ISO_8859_1);
    }

    int begin(String name, byte[] file, Integer brief) {
        Map<String, Object> wanted = new HashMap<>(Map.of("name", name, "bytes", file.length));
        if (brief != null) wanted.put("briefId", brief);
        return analyst.post("/uploads", wanted).then().statusCode(200).extract().path("id");
    }

    Response send(int upload, long from, byte[] bytes) {
        return analyst.asks()
                .contentType("application/octet-stream")
                .body(bytes)
                .queryParam("from", from)
                .put("/api/uploads/" + upload + "/bytes");
    }

    JsonPath read(int upload) {
        analyst.post("/uploads/" + upload + "/read", null).then().statusCode(200);
        for (int i = 0; i < 300; i++) {
            JsonPath view = analyst.get("/uploads/" + upload).jsonPath();
            if (!view.getString("state").equals("READING")) return view;
            sleep(i);
        }
        throw new AssertionError("file " + upload + " is never read");
    }

    int store(String name, byte[] file) {
        int upload = begin(name, file, null);
        send(upload, 0, file).then().statusCode(204);
        return read(upload).getInt("datasetId");
    }

    /** A brief on the dirty file with lapsed as the event and withdrawn left out. */
    int dirtyBrief() {
        return brief(
                "dirty.csv",
                dirty(),
                Map.of("column", "state", "events", List.of("lapsed"), "leftOut", List.of("withdrawn")));
    }

    int brief(String name, byte[] file, Map<String, Object> outcome) {
        int id = analyst.post("/briefs", Map.of("datasetId", store(name, file)))
                .then()
                .statusCode(200)
                .extract()
                .path("id");
        edit(id, Map.of("outcome", outcome));
        return id;
    }

    JsonPath columns(int brief) {
        for (int i = 0; i < 300; i++) {
            JsonPath view = analyst.get("/briefs/" + brief + "/columns").jsonPath();
            if (view.getInt("pending") == 0) return view;
            sleep(i);
        }
        throw new AssertionError("the columns of brief " + brief + " are never profiled");
    }

    static String column(String name) {
        return "columns.find { it.name == '" + name + "' }.";
    }

    Map<String, Object> setup(int brief, String name) {
        return new HashMap<>(columns(brief).getMap(column(name) + "setup"));
    }

    Response change(int brief, String name, String field, Object value) {
        Map<String, Object> setup = setup(brief, name);
        setup.put(field, value);
        return analyst.put("/briefs/" + brief + "/columns", Map.of(name, setup));
    }

    /** Read from the database, not from what the server remembers. */
    Table freshTable(int id) {
        for (int i = 0; i < 4; i++) store("other" + i + ".csv", ("a\n1\n" + i + "\n").getBytes(StandardCharsets.UTF_8));
        return QuarkusTransaction.requiringNew().call(() -> datasets.table(id));
    }
}
