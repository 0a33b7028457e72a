package outrider.server.candidate;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.databind.ObjectMapper;
import io.quarkus.jackson.ObjectMapperCustomizer;
import jakarta.inject.Singleton;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.enums.SchemaType;
import org.eclipse.microprofile.openapi.annotations.media.DiscriminatorMapping;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import outrider.learn.Model;
import outrider.learn.Part;

/** What a candidate learnt, for its page: parts in the order in which they are shown, none where it learnt nothing from columns. */
public record ModelSummary(
        @Schema(type = SchemaType.ARRAY, implementation = PartView.class)
        List<Part> parts) {

    static ModelSummary of(Model model) {
        return new ModelSummary(model.summary());
    }

    /** {@link Part} on the wire: its name stands in {@code part}. */
    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "part")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = Part.Limit.class, name = "limit"),
        @JsonSubTypes.Type(value = Part.Sentence.class, name = "sentence"),
        @JsonSubTypes.Type(value = Part.Penalty.class, name = "penalty"),
        @JsonSubTypes.Type(value = Part.Bends.class, name = "bends"),
        @JsonSubTypes.Type(value = Part.OddsRatios.class, name = "oddsRatios"),
        @JsonSubTypes.Type(value = Part.Weights.class, name = "weights"),
        @JsonSubTypes.Type(value = Part.StepwisePath.class, name = "stepwisePath"),
        @JsonSubTypes.Type(value = Part.Tree.class, name = "tree"),
        @JsonSubTypes.Type(value = Part.Importance.class, name = "importance"),
        @JsonSubTypes.Type(value = Part.Curve.class, name = "curve"),
        @JsonSubTypes.Type(value = Part.Network.class, name = "network"),
        @JsonSubTypes.Type(value = Part.Members.class, name = "members"),
        @JsonSubTypes.Type(value = Part.ByOutcome.class, name = "byOutcome"),
        @JsonSubTypes.Type(value = Part.CalibrationMap.class, name = "calibrationMap")
    })
    @Schema(
            name = "Part",
            oneOf = {
                Part.Limit.class,
                Part.Sentence.class,
                Part.Penalty.class,
                Part.Bends.class,
                Part.OddsRatios.class,
                Part.Weights.class,
                Part.StepwisePath.class,
                Part.Tree.class,
                Part.Importance.class,
                Part.Curve.class,
                Part.Network.class,
                Part.Members.class,
                Part.ByOutcome.class,
                Part.CalibrationMap.class
            },
            discriminatorProperty = "part",
            discriminatorMapping = {
                @DiscriminatorMapping(value = "limit", schema = Part.Limit.class),
                @DiscriminatorMapping(value = "sentence", schema = Part.Sentence.class),
                @DiscriminatorMapping(value = "penalty", schema = Part.Penalty.class),
                @DiscriminatorMapping(value = "bends", schema = Part.Bends.class),
                @DiscriminatorMapping(value = "oddsRatios", schema = Part.OddsRatios.class),
                @DiscriminatorMapping(value = "weights", schema = Part.Weights.class),
                @DiscriminatorMapping(value = "stepwisePath", schema = Part.StepwisePath.class),
                @DiscriminatorMapping(value = "tree", schema = Part.Tree.class),
                @DiscriminatorMapping(value = "importance", schema = Part.Importance.class),
                @DiscriminatorMapping(value = "curve", schema = Part.Curve.class),
                @DiscriminatorMapping(value = "network", schema = Part.Network.class),
                @DiscriminatorMapping(value = "members", schema = Part.Members.class),
                @DiscriminatorMapping(value = "byOutcome", schema = Part.ByOutcome.class),
                @DiscriminatorMapping(value = "calibrationMap", schema = Part.CalibrationMap.class)
            })
    public interface PartView {}

    /** Teaches the server's JSON the names of parts. */
    @Singleton
    static final class Names implements ObjectMapperCustomizer {
        @Override
        public void customize(ObjectMapper json) {
            json.addMixIn(Part.class, PartView.class);
        }
    }
}
