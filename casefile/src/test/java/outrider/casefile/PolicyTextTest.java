package outrider.casefile;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

class PolicyTextTest {
    @Test
    void whatIsWrittenIsReadBack() {
        Policy odd = new Policy(
                Policy.FORMAT,
                "Ours: \"strict\" \\ north",
                Map.of(Check.named("lift"), Map.of("atLeast", 2.25), Check.named("noOpenLeak"), Map.of()));
        for (Policy policy : new Policy[] {Policy.shipped(), odd}) {
            assertThat(CaseYaml.readPolicy(PolicyText.of(policy))).isEqualTo(policy);
        }
        assertThat(PolicyText.of(odd)).contains("lift: { atLeast: 2.25 }").doesNotContain("looks");
        assertThat(PolicyText.of(Policy.shipped()).lines()).allMatch(line -> line.length() <= 90);
    }

    @Test
    void everySentenceNamesEachLimitOfItsCheckAndNoOther() {
        Pattern slot = Pattern.compile("\\{(\\w+)}");
        for (Check check : Check.all()) {
            assertThat(slot.matcher(check.demand()).results().map(found -> found.group(1)))
                    .as(check.jsonName())
                    .containsExactlyElementsOf(
                            check.limits().stream().map(Check.Limit::name).toList());
            assertThat(check.demand()).endsWith(".");
        }
    }
}
