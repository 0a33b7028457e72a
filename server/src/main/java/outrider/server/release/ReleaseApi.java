package outrider.server.release;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.casefile.ReleaseDocument;
import outrider.exchange.Reasons;
import outrider.exchange.ScoringRecipe;
import outrider.table.ColumnType;

/** How a release is asked for scores: an OpenAPI 3.1 document and an example, both of its own columns. */
final class ReleaseApi {
    /** Longer lists of levels are not written out. */
    private static final int MOST_LEVELS = 200;

    private ReleaseApi() {}

    /**
     * A record that nobody is: each value is drawn on its own from training.
     *
     * @return by column a number, a text, a day in ISO form or null
     */
    static Map<String, @Nullable Object> example(ScoringRecipe recipe) {
        Map<String, Reasons.Background> drawn = new LinkedHashMap<>();
        if (recipe.acting().reasons() != null)
            recipe.acting().reasons().background().forEach(b -> drawn.put(b.column(), b));
        Map<String, @Nullable Object> example = new LinkedHashMap<>();
        if (recipe.identifier() != null) example.put(recipe.identifier(), "1");
        for (ScoringRecipe.Need need : recipe.columns()) example.put(need.name(), value(need, drawn.get(need.name())));
        return example;
    }

    private static @Nullable Object value(ScoringRecipe.Need need, Reasons.@Nullable Background drawn) {
        if (drawn == null) return null;
        String[] levels = drawn.levels();
        if (levels != null) {
            for (String level : levels) if (level != null) return level;
            return null;
        }
        double[] numbers = drawn.numbers();
        if (numbers == null) return null;
        for (double number : numbers) {
            if (Double.isNaN(number)) continue;
            if (need.type() == ColumnType.DATE)
                return LocalDate.ofEpochDay((long) number).toString();
            if (number == Math.rint(number)) return (long) number;
            return number;
        }
        return null;
    }

    /** @param brief number in the address */
    static Map<String, Object> openApi(
            long brief, ReleaseDocument release, @Nullable String identifier, Object example) {
        Map<String, Object> fields = new LinkedHashMap<>();
        List<String> required = new ArrayList<>();
        if (identifier != null) {
            fields.put(
                    identifier,
                    Map.of("type", List.of("string", "number", "null"), "description", "Names the record."));
        }
        for (ReleaseDocument.Column column : release.scoring().columns()) {
            fields.put(column.name(), schema(column, release.scoring().unknown()));
            required.add(column.name());
        }
        Map<String, Object> record = new LinkedHashMap<>();
        record.put("type", "object");
        record.put("properties", fields);
        record.put("required", required);
        record.put("additionalProperties", release.scoring().unknown() == ReleaseDocument.Unknown.MISSING);
        Map<String, Object> scored = Map.of(
                "type",
                "object",
                "properties",
                Map.of(
                        "score", Map.of("type", "number"),
                        "band", Map.of("type", "integer", "description", "1 is the riskiest."),
                        "action", Map.of("type", "string", "enum", List.of("act", "leave", "not meant")),
                        "version", Map.of("type", "integer"),
                        "reasons", Map.of("type", "array", "items", Map.of("type", "string"))));
        Map<String, Object> answer = Map.of(
                "type",
                "object",
                "properties",
                Map.of(
                        "request", Map.of("type", "string"),
                        "version", Map.of("type", "integer"),
                        "records", Map.of("type", "array", "items", ref("Scored"))));
        Map<String, Object> post = new LinkedHashMap<>();
        post.put("summary", "Scores records by the version that decides.");
        post.put(
                "parameters",
                List.of(
                        parameter("version", "A version that has to decide; refused where another does."),
                        parameter("reasons", "So many columns that raised the score most, in words; 0 to 5.")));
        post.put("requestBody", Map.of("required", true, "content", bodies(example)));
        Map<String, Object> answers = new LinkedHashMap<>();
        answers.put(
                "200",
                Map.of(
                        "description",
                        "One a record, in order.",
                        "content",
                        Map.of("application/json", Map.of("schema", ref("Answer")))));
        for (String[] refusal : REFUSALS) answers.put(refusal[0], Map.of("description", refusal[1]));
        post.put("responses", answers);
        Map<String, Object> document = new LinkedHashMap<>();
        document.put("openapi", "3.1.0");
        document.put("info", Map.of("title", release.brief(), "version", String.valueOf(release.version())));
        document.put("paths", Map.of("/score/" + brief, Map.of("post", post)));
        document.put(
                "components",
                Map.of(
                        "schemas", Map.of("Record", record, "Scored", scored, "Answer", answer),
                        "securitySchemes", Map.of("key", Map.of("type", "http", "scheme", "bearer"))));
        document.put("security", List.of(Map.of("key", List.of())));
        return document;
    }

    private static final String[][] REFUSALS = {
        {"401", "No key, an unknown one, or one that was revoked."},
        {"403", "A key of another brief."},
        {"409", "Nothing decides, or another version than the one asked for."},
        {"413", "More than 20 MB."},
        {"415", "Neither JSON, NDJSON nor CSV."},
        {"422", "A record that cannot be scored: problem JSON (RFC 9457) names record and field."},
        {"429", "Asked too often; Retry-After says when to go on."}
    };

    private static Map<String, Object> bodies(Object example) {
        Map<String, Object> list = Map.of("type", "array", "items", ref("Record"));
        return Map.of(
                "application/json", Map.of("schema", Map.of("oneOf", List.of(ref("Record"), list)), "example", example),
                "application/x-ndjson", Map.of("schema", Map.of("type", "string")),
                "text/csv", Map.of("schema", Map.of("type", "string")));
    }

    private static Map<String, Object> ref(String name) {
        return Map.of("$ref", "#/components/schemas/" + name);
    }

    private static Map<String, Object> parameter(String name, String says) {
        return Map.of(
                "name",
                name,
                "in",
                "query",
                "required",
                false,
                "description",
                says,
                "schema",
                Map.of("type", "integer"));
    }

    private static Map<String, Object> schema(ReleaseDocument.Column column, ReleaseDocument.Unknown unknown) {
        Map<String, Object> schema = new LinkedHashMap<>();
        schema.put("type", List.of(column.type() == ColumnType.NUMBER ? "number" : "string", "null"));
        if (column.type() == ColumnType.DATE) schema.put("format", "date");
        List<String> levels = column.levels();
        if (levels != null && levels.size() <= MOST_LEVELS && unknown == ReleaseDocument.Unknown.REFUSED) {
            List<@Nullable String> known = new ArrayList<>(levels);
            known.add(null);
            schema.put("enum", known);
        }
        String said = (column.meaning() == null ? "" : column.meaning())
                + (column.knownAfterDays() == null ? "" : " Known after " + column.knownAfterDays() + " days.");
        if (!said.isBlank()) schema.put("description", said.strip());
        return schema;
    }
}
