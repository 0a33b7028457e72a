package outrider.server.endpoint;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.JsonToken;
import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/** Records that a consumer sent: JSON (one object, a list, or {@code {"records": […]}}), NDJSON, or CSV with a header. */
final class Asked {
    static final int MOST_RECORDS = 50_000;
    private static final JsonFactory JSON = new JsonFactory();

    private final Map<String, SentColumn> columns = new LinkedHashMap<>();
    private int size;

    /** How records and answers are written. */
    enum Form {
        JSON("application/json"),
        NDJSON("application/x-ndjson"),
        CSV("text/csv");

        final String type;

        Form(String type) {
            this.type = type;
        }

        /** Null for one that is not taken. */
        static @Nullable Form of(@Nullable String contentType) {
            String type = contentType == null
                    ? JSON.type
                    : contentType.split(";")[0].strip().toLowerCase(Locale.ROOT);
            for (Form form : values()) if (form.type.equals(type)) return form;
            return null;
        }
    }

    private Asked() {}

    /** @throws BadInput saying where it cannot be read, or that it holds too many */
    static Asked of(Form form, byte[] body) {
        Asked asked = new Asked();
        try {
            if (form == Form.CSV) asked.csv(body);
            else asked.json(body, form == Form.NDJSON);
        } catch (JsonProcessingException e) {
            throw BadInput.atLine(
                    e.getLocation() == null ? 0 : e.getLocation().getLineNr(),
                    "body",
                    "is no JSON: " + e.getOriginalMessage(),
                    form == Form.NDJSON ? "send one object a line" : "send one object a record");
        } catch (CsvParseException e) {
            throw BadInput.of("body", "is no CSV: " + e.getMessage(), "close every quote");
        } catch (IOException e) {
            throw BadInput.of("body", "cannot be read", "send it in UTF-8");
        }
        if (asked.size == 0) throw BadInput.of("records", "are none", "send at least one");
        return asked;
    }

    int size() {
        return size;
    }

    /** By name, in the order in which they were first sent. */
    Map<String, SentColumn> columns() {
        return columns;
    }

    private int next() {
        if (size < MOST_RECORDS) return size++;
        throw BadInput.of(
                "records", String.format(Locale.ROOT, "are more than %,d", MOST_RECORDS), "send fewer at once");
    }

    private SentColumn column(String name) {
        SentColumn known = columns.get(name);
        if (known != null) return known;
        SentColumn made = new SentColumn();
        columns.put(name, made);
        return made;
    }

    private void json(byte[] body, boolean lines) throws IOException {
        try (JsonParser parser = JSON.createParser(body)) {
            JsonToken token = parser.nextToken();
            if (lines) {
                for (; token != null; token = parser.nextToken()) record(parser, token);
                return;
            }
            if (token == JsonToken.START_OBJECT) {
                JsonToken first = parser.nextToken();
                boolean wrapped =
                        first == JsonToken.FIELD_NAME && parser.currentName().equals("records");
                if (wrapped && parser.nextToken() == JsonToken.START_ARRAY) {
                    list(parser);
                    if (parser.nextToken() != JsonToken.END_OBJECT) {
                        throw BadInput.of("records", "are not all there is", "send nothing beside them");
                    }
                } else {
                    fields(parser, wrapped ? parser.currentToken() : null, first, next());
                }
            } else if (token == JsonToken.START_ARRAY) {
                list(parser);
            } else if (token != null) {
                record(parser, token);
            }
            if (parser.nextToken() != null) throw BadInput.of("body", "goes on behind its end", "send one document");
        }
    }

    private void list(JsonParser parser) throws IOException {
        for (JsonToken token = parser.nextToken(); token != JsonToken.END_ARRAY; token = parser.nextToken()) {
            record(parser, token);
        }
    }

    private void record(JsonParser parser, JsonToken token) throws IOException {
        int record = next();
        if (token != JsonToken.START_OBJECT) {
            throw new BadInput("record", record + 1, 0, "is no object", "send names of columns with their values");
        }
        fields(parser, null, parser.nextToken(), record);
    }

    /** @param read a value that was read already, of the field whose name was; null for none */
    private void fields(JsonParser parser, @Nullable JsonToken read, @Nullable JsonToken first, int record)
            throws IOException {
        JsonToken value = read;
        for (JsonToken token = first; token == JsonToken.FIELD_NAME; token = parser.nextToken()) {
            String name = parser.currentName();
            SentColumn column = column(name);
            if (column.has(record)) throw new BadInput(name, record + 1, 0, "is sent twice", "send it once");
            JsonToken kind = value == null ? parser.nextToken() : value;
            value = null;
            if (kind == JsonToken.VALUE_NUMBER_INT || kind == JsonToken.VALUE_NUMBER_FLOAT) {
                double number = parser.getDoubleValue();
                if (Double.isInfinite(number)) {
                    throw new BadInput(name, record + 1, 0, "is too large to compute with", "send null, or mend it");
                }
                column.number(record, number);
            } else if (kind == JsonToken.VALUE_NULL) {
                column.nothing(record);
            } else if (kind.isScalarValue()) {
                text(column, record, parser.getText());
            } else {
                throw new BadInput(name, record + 1, 0, "holds a list or an object", "send one value");
            }
        }
    }

    private static void text(SentColumn column, int record, String text) {
        if (text.isEmpty()) column.nothing(record);
        else column.text(record, text);
    }

    private void csv(byte[] body) throws CharacterCodingException {
        String text = StandardCharsets.UTF_8
                .newDecoder()
                .decode(ByteBuffer.wrap(body))
                .toString();
        if (text.startsWith("\uFEFF")) text = text.substring(1);
        int end = text.indexOf('\n');
        String first = end < 0 ? text : text.substring(0, end);
        char delimiter =
                first.indexOf(';') >= 0 && first.indexOf(',') < 0 ? ';' : first.indexOf('\t') >= 0 ? '\t' : ',';
        List<SentColumn> header = null;
        for (CsvRecord line : CsvReader.builder()
                .fieldSeparator(delimiter)
                .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
                .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
                .allowUnclosedQuote(false)
                .ofCsvRecord(text)) {
            if (header == null) {
                header = new ArrayList<>();
                for (String name : line.getFields()) header.add(column(name));
                if (columns.size() < header.size()) {
                    throw BadInput.of("header", "names a column twice", "name each once");
                }
                continue;
            }
            if (line.getFieldCount() != header.size()) {
                throw BadInput.atLine(
                        line.getStartingLineNumber(),
                        "record",
                        "has " + line.getFieldCount() + " cells, the header " + header.size(),
                        "send as many as the header");
            }
            int record = next();
            for (int i = 0; i < header.size(); i++) text(header.get(i), record, line.getField(i));
        }
    }
}
