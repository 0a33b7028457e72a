package outrider.casefile;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.StreamReadFeature;
import com.fasterxml.jackson.core.exc.InputCoercionException;
import com.fasterxml.jackson.databind.DeserializationContext;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonDeserializer;
import com.fasterxml.jackson.databind.JsonMappingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.exc.InvalidFormatException;
import com.fasterxml.jackson.databind.exc.MismatchedInputException;
import com.fasterxml.jackson.databind.exc.UnrecognizedPropertyException;
import com.fasterxml.jackson.databind.module.SimpleModule;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.fasterxml.jackson.dataformat.yaml.YAMLGenerator;
import com.fasterxml.jackson.dataformat.yaml.YAMLMapper;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.stakes.Stakes;

/** Cases and policies as YAML. Nothing unknown is passed over. */
public final class CaseYaml {
    private static final ObjectMapper YAML = YAMLMapper.builder()
            .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
            .enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS)
            .disable(DeserializationFeature.ACCEPT_FLOAT_AS_INT)
            .disable(YAMLGenerator.Feature.WRITE_DOC_START_MARKER)
            .enable(YAMLGenerator.Feature.MINIMIZE_QUOTES)
            .enable(YAMLGenerator.Feature.ALWAYS_QUOTE_NUMBERS_AS_STRINGS)
            .disable(YAMLGenerator.Feature.SPLIT_LINES)
            .defaultPropertyInclusion(
                    JsonInclude.Value.construct(JsonInclude.Include.NON_EMPTY, JsonInclude.Include.NON_EMPTY))
            .addModule(new EnumNames())
            .addModule(new InlineParts())
            .addModule(stakes())
            .build();

    /** Amounts left out are 0, the success rate 1. */
    private record StakesForm(
            double gainIfCaught,
            double actionCost,
            double missCost,
            double falseAlarmCost,
            double leaveValue,
            Double successRate) {
        Stakes stakes() {
            double works = successRate == null ? 1 : successRate;
            return new Stakes(gainIfCaught, actionCost, missCost, falseAlarmCost, leaveValue, works);
        }
    }

    private static SimpleModule stakes() {
        return new SimpleModule().addDeserializer(Stakes.class, new JsonDeserializer<>() {
            @Override
            public Stakes deserialize(JsonParser in, DeserializationContext context) throws IOException {
                return context.readValue(in, StakesForm.class).stakes();
            }
        });
    }

    private CaseYaml() {}

    /** @throws BadInput naming the line and entry that will not do */
    public static BriefFile read(String text) {
        return read(text, BriefFile.class, "brief");
    }

    /** @throws BadInput naming the line and entry that will not do */
    public static Policy readPolicy(String text) {
        return read(text, Policy.class, "policy");
    }

    public static String write(BriefFile brief) {
        try {
            return YAML.writeValueAsString(brief);
        } catch (JsonProcessingException e) {
            throw new IllegalStateException(e);
        }
    }

    static String resource(String name) {
        try (InputStream in = CaseYaml.class.getResourceAsStream(name)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static <T> T read(String text, Class<T> type, String what) {
        if (text.isBlank()) throw BadInput.of(what, "is empty", "write its entries");
        try {
            T read = YAML.readValue(text, type);
            if (read == null) throw BadInput.of(what, "is empty", "write its entries");
            return read;
        } catch (JsonMappingException e) {
            throw WrongEntries.of(text, type, what, e);
        } catch (JsonProcessingException e) {
            throw noYaml(e);
        }
    }

    private static BadInput noYaml(JsonProcessingException e) {
        long line = e.getLocation() == null ? 0 : e.getLocation().getLineNr();
        String said = e.getOriginalMessage().lines().findFirst().orElse("").strip();
        return BadInput.atLine(line, null, "this is no YAML: " + said, "mend the line");
    }

    /** Reads again and again, each time without the entry that was found wrong, so that all of them are named at once. */
    private static final class WrongEntries {
        private static final int MOST = 30;

        private final JsonNode tree;
        private final List<BadInput> found = new ArrayList<>();
        private final Set<String> without = new HashSet<>();

        private WrongEntries(JsonNode tree) {
            this.tree = tree;
        }

        /** @param first what reading the text itself met */
        static BadInput of(String text, Class<?> type, String what, JsonMappingException first) {
            try {
                JsonNode tree = YAML.readTree(text);
                return new WrongEntries(tree).all(type, what, refusal(first, what, tree));
            } catch (JsonProcessingException e) {
                return noYaml(e);
            }
        }

        private BadInput all(Class<?> type, String what, BadInput first) throws JsonProcessingException {
            boolean more = true;
            while (more && found.size() < MOST) {
                try {
                    YAML.treeToValue(tree, type);
                    more = false;
                } catch (JsonMappingException e) {
                    BadInput refusal = notMissingBecauseWrong(refusal(e, what, tree));
                    if (refusal != null) found.add(refusal);
                    more = remove(e.getPath());
                }
            }
            if (found.size() < 2) return first;
            return BadInput.of(
                    what,
                    "holds " + found.size() + " wrong entries:\n"
                            + found.stream().map(e -> "- " + e.getMessage()).collect(Collectors.joining("\n")),
                    null);
        }

        /** Of entries that are not given, those that were not left out here; null where none is left. */
        private @Nullable BadInput notMissingBecauseWrong(BadInput refusal) {
            String field = refusal.field();
            if (field == null || !"not given".equals(refusal.found())) return refusal;
            List<String> missing = Stream.of(field.split(", "))
                    .filter(name -> !without.contains(name))
                    .toList();
            if (missing.isEmpty()) return null;
            return new BadInput(String.join(", ", missing), 0, 0, refusal.found(), refusal.remedy());
        }

        /** Leaves the entry out: an item of a list with its list. */
        private boolean remove(List<JsonMappingException.Reference> path) {
            ObjectNode holder = null;
            String name = null;
            JsonNode at = tree;
            for (JsonMappingException.Reference step : path) {
                if (at instanceof ObjectNode object && step.getFieldName() != null) {
                    if (!object.has(step.getFieldName())) break;
                    holder = object;
                    name = step.getFieldName();
                    at = object.get(name);
                } else if (step.getIndex() >= 0 && at != null) {
                    at = at.get(step.getIndex());
                }
            }
            if (holder == null) return false;
            holder.remove(name);
            if (holder == tree) without.add(name);
            return true;
        }
    }

    private static BadInput refusal(JsonMappingException e, String what, JsonNode tree) {
        StringBuilder path = new StringBuilder();
        for (JsonMappingException.Reference step : e.getPath()) {
            if (step.getIndex() >= 0)
                path.append('[').append(step.getIndex() + 1).append(']');
            else path.append(path.isEmpty() ? "" : ".").append(step.getFieldName());
        }
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (cause instanceof BadInput own) {
                String field = path.isEmpty() || path.toString().endsWith(String.valueOf(own.field()))
                        ? own.field()
                        : path + "." + own.field();
                return new BadInput(field, 0, 0, own.found(), own.remedy());
            }
        }
        String field = path.isEmpty() ? what : path.toString();
        if (e instanceof UnrecognizedPropertyException unknown) {
            return new BadInput(
                    field, 0, 0, "is no entry of a " + what, "known here: " + unknown.getKnownPropertyIds());
        }
        if (e instanceof InvalidFormatException bad && remedy(bad.getTargetType()) == null) {
            return new BadInput(
                    field,
                    0,
                    0,
                    "is \"" + bad.getValue() + "\"",
                    bad.getOriginalMessage().replaceFirst("(?s).*?(write one of: .*)", "$1"));
        }
        Class<?> asked = e.getCause() instanceof InputCoercionException far
                ? far.getTargetType()
                : e instanceof MismatchedInputException other ? other.getTargetType() : null;
        if (asked == null) return new BadInput(field, 0, 0, "cannot be read", e.getOriginalMessage());
        String remedy = remedy(asked);
        return new BadInput(field, 0, 0, found(e.getPath(), tree), remedy == null ? "write a text" : remedy);
    }

    /** What stands at a place. */
    private static String found(List<JsonMappingException.Reference> path, JsonNode tree) {
        JsonNode at = tree;
        for (JsonMappingException.Reference step : path) {
            at = step.getFieldName() != null ? at.path(step.getFieldName()) : at.path(step.getIndex());
        }
        if (at.isArray()) return "is a list";
        return at.isObject() ? "holds entries" : "is \"" + at.asText() + "\"";
    }

    /** Null of a text that has to be one of some. */
    private static @Nullable String remedy(Class<?> type) {
        if (type == double.class || type == Double.class) return "write a number";
        if (type == int.class || type == Integer.class || type == long.class || type == Long.class) {
            return "write a whole number";
        }
        if (type == boolean.class || type == Boolean.class) return "write true or false";
        if (Collection.class.isAssignableFrom(type)) return "write a list, each item after a dash";
        return Map.class.isAssignableFrom(type) || type.isRecord()
                ? "write its entries, each as name: value"
                : type == String.class ? "write a text" : null;
    }
}
