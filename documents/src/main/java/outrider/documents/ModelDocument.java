package outrider.documents;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.AnnotationIntrospector;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.introspect.AnnotatedMember;
import com.fasterxml.jackson.databind.introspect.JacksonAnnotationIntrospector;
import com.fasterxml.jackson.databind.introspect.NopAnnotationIntrospector;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.databind.jsontype.NamedType;
import com.fasterxml.jackson.databind.util.NameTransformer;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Inline;
import outrider.exchange.ReleasedRecipe;
import outrider.exchange.ReleasedRecipe.Release;
import outrider.exchange.ScoringRecipe;
import outrider.learn.Learners;
import outrider.learn.Model;
import outrider.learn.calibrate.Calibration;
import outrider.learn.calibrate.IsotonicMap;
import outrider.learn.calibrate.LogisticMap;
import outrider.prepare.CategoryStep;
import outrider.prepare.CurveStep;
import outrider.prepare.NumberStep;
import outrider.prepare.OrderStep;
import outrider.prepare.RateStep;
import outrider.prepare.Step;

/** Fitted models and scoring recipes as JSON documents; read back they score bit-equal. Described in docs/formats.md. */
public final class ModelDocument {
    /** Written now. Earlier ones are read too. */
    public static final int FORMAT = 4;

    private static final ObjectMapper JSON = JsonMapper.builder()
            .annotationIntrospector(AnnotationIntrospector.pair(new Parts(), new JacksonAnnotationIntrospector()))
            .registerSubtypes(models())
            .addMixIn(Model.class, Models.class)
            .addMixIn(Step.class, Steps.class)
            .addMixIn(Calibration.class, Calibrations.class)
            .defaultPropertyInclusion(
                    JsonInclude.Value.construct(JsonInclude.Include.NON_NULL, JsonInclude.Include.NON_NULL))
            .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .build();

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    private interface Models {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "step")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = NumberStep.class, name = "number"),
        @JsonSubTypes.Type(value = CurveStep.class, name = "curve"),
        @JsonSubTypes.Type(value = CategoryStep.class, name = "category"),
        @JsonSubTypes.Type(value = OrderStep.class, name = "order"),
        @JsonSubTypes.Type(value = RateStep.class, name = "eventRate")
    })
    private interface Steps {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "map")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = IsotonicMap.class, name = "isotonic"),
        @JsonSubTypes.Type(value = LogisticMap.class, name = "logistic")
    })
    private interface Calibrations {}

    /** Writes and reads {@link Inline} parts among the entries of what holds them. */
    private static final class Parts extends NopAnnotationIntrospector {
        private static final long serialVersionUID = 1;

        @Override
        public @Nullable NameTransformer findUnwrappingNameTransformer(AnnotatedMember member) {
            return Inline.class.isAssignableFrom(member.getRawType()) ? NameTransformer.NOP : null;
        }
    }

    private record Stored(int format, Model model) {}

    private record StoredRecipe(
            int format, ScoringRecipe recipe, @Nullable Release release) {}

    private ModelDocument() {}

    private static NamedType[] models() {
        return Learners.models().entrySet().stream()
                .map(e -> new NamedType(e.getValue(), e.getKey()))
                .toArray(NamedType[]::new);
    }

    /** UTF-8. */
    public static byte[] write(Model model) {
        try {
            return JSON.writeValueAsBytes(new Stored(FORMAT, model));
        } catch (JsonProcessingException e) {
            throw new IllegalStateException(e);
        }
    }

    /** @throws BadInput if the document is of a later format or damaged */
    public static Model read(byte[] stored) {
        try {
            return read(JSON.readTree(stored), Stored.class).model();
        } catch (IOException e) {
            throw damaged("model", e, "fit the candidate again");
        }
    }

    /** @param out flushed, not closed */
    public static void writeRecipe(ScoringRecipe recipe, OutputStream out) {
        writeRecipe(new ReleasedRecipe(recipe, null), out);
    }

    /** The same, with the release that it belongs to. */
    public static void writeRecipe(ReleasedRecipe released, OutputStream out) {
        try {
            out.write(JSON.writeValueAsBytes(new StoredRecipe(FORMAT, released.recipe(), released.release())));
            out.flush();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** @throws BadInput if the document is of a later format, damaged, or no recipe */
    public static ScoringRecipe readRecipe(InputStream in) {
        return readReleased(in).recipe();
    }

    /** The same, with the release that it belongs to. */
    public static ReleasedRecipe readReleased(InputStream in) {
        try {
            StoredRecipe stored = read(JSON.readTree(in), StoredRecipe.class);
            if (stored.recipe() == null || stored.recipe().model() == null) {
                throw BadInput.of("recipe", "holds no model", "download it from the candidate's page again");
            }
            return new ReleasedRecipe(stored.recipe(), stored.release());
        } catch (IOException e) {
            throw damaged("recipe", e, "download it from the candidate's page again");
        }
    }

    private static <T> T read(JsonNode document, Class<T> type) throws JsonProcessingException {
        int format = document == null ? 0 : document.path("format").asInt();
        if (format < 1 || format > FORMAT) {
            throw BadInput.of(
                    "model",
                    "is of format " + format,
                    "this version reads formats 1 to " + FORMAT + "; use a later one");
        }
        return JSON.treeToValue(document, type);
    }

    private static BadInput damaged(String what, IOException e, String wayOut) {
        String why = e instanceof JsonProcessingException json ? json.getOriginalMessage() : e.getMessage();
        return BadInput.of(what, "cannot be read: " + why, wayOut);
    }
}
