package outrider.casefile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowable;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import outrider.table.EventRule;

class CaseYamlTest {
    private static final String WHOLE = """
            format: 1
            name: months
            question: Who leaves?
            data: { file: months.csv }
            outcome: { column: gone, events: [ "yes" ] }
            campaignSize: 3000
            split: { method: shares, shares: [0.5, 0.25, 0.25], seed: 4, folds: 3 }
            columns:
              called: { role: setAside, reason: known after }
              paid: { reading: { type: number } }
            candidates:
              - { name: Slopes, kind: logistic }
            """;

    private static List<String> wrong(String... changes) {
        String text = WHOLE;
        for (int i = 0; i < changes.length; i += 2) {
            assertThat(text).contains(changes[i]);
            text = text.replace(changes[i], changes[i + 1]);
        }
        String asked = text;
        return catchThrowable(() -> CaseYaml.read(asked)).getMessage().lines().toList();
    }

    @Test
    void theEventIsLevelsOrARuleAndNotBoth() {
        String levels = "events: [ \"yes\" ]";
        BriefFile.Outcome paid = CaseYaml.read(WHOLE.replace(levels, "when: { kind: above, at: 0 }"))
                .asked()
                .outcome();
        assertThat(paid.when()).isEqualTo(new EventRule(EventRule.EventKind.ABOVE, 0.0));
        assertThat(paid.eventWords()).isEqualTo("is above 0");
        assertThat(wrong(levels, levels + ", when: { kind: filled }"))
                .first()
                .asString()
                .contains("names levels beside a rule; give events, or when, and not both");
        assertThat(wrong(levels, "when: { kind: above }")).first().asString().contains("when.at: is missing");
    }

    @Test
    void everyWrongEntryIsNamedAtOnce() {
        assertThat(CaseYaml.read(WHOLE).asked().name()).isEqualTo("months");
        List<String> said = wrong(
                "question: Who leaves?\n",
                "",
                "months.csv }",
                "months.csv, colour: red }",
                "role: setAside",
                "role: sideways",
                "type: number",
                "type: umber",
                "campaignSize: 3000",
                "campaignSize: many",
                "method: shares",
                "method: dice");
        assertThat(said.get(0)).isEqualTo("brief: holds 6 wrong entries:");
        assertThat(String.join("\n", said))
                .contains(
                        "- data.colour: is no entry of a brief",
                        "- columns.called.role: is \"sideways\"; write one of: input, identifier",
                        "- columns.paid.reading.type: is \"umber\"",
                        "- campaignSize: is \"many\"; write a number",
                        "- split.method: is \"dice\"; write one of: shares, column, date",
                        "- question: not given");
    }

    /** Never in the words of the program's own code. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "- { name: Slopes, kind: logistic }|all|candidates: is \"all\"; write a list, each item after a dash",
                "- { name: Slopes, kind: logistic }|- logistic|candidates[1]: is \"logistic\"; write its entries, each as name: value",
                "{ name: Slopes, kind: logistic }|[logistic]|candidates[1]: is a list; write its entries, each as name: value",
                "campaignSize: 3000|campaignSize: [3000]|campaignSize: is a list; write a number",
                "campaignSize: 3000|campaignSize: { a: 3000 }|campaignSize: holds entries; write a number",
                "name: months|name: { a: b }|name: holds entries; write a text",
                "name: months|name: [ months ]|name: is a list; write a text",
                "campaignSize: 3000|stakes: 5|stakes: is \"5\"; write its entries, each as name: value",
                "campaignSize: 3000|words: [members]|words: is a list; write its entries, each as name: value",
                "seed: 4|seed: 4.5|split.seed: is \"4.5\"; write a whole number",
                "seed: 4|seed: 99999999999999999999|split.seed: is \"99999999999999999999\"; write a whole number",
                "shares: [0.5, 0.25, 0.25]|shares: 0.5|split.shares: is \"0.5\"; write a list, each item after a dash",
                "shares: [0.5, 0.25, 0.25]|shares: [0.5, a, 0.25]|split.shares[2]: is \"a\"; write a number",
                "called: { role: setAside, reason: known after }|called: setAside|columns.called: is \"setAside\"; write its entries, each as name: value"
            })
    void aValueOfAnotherKindIsToldInPlainWords(String was, String becomes, String said) {
        assertThat(wrong(was, becomes)).containsExactly(said);
    }

    @Test
    void oneIsNamedAlone() {
        assertThat(wrong("seed: 4", "seed: four")).singleElement().asString().startsWith("split.seed: is \"four\"");
        assertThat(wrong("name: months\n", "")).containsExactly("name: not given; fill in what is named");
        assertThat(wrong("months.csv }", "months.csv, joins: [ { on: { a: b } } ] }"))
                .singleElement()
                .asString()
                .contains("file: is missing");
        assertThat(wrong("months.csv }", "months.csv, joins: [ { file: calls.csv } ] }"))
                .singleElement()
                .asString()
                .contains("on: is missing");
        assertThatThrownBy(() -> CaseYaml.read("format: [")).hasMessageContaining("this is no YAML");
    }
}
