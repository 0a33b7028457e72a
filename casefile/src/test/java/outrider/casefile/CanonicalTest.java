package outrider.casefile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.junit.jupiter.api.Test;

class CanonicalTest {
    /** The example of RFC 8785 section 3.2.2, with the outcome of section 3.2.3. */
    @Test
    void isTheFormOfTheStandard() throws Exception {
        String given = """
                {"numbers": [333333333.33333329, 1E30, 4.50, 2e-3, 0.000000000000000000000000001],
                 "string": "\\u20ac$\\u000F\\u000aA'\\u0042\\u0022\\u005c\\\\\\"\\/",
                 "literals": [null, true, false]}""";
        String form = new String(Canonical.of(Canonical.JSON.readTree(given)), StandardCharsets.UTF_8);
        assertThat(form).isEqualTo("""
                        {"literals":[null,true,false],"numbers":[333333333.3333333,1e+30,4.5,0.002,1e-27],"string":"€$\\u000f\\nA'B\\"\\\\\\\\\\"/"}""");
    }

    @Test
    void aNumberThatJsonCannotHoldExactlyIsRefusedByName() {
        assertThatThrownBy(() -> Canonical.write(Map.of("split", Map.of("seed", (1L << 53) + 1))))
                .hasMessageContaining("split.seed")
                .hasMessageContaining("9007199254740993");
    }

    @Test
    void evidenceKeepsItsBytesWhenItIsReadAndWrittenAgain() {
        byte[] once = Canonical.write(Winter.evidence(null));
        assertThat(Canonical.write(EvidenceFile.evidence(once))).isEqualTo(once);
    }
}
