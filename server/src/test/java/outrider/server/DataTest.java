package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import io.restassured.path.json.JsonPath;
import io.restassured.response.Response;
import jakarta.inject.Inject;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import outrider.base.Progress;
import outrider.check.ColumnProfile;
import outrider.parquet.ParquetTables;
import outrider.server.dataset.Arrival;
import outrider.server.dataset.Dataset;
import outrider.server.dataset.Datasets;
import outrider.split.Parts;
import outrider.table.Column;
import outrider.table.CsvTableReader;
import outrider.table.Levels;
import outrider.table.Table;

/** Files in, columns, and splits, through the API. */
@QuarkusTest
class DataTest extends CaseSteps {
    @Inject
    Datasets datasets;

    /** Semicolons, decimal commas, Latin-1, odd texts among numbers, a leak, dates, and an outcome of three levels. */
    private static byte[] dirty() {
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

    private int begin(String name, byte[] file, Integer brief) {
        Map<String, Object> wanted = new HashMap<>(Map.of("name", name, "bytes", file.length));
        if (brief != null) wanted.put("briefId", brief);
        return analyst.post("/arrivals", wanted)
                .then()
                .statusCode(200)
                .extract()
                .path("id");
    }

    private Response send(int arrival, long from, byte[] bytes) {
        return analyst.asks()
                .contentType("application/octet-stream")
                .body(bytes)
                .queryParam("from", from)
                .put("/api/arrivals/" + arrival + "/bytes");
    }

    private JsonPath read(int arrival) {
        analyst.post("/arrivals/" + arrival + "/read", null).then().statusCode(200);
        for (int i = 0; i < 300; i++) {
            JsonPath view = analyst.get("/arrivals/" + arrival).jsonPath();
            if (!view.getString("state").equals("READING")) return view;
            sleep();
        }
        throw new AssertionError("file " + arrival + " is never read");
    }

    private int store(String name, byte[] file) {
        int arrival = begin(name, file, null);
        send(arrival, 0, file).then().statusCode(204);
        return read(arrival).getInt("datasetId");
    }

    /** A brief on the dirty file with lapsed as the event and withdrawn left out. */
    private int dirtyBrief() {
        int id = analyst.post("/briefs", Map.of("datasetId", store("dirty.csv", dirty())))
                .then()
                .statusCode(200)
                .extract()
                .path("id");
        edit(id, Map.of("outcome", "state", "eventLevels", List.of("lapsed"), "leftOutLevels", List.of("withdrawn")));
        return id;
    }

    private JsonPath columns(int brief) {
        for (int i = 0; i < 300; i++) {
            JsonPath view = analyst.get("/briefs/" + brief + "/columns").jsonPath();
            if (view.getInt("pending") == 0) return view;
            sleep();
        }
        throw new AssertionError("the columns of brief " + brief + " are never profiled");
    }

    private static String column(String name) {
        return "columns.find { it.name == '" + name + "' }.";
    }

    private Map<String, Object> setup(int brief, String name) {
        return new HashMap<>(columns(brief).getMap(column(name) + "setup"));
    }

    private Response change(int brief, String name, String field, Object value) {
        Map<String, Object> setup = setup(brief, name);
        setup.put(field, value);
        return analyst.put("/briefs/" + brief + "/columns", Map.of(name, setup));
    }

    @Test
    void aFileComesInSlicesIsPreviewedCorrectedAndRead() {
        byte[] file = dirty();
        int arrival = begin("dirty.csv", file, null);
        byte[] head = java.util.Arrays.copyOf(file, 10_000);
        send(arrival, 0, head).then().statusCode(204);
        assertThat(send(arrival, 20_000, head).jsonPath().getString("detail")).contains("10000 bytes are here");
        assertThat(analyst.post("/arrivals/" + arrival + "/read", null)
                        .jsonPath()
                        .getString("detail"))
                .contains("is not all here");
        send(arrival, 10_000, java.util.Arrays.copyOfRange(file, 10_000, file.length))
                .then()
                .statusCode(204);
        JsonPath view = analyst.get("/arrivals/" + arrival).jsonPath();
        assertThat(view.getString("state")).isEqualTo("HERE");
        assertThat(view.getString("preview.dialect.delimiter")).isEqualTo(";");
        assertThat(view.getString("preview.dialect.encoding")).isEqualTo("LATIN_1");
        assertThat(view.getString("preview.dialect.decimal")).isEqualTo(",");
        assertThat(view.getList("preview.names")).contains("café");
        Map<String, Object> wrong = new HashMap<>(view.getMap("preview.dialect"));
        wrong.put("delimiter", ",");
        JsonPath corrected =
                analyst.put("/arrivals/" + arrival + "/dialect", wrong).jsonPath();
        assertThat(corrected.getList("preview.names")).hasSize(1);
        JsonPath failed = read(arrival);
        assertThat(failed.getString("state")).isEqualTo("FAILED");
        assertThat(failed.getString("message")).contains("line 2: has 2 fields where the header has 1");
        wrong.put("delimiter", ";");
        analyst.put("/arrivals/" + arrival + "/dialect", wrong).then().statusCode(200);
        JsonPath stored = read(arrival);
        assertThat(stored.getString("state")).isEqualTo("STORED");
        Dataset dataset = QuarkusTransaction.requiringNew().call(() -> datasets.get(stored.getInt("datasetId")));
        assertThat(dataset.records).isEqualTo(2400);
        assertThat(dataset.bytes).isEqualTo(file.length);
    }

    @Test
    void everyTypeComesBackExactlyThroughTheDatabaseCsvAndParquet() throws Exception {
        int id = store("dirty.csv", dirty());
        Table read = CsvTableReader.read(new ByteArrayInputStream(dirty()), Progress.NONE);
        byte[] csv = analyst.get("/datasets/" + id + "/file.csv").asByteArray();
        Path file = Files.createTempFile("export", ".parquet");
        Files.write(file, analyst.get("/datasets/" + id + "/file.parquet").asByteArray());
        Table fromDatabase = freshTable(id);
        Table fromCsv = CsvTableReader.read(new ByteArrayInputStream(csv), Progress.NONE);
        Table fromParquet = ParquetTables.read(file, Progress.NONE);
        Files.delete(file);
        assertThat(read.columns())
                .extracting(Column::type)
                .extracting(Enum::name)
                .contains("NUMBER", "CATEGORY", "DATE", "TEXT");
        for (Column column : read.columns()) {
            for (Table other : List.of(fromDatabase, fromCsv, fromParquet)) {
                Column back = other.column(column.name());
                assertThat(back.type()).as(column.name()).isEqualTo(column.type());
                for (int i = 0; i < read.size(); i++) {
                    assertThat(back.text(i)).isEqualTo(column.text(i));
                    if (other != fromParquet) assertThat(back.asWritten(i)).isEqualTo(column.asWritten(i));
                }
            }
        }
    }

    /** Read from the database, not from what the server remembers. */
    private Table freshTable(int id) {
        for (int i = 0; i < 4; i++) store("other" + i + ".csv", ("a\n1\n" + i + "\n").getBytes(StandardCharsets.UTF_8));
        return QuarkusTransaction.requiringNew().call(() -> datasets.table(id));
    }

    @Test
    void columnsOfAnEarlierVersionAreStoredAnew() {
        int id = store("old.csv", "n,c\n1.5,x\n,y\n-2,x\n".getBytes(StandardCharsets.UTF_8));
        byte[] old = java.nio.ByteBuffer.allocate(24)
                .putDouble(1.5)
                .putDouble(Double.NaN)
                .putDouble(-2)
                .array();
        QuarkusTransaction.requiringNew().run(() -> {
            var number = datasets.columns(id).get(0);
            outrider.server.dataset.ColumnChunk.<outrider.server.dataset.ColumnChunk>find("columnId", number.id)
                            .firstResult()
                            .bytes =
                    outrider.server.work.Packed.pack(old);
            for (var column : datasets.columns(id)) column.facts = null;
        });
        oldColumns.renew(null);
        Table table = freshTable(id);
        assertThat(((outrider.table.NumberColumn) table.column("n")).values()).containsExactly(1.5, Double.NaN, -2);
        assertThat(table.column("c").text(2)).isEqualTo("x");
        assertThat(QuarkusTransaction.requiringNew()
                        .call(() -> datasets.columns(id).get(1).facts.distinct()))
                .isEqualTo(2);
    }

    @Inject
    outrider.server.dataset.OldColumns oldColumns;

    @Test
    void whatAServerLeftBehindIsSaidAtTheNextStartAndCanBeResumedOrDiscarded() throws Exception {
        byte[] file = dirty();
        int half = begin("half.csv", file, null);
        send(half, 0, java.util.Arrays.copyOf(file, 5000)).then().statusCode(204);
        int whole = begin("whole.csv", file, null);
        send(whole, 0, file).then().statusCode(204);
        long before = Dataset.count();
        QuarkusTransaction.requiringNew()
                .run(() -> Arrival.update(
                        "state = ?1, step = 'profiling column 3 of 7, amount' where id = ?2",
                        Arrival.State.READING,
                        (long) whole));
        arrivals.look(null);
        JsonPath list = analyst.get("/arrivals").jsonPath();
        assertThat(list.getString("find { it.id == " + whole + " }.message"))
                .isEqualTo("The server stopped while profiling column 3 of 7, amount. Nothing of it is stored yet.");
        assertThat(list.getString("find { it.id == " + half + " }.state")).isEqualTo("INTERRUPTED");
        assertThat(Dataset.count()).isEqualTo(before);
        assertThat(read(whole).getString("state")).isEqualTo("STORED");
        send(half, 5000, java.util.Arrays.copyOfRange(file, 5000, file.length))
                .then()
                .statusCode(204);
        assertThat(analyst.get("/arrivals/" + half).jsonPath().getString("state"))
                .isEqualTo("HERE");
        analyst.asks().delete("/api/arrivals/" + half).then().statusCode(204);
        analyst.get("/arrivals/" + half).then().statusCode(404);
    }

    @Inject
    outrider.server.dataset.Arrivals arrivals;

    @Test
    void typesAreMendedRolesChangedTogetherAndEverythingUndone() {
        int id = dirtyBrief();
        JsonPath before = columns(id);
        assertThat(before.getString(column("amount") + "type")).isIn("CATEGORY", "TEXT");
        assertThat(before.getList(column("amount") + "mend.reading.missing")).containsExactly("n/a");
        assertThat(change(id, "amount", "reading", Map.of("type", "NUMBER", "format", "1234,5"))
                        .then()
                        .statusCode(400)
                        .extract()
                        .jsonPath()
                        .getString("detail"))
                .contains("line 9, column \"amount\": is “n/a”, not a number")
                .contains("“n/a” (40)");
        change(id, "amount", "reading", before.getMap(column("amount") + "mend.reading"))
                .then()
                .statusCode(200);
        JsonPath mended = columns(id);
        assertThat(mended.getString(column("amount") + "type")).isEqualTo("NUMBER");
        assertThat(mended.getInt(column("amount") + "missing")).isEqualTo(40);
        assertThat(mended.getString("undo")).isEqualTo("amount: read as number");
        Map<String, Object> both = new HashMap<>();
        for (String name : List.of("visits", "café")) {
            Map<String, Object> setup = setup(id, name);
            setup.put("role", "SET_ASIDE");
            both.put(name, setup);
        }
        analyst.put("/briefs/" + id + "/columns", both).then().statusCode(200);
        assertThat(columns(id).getString("undo")).isEqualTo("2 columns changed together");
        analyst.post("/briefs/" + id + "/columns/undo", null).then().statusCode(200);
        analyst.post("/briefs/" + id + "/columns/undo", null).then().statusCode(200);
        JsonPath undone = columns(id);
        assertThat(undone.getString(column("visits") + "setup.role")).isEqualTo("INPUT");
        assertThat(undone.getString(column("amount") + "type")).isEqualTo(before.getString(column("amount") + "type"));
        analyst.post("/briefs/" + id + "/columns/undo", null).then().statusCode(409);
        assertThat(change(id, "visits", "kept", Map.of("suspected leak", " "))
                        .jsonPath()
                        .getString("detail"))
                .contains("without a reason");
        assertThat(change(id, "visits", "knownAfterDays", -1).jsonPath().getString("detail"))
                .contains("give 0 or more");
    }

    private static Map<String, Object> plan(Map<String, Object> more) {
        Map<String, Object> plan =
                new HashMap<>(Map.of("method", "SHARES", "shares", List.of(0.5, 0.25, 0.25), "seed", 4, "folds", 5));
        plan.putAll(more);
        return plan;
    }

    @Test
    void splitsArePreviewedMadeProfiledOnTrainingAndLeaveTheReserveOut() {
        int id = dirtyBrief();
        Map<String, Object> byDate = plan(Map.of("method", "DATE", "column", "signed_on", "groupBy", "member"));
        JsonPath preview = analyst.post("/briefs/" + id + "/split/preview", byDate)
                .then()
                .statusCode(200)
                .extract()
                .jsonPath();
        assertThat(preview.getInt("straddlingGroups")).isZero();
        assertThat(preview.getInt("leftOut")).isEqualTo(60);
        assertThat(preview.getBoolean("parts.find { it.part == 'reserve' }.few"))
                .isTrue();
        assertThat(analyst.get("/briefs/" + id).jsonPath().<Object>get("split")).isNull();
        JsonPath made = analyst.post("/briefs/" + id + "/split", byDate)
                .then()
                .statusCode(200)
                .extract()
                .jsonPath();
        assertThat(made.getList("split.facts.parts")).isEqualTo(preview.getList("parts"));
        int training = made.getInt("split.parts[0].records");
        JsonPath columns = columns(id);
        assertThat(columns.getInt(column("goodbye") + "records")).isEqualTo(training);
        assertThat(columns.getString(column("goodbye") + "alarms[0].name")).isEqualTo("suspected leak");
        assertThat(columns.getList(column("visits") + "alarms")).isEmpty();
        Table table = CsvTableReader.read(new ByteArrayInputStream(dirty()), Progress.NONE);
        byte[] outcome = Levels.outcome(table, "state", List.of("lapsed"), List.of("withdrawn"), false);
        Parts parts = QuarkusTransaction.requiringNew()
                .call(() -> outrider.server.brief.Brief.<outrider.server.brief.Brief>findById((long) id)
                        .parts());
        ColumnProfile core = ColumnProfile.of(table.column("visits"), parts.training(), outcome);
        assertThat(columns.getDouble(column("visits") + "auc")).isEqualTo(core.auc());
        assertThat(columns.getDouble(column("visits") + "informationValue")).isEqualTo(core.informationValue());
        JsonPath detail =
                analyst.get("/briefs/" + id + "/columns/detail?name=visits").jsonPath();
        assertThat(detail.getInt("profile.bands[0].records"))
                .isEqualTo(core.bands().get(0).records());
        assertThat(columns.getList(column("state") + "levels.text")).contains("withdrawn");
        candidate(id, logistic("Logistic", 1));
        for (String path : List.of("/split", "/split/preview")) {
            assertThat(analyst.post("/briefs/" + id + path, plan(Map.of()))
                            .jsonPath()
                            .getString("detail"))
                    .contains("locked once candidates exist");
        }
        assertThat(change(id, "visits", "reading", Map.of("type", "TEXT"))
                        .jsonPath()
                        .getString("detail"))
                .contains("has its type fixed");
    }

    @Test
    void weightsAndThinningTouchTrainingAloneAndProbabilitiesStayTrue() {
        Map<String, Double> mean = new HashMap<>();
        for (String method : List.of("NONE", "WEIGHTS", "THINNING")) {
            int id = (int) brief(Map.of("outcome", "gone", "eventLevels", List.of("yes")));
            double share = method.equals("NONE") ? 0 : 0.5;
            analyst.post("/briefs/" + id + "/split", plan(Map.of("balance", Map.of("method", method, "share", share))))
                    .then()
                    .statusCode(200);
            JsonPath split = analyst.get("/briefs/" + id).jsonPath();
            assertThat(split.getInt("split.parts[1].records")).isEqualTo(300);
            candidate(id, logistic("Logistic", 0));
            String scores = analyst.get("/comparisons/" + id + "/scores.csv").asString();
            mean.put(
                    method,
                    scores.lines()
                            .filter(line -> !line.startsWith("record"))
                            .mapToDouble(line -> Double.parseDouble(line.split(",")[2]))
                            .average()
                            .orElseThrow());
            if (!method.equals("NONE")) {
                assertThat(split.getInt("split.facts.training.events"))
                        .isEqualTo(split.getInt("split.parts[0].events"));
                assertThat(split.getDouble("split.facts.training.logOdds")).isNegative();
            }
        }
        double plain = mean.get("NONE");
        assertThat(mean.get("WEIGHTS"))
                .as("without the correction it would be near 0.5")
                .isBetween(plain / 2, 2 * plain);
        assertThat(mean.get("THINNING")).isBetween(plain / 2, 2 * plain);
    }

    @Test
    void aNewerDeliveryShowsItsChangesAndBecomesTheNextEdition() {
        int id = dirtyBrief();
        analyst.post("/briefs/" + id + "/split", plan(Map.of())).then().statusCode(200);
        candidate(id, logistic("Logistic", 1));
        String newer = new String(dirty(), StandardCharsets.ISO_8859_1)
                .replace(";no;", ";maybe;")
                .replaceFirst("visits;goodbye", "visits;farewell");
        byte[] file = newer.getBytes(StandardCharsets.ISO_8859_1);
        int arrival = begin("newer.csv", file, id);
        send(arrival, 0, file).then().statusCode(204);
        int dataset = read(arrival).getInt("datasetId");
        assertThat(analyst.get("/arrivals").jsonPath().getList("id")).contains(arrival);
        List<String> words = new ArrayList<>(
                analyst.get("/briefs/" + id + "/delivery/" + dataset).jsonPath().getList("words", String.class));
        assertThat(words).containsExactlyInAnyOrder("the column is gone", "a new column");
        JsonPath next = analyst.post("/briefs/" + id + "/delivery/" + dataset, null)
                .then()
                .statusCode(200)
                .extract()
                .jsonPath();
        assertThat(next.getInt("edition")).isEqualTo(2);
        assertThat(next.getInt("previousId")).isEqualTo(id);
        assertThat(next.getString("outcome")).isEqualTo("state");
        assertThat(next.<Object>get("split")).isNull();
        JsonPath old = analyst.get("/briefs/" + id).jsonPath();
        assertThat(old.getInt("nextId")).isEqualTo(next.getInt("id"));
        assertThat(old.getInt("candidates")).isEqualTo(1);
        assertThat(analyst.asks()
                        .delete("/api/datasets/" + dataset)
                        .then()
                        .statusCode(409)
                        .extract()
                        .asString())
                .contains("is used by a brief");
        assertThat(analyst.post("/briefs/" + id + "/edition", null).jsonPath().getString("detail"))
                .contains("exists already");
    }
}
