package outrider.casefile;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.datatype.jsr310.JavaTimeModule;
import java.io.IOException;
import org.erdtman.jcs.JsonCanonicalizer;
import outrider.base.BadInput;

/** Canonical JSON (RFC 8785): the same document always has the same bytes, whoever writes it. */
public final class Canonical {
    private static final long MOST_EXACT = 1L << 53;

    static final ObjectMapper JSON = JsonMapper.builder()
            .addModule(new EnumNames())
            .addModule(new InlineParts())
            .addModule(new JavaTimeModule())
            .disable(SerializationFeature.WRITE_DATES_AS_TIMESTAMPS)
            .enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS)
            .build();

    private Canonical() {}

    /** @throws BadInput if it holds a whole number beyond 2^53, which JSON's numbers cannot hold exactly */
    public static byte[] write(Object document) {
        JsonNode tree = JSON.valueToTree(document);
        demandExact(tree, "");
        return of(tree);
    }

    static byte[] of(JsonNode tree) {
        try {
            return new JsonCanonicalizer(JSON.writeValueAsString(tree)).getEncodedUTF8();
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    private static void demandExact(JsonNode node, String path) {
        if (node.isIntegralNumber() && Math.abs(node.asLong()) > MOST_EXACT) {
            throw BadInput.of(path, "is " + node.asLong() + ", beyond what JSON holds exactly", "use a smaller number");
        }
        node.properties()
                .forEach(e -> demandExact(e.getValue(), path.isEmpty() ? e.getKey() : path + "." + e.getKey()));
        if (node.isArray()) for (JsonNode item : node) demandExact(item, path);
    }

    /** As its JSON tree. */
    public static JsonNode tree(Object value) {
        return JSON.valueToTree(value);
    }

    /** @throws BadInput if the bytes are no such document */
    public static <T> T read(byte[] bytes, Class<T> type, String what) {
        try {
            return read(JSON.readTree(bytes), type, what);
        } catch (IOException e) {
            throw BadInput.of(what, "is no JSON", "use a file that Outrider issued");
        }
    }

    /** @throws BadInput if the bytes are no such document */
    public static <T> T read(JsonNode tree, Class<T> type, String what) {
        try {
            return JSON.treeToValue(tree, type);
        } catch (JsonProcessingException e) {
            throw BadInput.of(what, "cannot be read: " + e.getOriginalMessage(), "use a file that Outrider issued");
        }
    }
}
