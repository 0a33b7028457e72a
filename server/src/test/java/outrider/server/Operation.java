package outrider.server;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** An operation that the OpenAPI document holds, and the type of body that it takes. */
record Operation(String verb, String path, String type) {
    static List<Operation> documented() {
        try {
            JsonNode paths = new ObjectMapper()
                    .readTree(Path.of("..", "docs", "openapi.json").toFile())
                    .get("paths");
            List<Operation> found = new ArrayList<>();
            paths.properties()
                    .forEach(path -> path.getValue().properties().forEach(verb -> {
                        JsonNode taken = verb.getValue().path("requestBody").path("content");
                        String type = taken.isMissingNode()
                                ? "application/json"
                                : taken.fieldNames().next();
                        found.add(new Operation(verb.getKey().toUpperCase(Locale.ROOT), path.getKey(), type));
                    }));
            return found;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    boolean writes() {
        return !verb.equals("GET");
    }

    String last() {
        return path.substring(path.lastIndexOf('/') + 1);
    }
}
