package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import io.restassured.path.json.JsonPath;
import jakarta.inject.Inject;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.Test;
import outrider.base.Progress;
import outrider.parquet.ParquetTables;
import outrider.server.dataset.Dataset;
import outrider.server.dataset.Upload;
import outrider.table.Column;
import outrider.table.ColumnType;
import outrider.table.CsvTableReader;
import outrider.table.Table;

@QuarkusTest
class DataTest extends DataSteps {
    @Test
    void aFileComesInSlicesIsPreviewedCorrectedAndRead() {
        byte[] file = dirty();
        int upload = begin("dirty.csv", file, null);
        byte[] head = java.util.Arrays.copyOf(file, 10_000);
        send(upload, 0, head).then().statusCode(204);
        assertThat(send(upload, 20_000, head).jsonPath().getString("detail")).contains("10000 bytes are here");
        assertThat(analyst.post("/uploads/" + upload + "/read", null).jsonPath().getString("detail"))
                .contains("is not all here");
        send(upload, 10_000, java.util.Arrays.copyOfRange(file, 10_000, file.length))
                .then()
                .statusCode(204);
        JsonPath view = analyst.get("/uploads/" + upload).jsonPath();
        assertThat(view.getString("state")).isEqualTo("HERE");
        assertThat(view.getString("preview.dialect.delimiter")).isEqualTo(";");
        assertThat(view.getString("preview.dialect.encoding")).isEqualTo("LATIN_1");
        assertThat(view.getString("preview.dialect.decimal")).isEqualTo(",");
        assertThat(view.getList("preview.names")).contains("café");
        Map<String, Object> wrong = new HashMap<>(view.getMap("preview.dialect"));
        wrong.put("delimiter", ",");
        JsonPath corrected = analyst.put("/uploads/" + upload + "/manner", Map.of("dialect", wrong))
                .jsonPath();
        assertThat(corrected.getList("preview.names")).hasSize(1);
        JsonPath failed = read(upload);
        assertThat(failed.getString("state")).isEqualTo("FAILED");
        assertThat(failed.getString("message")).contains("line 2: has 2 fields where the header has 1");
        wrong.put("delimiter", ";");
        analyst.put("/uploads/" + upload + "/manner", Map.of("dialect", wrong))
                .then()
                .statusCode(200);
        JsonPath stored = read(upload);
        assertThat(stored.getString("state")).isEqualTo("STORED");
        Dataset dataset = QuarkusTransaction.requiringNew().call(() -> datasets.get(stored.getInt("datasetId")));
        assertThat(dataset.records).isEqualTo(2400);
        assertThat(dataset.bytes).isEqualTo(file.length);
    }

    @Test
    void aSheetOfAWorkbookIsChosenAndRead() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (Workbook book = new Workbook(out, "test", null)) {
            Worksheet notes = book.newWorksheet("notes");
            notes.value(0, 0, "words");
            notes.value(1, 0, "nothing");
            notes.range(1, 0, 1, 2).merge();
            Worksheet members = book.newWorksheet("members");
            members.value(0, 0, "since");
            members.value(0, 1, "gone");
            for (int r = 1; r <= 40; r++) {
                members.value(r, 0, LocalDate.of(2025, 1, 1).plusDays(r));
                members.style(r, 0).format("d-mmm-yy").set();
                members.value(r, 1, r % 4 == 0 ? "yes" : "no");
            }
        }
        byte[] file = out.toByteArray();
        int upload = begin("members.xlsx", file, null);
        send(upload, 0, file).then().statusCode(204);
        JsonPath view = analyst.get("/uploads/" + upload).jsonPath();
        assertThat(view.getString("preview.format")).isEqualTo("WORKBOOK");
        assertThat(view.<String>getList("preview.sheets")).containsExactly("notes", "members");
        assertThat(view.getString("preview.sheet"))
                .as("the first that holds a table")
                .isEqualTo("members");
        analyst.put("/uploads/" + upload + "/manner", Map.of("sheet", "notes"))
                .then()
                .statusCode(200);
        assertThat(read(upload).getString("message")).contains("cells A2:C2: are merged");
        JsonPath gone = analyst.put("/uploads/" + upload + "/manner", Map.of("sheet", "gone"))
                .jsonPath();
        assertThat(gone.getString("refusal")).contains("choose one of: notes, members");
        assertThat(gone.getList("preview.sheets")).hasSize(2);
        JsonPath chosen = analyst.put("/uploads/" + upload + "/manner", Map.of("sheet", "members"))
                .jsonPath();
        assertThat(chosen.<String>getList("preview.names")).containsExactly("since", "gone");
        assertThat(chosen.getString("preview.rows[0][0]")).isEqualTo("2025-01-02");
        int id = read(upload).getInt("datasetId");
        Table table = freshTable(id);
        assertThat(table.size()).isEqualTo(40);
        assertThat(table.column("since").type()).isEqualTo(ColumnType.DATE);
        Dataset dataset = QuarkusTransaction.requiringNew().call(() -> datasets.get(id));
        assertThat(dataset.sheet).isEqualTo("members");
    }

    @Test
    void ofTooManyColumnsSomeAreChosen() {
        StringBuilder text = new StringBuilder("gone");
        for (int c = 0; c < 3000; c++) text.append(",q").append(c);
        for (int r = 0; r < 30; r++) {
            text.append(r % 3 == 0 ? "\nyes" : "\nno");
            for (int c = 0; c < 3000; c++) text.append(',').append((r * c) % 7);
        }
        byte[] file = text.append('\n').toString().getBytes(StandardCharsets.UTF_8);
        int upload = begin("wide.csv", file, null);
        send(upload, 0, file).then().statusCode(204);
        assertThat(read(upload).getString("message"))
                .contains("is one of 3001 columns, more than the 1500 that are read together");
        analyst.put("/uploads/" + upload + "/manner", Map.of("columns", List.of("q2999", "q7", "gone")))
                .then()
                .statusCode(200);
        int id = read(upload).getInt("datasetId");
        assertThat(freshTable(id).columns()).extracting(Column::name).containsExactly("gone", "q7", "q2999");
        int brief = analyst.post("/briefs", Map.of("datasetId", id))
                .then()
                .extract()
                .path("id");
        assertThat(analyst.get("/sign-off/" + brief + "/brief.yaml").asString()).contains("- q2999");
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
                .run(() -> Upload.update(
                        "state = ?1, step = 'profiling column 3 of 7, amount' where id = ?2",
                        Upload.State.READING,
                        (long) whole));
        uploads.look(null);
        JsonPath list = analyst.get("/uploads").jsonPath();
        assertThat(list.getString("find { it.id == " + whole + " }.message"))
                .isEqualTo("The server stopped while profiling column 3 of 7, amount. Nothing of it is stored yet.");
        assertThat(list.getString("find { it.id == " + half + " }.state")).isEqualTo("INTERRUPTED");
        assertThat(Dataset.count()).isEqualTo(before);
        assertThat(read(whole).getString("state")).isEqualTo("STORED");
        send(half, 5000, java.util.Arrays.copyOfRange(file, 5000, file.length))
                .then()
                .statusCode(204);
        assertThat(analyst.get("/uploads/" + half).jsonPath().getString("state"))
                .isEqualTo("HERE");
        analyst.asks().delete("/api/uploads/" + half).then().statusCode(204);
        analyst.get("/uploads/" + half).then().statusCode(404);
    }

    @Inject
    outrider.server.dataset.Uploads uploads;

    @Test
    void typesAreMendedRolesChangedTogetherAndEverythingUndone() {
        int id = dirtyBrief();
        JsonPath before = columns(id);
        assertThat(before.getString(column("amount") + "type")).isIn("CATEGORY", "TEXT");
        assertThat(before.getList(column("amount") + "suggested.reading.missing"))
                .containsExactly("n/a");
        assertThat(change(id, "amount", "reading", Map.of("type", "NUMBER", "format", "1234,5"))
                        .then()
                        .statusCode(400)
                        .extract()
                        .jsonPath()
                        .getString("detail"))
                .contains("line 9, column \"amount\": is “n/a”, not a number")
                .contains("“n/a” (40)");
        change(id, "amount", "reading", before.getMap(column("amount") + "suggested.reading"))
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
        assertThat(change(id, "visits", "acceptedAlarms", Map.of("suspected leak", " "))
                        .jsonPath()
                        .getString("detail"))
                .contains("without a reason");
        assertThat(change(id, "visits", "knownAfterDays", -1).jsonPath().getString("detail"))
                .contains("give 0 or more");
    }

    @Test
    void aChangeThatDidNotSeeTheLastOneIsRefused() {
        int id = dirtyBrief();
        long seen = columns(id).getLong("state");
        Map<String, Object> mine = setup(id, "visits");
        mine.put("meaning", "visits to the workshop");
        String at = "/briefs/" + id + "/columns";
        long after = analyst.put(at + "?seen=" + seen, Map.of("visits", mine))
                .then()
                .statusCode(200)
                .extract()
                .jsonPath()
                .getLong("state");
        assertThat(after).isGreaterThan(seen);
        mine.put("meaning", "something else");
        assertThat(analyst.put(at + "?seen=" + seen, Map.of("visits", mine))
                        .then()
                        .statusCode(409)
                        .extract()
                        .jsonPath()
                        .getString("code"))
                .isEqualTo("OVERTAKEN");
        analyst.post(at + "/undo?seen=" + seen, null).then().statusCode(409);
        assertThat(analyst.asks()
                        .body(Map.of("visits", mine))
                        .put("/api" + at)
                        .then()
                        .statusCode(400)
                        .extract()
                        .<String>path("detail"))
                .contains("seen: is missing");
        assertThat(setup(id, "visits")).containsEntry("meaning", "visits to the workshop");
        analyst.post(at + "/undo?seen=" + after, null).then().statusCode(200);
    }
}
