package outrider.casefile;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import outrider.base.Progress;

class VerifierTest {
    private static byte[] issued;

    @BeforeAll
    static void issue() {
        List<TrailEntry> trail = new ArrayList<>(TrailEntryTest.chain(Winter.KEY, 4));
        TrailEntry last = trail.get(3);
        Evidence evidence = Winter.evidence(new Evidence.TrailHead("brief 3", 4, last.hash()));
        byte[] canonical = Canonical.write(evidence);
        trail.add(TrailEntry.next(
                "brief 3",
                last,
                "2026-11-23T10:00:09Z",
                "analyst",
                "report submitted",
                "report 7",
                "evidence SHA-256 " + Sha256.of(canonical),
                Winter.KEY));
        issued = EvidenceFile.write(canonical, Winter.KEY.sign(canonical), trail);
    }

    private static List<String> failing(byte[] file, Map<String, Object> key, Path data) {
        return Verifier.of(EvidenceFile.read(file), key, data, Winter.WORKERS, Progress.NONE).stream()
                .filter(f -> !f.holds())
                .map(Verifier.Finding::words)
                .toList();
    }

    private static ObjectNode tree() {
        try {
            return (ObjectNode) Canonical.JSON.readTree(issued);
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    @Test
    void whatWasIssuedRepeatsToTheLastBit() {
        List<Verifier.Finding> found =
                Verifier.of(EvidenceFile.read(issued), Winter.KEY.open(), Winter.DATA, Winter.WORKERS, Progress.NONE);
        assertThat(found).hasSize(4).allMatch(Verifier.Finding::holds);
        assertThat(found.get(3).words()).contains("repeats, to the last bit");
    }

    @Test
    void aChangedFigureIsNamedWithItsDifference() {
        ObjectNode file = tree();
        ObjectNode validation = (ObjectNode) file.at("/evidence/figures/validation");
        double capture = validation.get("capture").asDouble();
        validation.put("capture", capture + 0.125);
        assertThat(failing(Canonical.of(file), Winter.KEY.open(), Winter.DATA))
                .hasSize(4)
                .anySatisfy(words -> assertThat(words).contains("was changed after it was issued"))
                .anySatisfy(words -> assertThat(words).startsWith("signature: does not fit"))
                .anySatisfy(words -> assertThat(words)
                        .contains("figures.validation.capture")
                        .contains(String.valueOf(capture))
                        .endsWith("off by 0.125"));
    }

    @Test
    void aFigureChangedWithAHashToMatchStillLacksItsSignature() {
        ObjectNode file = tree();
        ((ObjectNode) file.at("/evidence/figures")).put("chosen", "House points");
        file.put("sha256", Sha256.of(Canonical.of(file.get("evidence"))));
        assertThat(failing(Canonical.of(file), Winter.KEY.open(), null))
                .anySatisfy(words -> assertThat(words).startsWith("signature: does not fit"))
                .anySatisfy(words -> assertThat(words).contains("does not hold the issue of this evidence"));
    }

    @Test
    void aForeignKeyIsNamedEvenWhereItSignedEverythingAnew() {
        SigningKey other = SigningKey.make();
        ObjectNode evidence = tree().withObject("/evidence");
        evidence.set("key", Canonical.JSON.valueToTree(other.open()));
        evidence.set("trail", Canonical.JSON.nullNode());
        byte[] canonical = Canonical.of(evidence);
        byte[] file = EvidenceFile.write(canonical, other.sign(canonical), List.of());
        assertThat(failing(file, null, null)).isEmpty();
        assertThat(failing(file, Winter.KEY.open(), null))
                .singleElement()
                .asString()
                .contains("a foreign key")
                .contains(other.thumbprint())
                .contains(Winter.KEY.thumbprint());
    }

    @Test
    void anotherTrailThanTheOneItWasIssuedAfterIsNamed() {
        ObjectNode file = tree();
        List<TrailEntry> other = TrailEntryTest.chain(Winter.KEY, 3);
        file.set("trail", Canonical.JSON.valueToTree(other));
        assertThat(failing(Canonical.of(file), Winter.KEY.open(), null))
                .containsExactly("chain: the audit trail holds 3 entries, the evidence was issued after 4");
        JsonNode words = tree().at("/trail/1/words");
        ObjectNode changed = tree();
        ((ObjectNode) changed.at("/trail/1")).put("words", words.asText() + " and more");
        assertThat(failing(Canonical.of(changed), Winter.KEY.open(), null))
                .singleElement()
                .asString()
                .startsWith("chain: entry 2 of the audit trail");
    }

    @Test
    void anotherDataFileIsNamed(@TempDir Path folder) throws IOException {
        Path other = folder.resolve("winter-mailing.csv.gz");
        byte[] bytes = Files.readAllBytes(Winter.DATA);
        Files.write(other, java.util.Arrays.copyOf(bytes, bytes.length - 1));
        assertThat(failing(issued, Winter.KEY.open(), other))
                .singleElement()
                .asString()
                .contains("another file than the brief's")
                .contains(Winter.READ.sha256());
    }

    /** What was added to the figures since earlier rules is left out before they are compared. */
    @Test
    void figuresAreRepeatedAsEarlierRulesHadThem() throws IOException {
        String now = """
                {"failures": {"notInModel": [{"column": "a", "adds": 0.1, "low": 0.05, "high": 0.2}]}, "candidates": [{"alarms": []}]}""";
        JsonNode of4 = Verifier.asOf(4, Canonical.JSON.readTree(now));
        assertThat(of4.at("/failures/notInModel/0").properties())
                .extracting(Map.Entry::getKey)
                .containsExactly("column", "adds");
        assertThat(Verifier.asOf(3, Canonical.JSON.readTree(now)).has("failures"))
                .isFalse();
        JsonNode reserve =
                Canonical.JSON.readTree("{\"reserve\":{\"comparison\":[{\"measure\":\"lift\",\"optimism\":0.1}]}}");
        assertThat(Verifier.asOf(6, reserve.deepCopy())
                        .at("/reserve/comparison/0")
                        .has("optimism"))
                .isFalse();
        assertThat(Verifier.asOf(Evidence.RULES, reserve.deepCopy())).isEqualTo(reserve);
        JsonNode same = Canonical.JSON.readTree(now);
        assertThat(Verifier.asOf(Evidence.RULES, same.deepCopy())).isEqualTo(same);
    }

    /** Figures that differ are no fault of evidence whose rules were others, and are one of evidence of these. */
    @Test
    void figuresThatLaterRulesTouchAreLeftToTheVersionThatMadeThem() {
        for (int rules : new int[] {5, 6, Evidence.RULES}) {
            ObjectNode evidence = tree().withObject("/evidence");
            evidence.put("rules", rules);
            ((ObjectNode) evidence.at("/figures/columns/0")).put("missing", 0.5);
            byte[] canonical = Canonical.of(evidence);
            byte[] file = EvidenceFile.write(canonical, Winter.KEY.sign(canonical), List.of());
            List<Verifier.Finding> found =
                    Verifier.of(EvidenceFile.read(file), Winter.KEY.open(), Winter.DATA, Winter.WORKERS, Progress.NONE);
            Verifier.Finding figures = found.get(found.size() - 1);
            assertThat(figures.holds()).isEqualTo(rules < Evidence.RULES);
            assertThat(figures.here()).isEqualTo(rules == Evidence.RULES);
            assertThat(figures.words())
                    .contains(
                            rules < Evidence.RULES
                                    ? "computed by rules " + rules
                                    : "figures.columns[1].missing is 0.5 in the file");
        }
    }

    @Test
    void evidenceOfOtherRulesKeepsItsHashSignatureAndChainAndSaysWhoRepeatsIt() {
        ObjectNode evidence = tree().withObject("/evidence");
        evidence.put("format", 2);
        evidence.remove("rules");
        evidence.withObject("/figures").put("something", "of before");
        ((ObjectNode) evidence.get("maker")).put("version", "0.0.9");
        byte[] canonical = Canonical.of(evidence);
        List<TrailEntry> trail = new ArrayList<>(TrailEntryTest.chain(Winter.KEY, 4));
        trail.add(TrailEntry.next(
                "brief 3",
                trail.get(3),
                "2026-11-23T10:00:09Z",
                "analyst",
                "report submitted",
                "report 7",
                "evidence SHA-256 " + Sha256.of(canonical),
                Winter.KEY));
        byte[] file = EvidenceFile.write(canonical, Winter.KEY.sign(canonical), trail);
        List<Verifier.Finding> found =
                Verifier.of(EvidenceFile.read(file), Winter.KEY.open(), Winter.DATA, Winter.WORKERS, Progress.NONE);
        assertThat(found).hasSize(4).allMatch(Verifier.Finding::holds);
        assertThat(found.get(3).words())
                .contains("computed by rules 1")
                .contains("this program computes by rules " + Evidence.RULES)
                .contains("version 0.0.9");
        ((ObjectNode) evidence.get("figures")).put("something", "else");
        byte[] changed = EvidenceFile.write(Canonical.of(evidence), Winter.KEY.sign(canonical), trail);
        assertThat(failing(changed, Winter.KEY.open(), null)).hasSize(2);
    }
}
