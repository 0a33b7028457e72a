package outrider.casefile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.fasterxml.jackson.dataformat.yaml.YAMLMapper;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion.VersionFlag;
import com.networknt.schema.ValidationMessage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** The documented schemas are those of the program; rewritten by -Doutrider.schemas=write. */
class SchemasTest {
    private static final Path DOCS = Path.of("..", "docs");
    private static final Map<Class<?>, List<String>> NEEDED = Map.of(
            BriefFile.class,
            List.of("candidates"),
            BriefFile.Asked.class,
            List.of("name", "question", "outcome"),
            BriefFile.Taken.class,
            List.of("data", "split"),
            BriefFile.Words.class,
            List.of("records", "events", "acting", "currency"),
            BriefFile.DataFile.class,
            List.of("file"),
            BriefFile.Outcome.class,
            List.of("column", "events"),
            BriefFile.CandidateSpec.class,
            List.of("name", "kind"),
            BriefFile.CutSpec.class,
            List.of("candidate"),
            BriefFile.SealSpec.class,
            List.of("openedBy", "openedAt", "candidate", "records"),
            Policy.class,
            List.of("format", "name", "checks"));

    private static ObjectNode brief() {
        return Schemas.of(BriefFile.class, "A case, as outrider run reads it", needed());
    }

    private static java.util.function.BiPredicate<Class<?>, java.lang.reflect.RecordComponent> needed() {
        return (type, component) -> NEEDED.getOrDefault(type, List.of()).contains(component.getName());
    }

    private static ObjectNode documented(String name, ObjectNode schema) throws IOException {
        Path file = DOCS.resolve(name);
        if ("write".equals(System.getProperty("outrider.schemas"))) {
            String text = Canonical.JSON.writerWithDefaultPrettyPrinter().writeValueAsString(schema);
            Files.writeString(file, text + "\n");
        }
        return (ObjectNode) Canonical.JSON.readTree(Files.readString(file));
    }

    private static Set<ValidationMessage> faults(JsonNode schema, JsonNode document) {
        return JsonSchemaFactory.getInstance(VersionFlag.V202012)
                .getSchema(schema)
                .validate(document);
    }

    @Test
    void theSchemaOfABriefIsTheDocumentedOneAndTheExampleFitsIt() throws IOException {
        ObjectNode schema = brief();
        assertThat(documented("brief.schema.json", schema)).isEqualTo(schema);
        JsonNode example = new YAMLMapper().readTree(Winter.text());
        assertThat(faults(schema, example)).isEmpty();
        assertThat(faults(schema, new YAMLMapper().readTree(CaseYaml.write(Winter.BRIEF))))
                .isEmpty();
        ((ObjectNode) example.get("cut")).put("recrods", 1);
        assertThat(faults(schema, example))
                .anySatisfy(f -> assertThat(f.getMessage()).contains("recrods"));
    }

    @Test
    void theSchemaOfAPolicyIsTheDocumentedOneAndTheShippedOneFitsIt() throws IOException {
        ObjectNode schema = Schemas.of(Policy.class, "A policy: what a report has to show", needed());
        assertThat(documented("policy.schema.json", schema)).isEqualTo(schema);
        assertThat(faults(schema, new YAMLMapper().readTree(PolicyText.of(Policy.shipped()))))
                .isEmpty();
    }

    @Test
    void theSchemaOfEvidenceIsTheDocumentedOneAndEvidenceFitsIt() throws IOException {
        record File(Evidence evidence, String sha256, String signature, List<TrailEntry> trail) {}
        ObjectNode schema =
                Schemas.of(File.class, "evidence.json: what a report says, and what proves it", (t, c) -> true);
        assertThat(documented("evidence.schema.json", schema)).isEqualTo(schema);
        byte[] canonical = Canonical.write(Winter.evidence(new Evidence.TrailHead("brief 3", 0, "")));
        byte[] file = EvidenceFile.write(canonical, Winter.KEY.sign(canonical), TrailEntryTest.chain(Winter.KEY, 2));
        assertThat(faults(schema, Canonical.JSON.readTree(file))).isEmpty();
    }

    @Test
    void aBriefReadsBackAsItWasWritten() {
        assertThat(CaseYaml.read(CaseYaml.write(Winter.BRIEF))).isEqualTo(Winter.BRIEF);
    }

    @Test
    void entriesAreReadByTheNamesThatTheyHadBefore() {
        BriefFile now = CaseYaml.read(Winter.text());
        Map<String, ColumnSetup> columns = new HashMap<>(now.taken().columns());
        String column = columns.keySet().iterator().next();
        columns.computeIfPresent(
                column,
                (n, setup) -> setup.keeping(Map.of("constant", "as asked")).actedOn(List.of("yes")));
        String text = CaseYaml.write(now.withColumns(columns));
        assertThat(text).contains("acceptedAlarms:", "treatedLevels:", "authorText:");
        String before = text.replace("acceptedAlarms:", "kept:")
                .replace("treatedLevels:", "acted:")
                .replace("authorText:", "memo:");
        assertThat(CaseYaml.read(before)).isEqualTo(CaseYaml.read(text)).isEqualTo(now.withColumns(columns));
    }

    @Test
    void textsKeepTheirLettersAlsoWhereTheyLookLikeSomethingElse() {
        String text = Winter.text().replaceFirst("(?m)^question: .*", "question: 1.10");
        assertThat(CaseYaml.read(text).asked().question()).isEqualTo("1.10");
        BriefFile.Outcome outcome = CaseYaml.read(
                        text.replaceFirst("(?m)^outcome:.*", "outcome: { column: on, events: [ yes, 007, no ] }"))
                .asked()
                .outcome();
        assertThat(outcome.column()).isEqualTo("on");
        assertThat(outcome.events()).containsExactly("yes", "007", "no");
    }

    @Test
    void mistakesAreNamedByTheirPlace() {
        assertThatThrownBy(() -> CaseYaml.read(Winter.text().replace("gainIfCaught: 19", "gainIfCaught: -19")))
                .hasMessageContaining("stakes.gainIfCaught")
                .hasMessageContaining("-19");
        assertThatThrownBy(() -> CaseYaml.read(Winter.text().replace("role: setAside", "role: aside")))
                .hasMessageContaining("columns.postal_area.role")
                .hasMessageContaining("\"aside\"")
                .hasMessageContaining("setAside");
        assertThatThrownBy(() -> CaseYaml.read(Winter.text().replace("campaignSize:", "capacty: 3\ncampaignSize:")))
                .hasMessageContaining("capacty")
                .hasMessageContaining("no entry of a brief");
        assertThatThrownBy(() -> CaseYaml.read(Winter.text().replace("name: Base rate,", "nam: Base rate,")))
                .hasMessageContaining("candidates[5].nam");
        assertThatThrownBy(() -> CaseYaml.read(Winter.text().replace("    risks:", "    fears:")))
                .hasMessageContaining("\"fears\"")
                .hasMessageContaining("risks");
        assertThatThrownBy(() -> CaseYaml.read("")).hasMessageContaining("is empty");
    }
}
