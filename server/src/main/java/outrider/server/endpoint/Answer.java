package outrider.server.endpoint;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.table.Column;
import outrider.table.CsvTableWriter;
import outrider.table.NumberColumn;
import outrider.table.Table;

/** Scores as they are sent back. */
final class Answer {
    private static final JsonFactory JSON = new JsonFactory();

    private Answer() {}

    /** @param request number of the request, told with JSON; other forms have it in a header */
    static byte[] of(Asked.Form form, Table scored, int version, String request) {
        ByteArrayOutputStream out = new ByteArrayOutputStream(64 + 96 * scored.size());
        try {
            if (form == Asked.Form.CSV) {
                CsvTableWriter.write(scored, out);
                return out.toByteArray();
            }
            try (JsonGenerator json = JSON.createGenerator(out)) {
                if (form == Asked.Form.NDJSON) json.setRootValueSeparator(null);
                if (form == Asked.Form.JSON) {
                    json.writeStartObject();
                    json.writeStringField("request", request);
                    json.writeNumberField("version", version);
                    json.writeArrayFieldStart("records");
                }
                for (int i = 0; i < scored.size(); i++) {
                    record(json, scored, i);
                    if (form == Asked.Form.NDJSON) json.writeRaw('\n');
                }
                if (form == Asked.Form.JSON) {
                    json.writeEndArray();
                    json.writeEndObject();
                }
            }
            return out.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void record(JsonGenerator json, Table scored, int i) throws IOException {
        json.writeStartObject();
        List<String> reasons = new ArrayList<>();
        boolean asked = false;
        List<Column> columns = scored.columns();
        for (int c = 0; c < columns.size(); c++) {
            Column column = columns.get(c);
            if (column.name().startsWith("reason") && c >= 4) {
                asked = true;
                String reason = column.text(i);
                if (reason != null) reasons.add(reason);
            } else if (column instanceof NumberColumn numbers) {
                number(json, column.name(), numbers.values()[i]);
            } else {
                text(json, column.name(), column.text(i));
            }
        }
        if (asked) {
            json.writeArrayFieldStart("reasons");
            for (String reason : reasons) json.writeString(reason);
            json.writeEndArray();
        }
        json.writeEndObject();
    }

    private static void number(JsonGenerator json, String name, double value) throws IOException {
        boolean whole = value == Math.rint(value) && !name.equals("score");
        if (whole) json.writeNumberField(name, (long) value);
        else json.writeNumberField(name, value);
    }

    private static void text(JsonGenerator json, String name, @Nullable String text) throws IOException {
        if (text == null) json.writeNullField(name);
        else json.writeStringField(name, text);
    }
}
