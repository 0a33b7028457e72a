package outrider.casefile;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.StreamReadFeature;
import com.fasterxml.jackson.databind.DeserializationContext;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonDeserializer;
import com.fasterxml.jackson.databind.JsonMappingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.exc.InvalidFormatException;
import com.fasterxml.jackson.databind.exc.UnrecognizedPropertyException;
import com.fasterxml.jackson.databind.module.SimpleModule;
import com.fasterxml.jackson.dataformat.yaml.YAMLGenerator;
import com.fasterxml.jackson.dataformat.yaml.YAMLMapper;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
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
            throw refusal(e, what);
        } catch (JsonProcessingException e) {
            long line = e.getLocation() == null ? 0 : e.getLocation().getLineNr();
            String said = e.getOriginalMessage().lines().findFirst().orElse("").strip();
            throw BadInput.atLine(line, null, "this is no YAML: " + said, "mend the line");
        }
    }

    private static BadInput refusal(JsonMappingException e, String what) {
        StringBuilder path = new StringBuilder();
        for (JsonMappingException.Reference step : e.getPath()) {
            if (step.getIndex() >= 0)
                path.append('[').append(step.getIndex() + 1).append(']');
            else path.append(path.isEmpty() ? "" : ".").append(step.getFieldName());
        }
        long line = e.getLocation() == null ? 0 : e.getLocation().getLineNr();
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
        if (e instanceof InvalidFormatException bad) {
            return new BadInput(
                    field,
                    0,
                    0,
                    "is \"" + bad.getValue() + "\"",
                    bad.getOriginalMessage().replaceFirst("(?s).*?(write one of: .*)", "$1"));
        }
        return new BadInput(
                field, 0, 0, "cannot be read" + (line > 0 ? " (line " + line + ")" : ""), e.getOriginalMessage());
    }
}
