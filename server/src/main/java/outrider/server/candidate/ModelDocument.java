package outrider.server.candidate;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.json.JsonMapper;
import outrider.base.BadInput;
import outrider.learn.BaseRate;
import outrider.learn.CoinToss;
import outrider.learn.GroupRates;
import outrider.learn.LogisticModel;
import outrider.learn.Model;
import outrider.learn.Nobody;
import outrider.learn.SuppliedScore;
import outrider.prepare.CategoryStep;
import outrider.prepare.NumberStep;
import outrider.prepare.Step;

/** Fitted models as JSON documents; read back they score bit-equal. Described in docs/formats.md. */
final class ModelDocument {
    private static final int FORMAT = 1;
    private static final ObjectMapper JSON = JsonMapper.builder()
            .addMixIn(Model.class, Models.class)
            .addMixIn(Step.class, Steps.class)
            .build();

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = LogisticModel.class, name = "logistic"),
        @JsonSubTypes.Type(value = Nobody.class, name = "nobody"),
        @JsonSubTypes.Type(value = CoinToss.class, name = "coinToss"),
        @JsonSubTypes.Type(value = BaseRate.class, name = "baseRate"),
        @JsonSubTypes.Type(value = GroupRates.class, name = "groupRates"),
        @JsonSubTypes.Type(value = SuppliedScore.class, name = "supplied")
    })
    private interface Models {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "step")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = NumberStep.class, name = "number"),
        @JsonSubTypes.Type(value = CategoryStep.class, name = "category")
    })
    private interface Steps {}

    private record Document(int format, Model model) {}

    private ModelDocument() {}

    static String write(Model model) {
        try {
            return JSON.writeValueAsString(new Document(FORMAT, model));
        } catch (JsonProcessingException e) {
            throw new IllegalStateException(e);
        }
    }

    /** @throws BadInput if the document is of a later format or damaged */
    static Model read(String stored) {
        try {
            Document document = JSON.readValue(stored, Document.class);
            if (document.format() == FORMAT) return document.model();
            throw BadInput.of("model", "is of format " + document.format(), "this version reads format " + FORMAT);
        } catch (JsonProcessingException e) {
            throw BadInput.of("model", "cannot be read: " + e.getOriginalMessage(), "fit the candidate again");
        }
    }
}
