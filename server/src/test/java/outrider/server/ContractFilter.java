package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import io.restassured.filter.Filter;
import io.restassured.filter.FilterContext;
import io.restassured.response.Response;
import io.restassured.specification.FilterableRequestSpecification;
import io.restassured.specification.FilterableResponseSpecification;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/** Holds every answer that a test gets against what the written API says of it: what is required is there, what may not be null is not. */
final class ContractFilter implements Filter {
    private static final ObjectMapper JSON = new ObjectMapper();

    static final ContractFilter HELD = new ContractFilter();

    private final JsonNode api;
    private final Map<String, JsonSchema> schemas = new ConcurrentHashMap<>();

    private ContractFilter() {
        try {
            // any kind of part will do: which one it is stands in its name
            String text = Files.readString(Path.of("../docs/openapi.json")).replace("\"oneOf\"", "\"anyOf\"");
            api = JSON.readTree(text);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Override
    public Response filter(
            FilterableRequestSpecification asked, FilterableResponseSpecification expected, FilterContext context) {
        Response answer = context.next(asked, expected);
        boolean told = answer.statusCode() / 100 == 2
                && String.valueOf(answer.contentType()).contains("json")
                && !answer.asString().isEmpty();
        if (told) hold(asked, answer);
        return answer;
    }

    private void hold(FilterableRequestSpecification asked, Response answer) {
        String path = URI.create(asked.getURI()).getPath();
        String method = asked.getMethod().toLowerCase(Locale.ROOT);
        api.path("paths").properties().forEach(entry -> {
            JsonNode schema = entry.getValue().at("/" + method + "/responses/200/content/application~1json/schema");
            if (schema.isMissingNode() || !path.matches(pattern(entry.getKey()))) return;
            try {
                assertThat(schema(schema).validate(JSON.readTree(answer.asString())))
                        .as(method + " " + path)
                        .isEmpty();
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        });
    }

    private static String pattern(String template) {
        return template.replaceAll("\\{[^}]*}", "[0-9]+");
    }

    private JsonSchema schema(JsonNode schema) {
        return schemas.computeIfAbsent(schema.toString(), text -> {
            ObjectNode whole = schema.deepCopy();
            whole.set("components", api.path("components"));
            return JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
                    .getSchema(whole);
        });
    }
}
