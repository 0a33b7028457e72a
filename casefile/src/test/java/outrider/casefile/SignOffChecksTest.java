package outrider.casefile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SignOffChecksTest {
    private static CheckResult check(String policy, BriefFile brief, Figures figures, Conduct conduct) {
        String text = "format: 1\nname: test\nchecks:\n  " + policy + "\n";
        List<CheckResult> results = SignOffChecks.of(CaseYaml.readPolicy(text), brief, figures, conduct);
        assertThat(results).hasSize(1);
        return results.get(0);
    }

    /** Each limit just met and just missed by the example's own figures. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    'lift: { atLeast: 2.27 }'                                               | true
                    'lift: { atLeast: 2.30 }'                                               | false
                    'trainingGap: { atMost: 0.03 }'                                         | true
                    'trainingGap: { atMost: 0.02 }'                                         | false
                    'calibration: { slopeFrom: 0.8, slopeTo: 1.25, errorAtMost: 0.01 }'     | true
                    'calibration: { slopeFrom: 0.9, slopeTo: 1.25, errorAtMost: 0.01 }'     | false
                    'calibration: { slopeFrom: 0.8, slopeTo: 1.25, errorAtMost: 0.001 }'    | false
                    'enoughEvents: { training: 461, validation: 244, reserve: 244 }'        | true
                    'enoughEvents: { training: 462, validation: 244, reserve: 244 }'        | false
                    'enoughEvents: { training: 461, validation: 245, reserve: 244 }'        | false
                    'enoughEvents: { training: 461, validation: 244, reserve: 245 }'        | false
                    'inputsInTime: { daysAtMost: 1 }'                                       | true
                    'inputsInTime: { daysAtMost: 0 }'                                       | false
                    'looks: { atMost: 4 }'                                                  | true
                    'looks: { atMost: 3 }'                                                  | false
                    'monitoring: { linesAtLeast: 2 }'                                       | true
                    'monitoring: { linesAtLeast: 3 }'                                       | false
                    'stability: { eventsAtLeast: 20, aucDropAtMost: 0.03 }'                 | true
                    'stability: { eventsAtLeast: 10000, aucDropAtMost: 0.03 }'              | false
                    'reserveConfirms: {}'                                                   | true
                    'beatsReferences: {}'                                                   | true
                    'netValueAboveZero: {}'                                                 | true
                    'stakesFilled: {}'                                                      | true
                    'noOpenLeak: {}'                                                        | true
                    """)
    void passesOrFailsByItsLimit(String policy, boolean passes) {
        CheckResult result = check(policy, Winter.BRIEF, Winter.FIGURES, Winter.CONDUCT);
        assertThat(result.passes()).as(result.words()).isEqualTo(passes);
    }

    @Test
    void aSealedReserveConfirmsNothing() {
        Figures sealed =
                FiguresMaker.of(Winter.under(Winter.brief(Winter.BRIEF.cut(), null)), Winter.ENTRANTS, Winter.WORKERS);
        assertThat(check("reserveConfirms: {}", Winter.BRIEF, sealed, Winter.CONDUCT))
                .extracting(CheckResult::passes, CheckResult::words)
                .containsExactly(false, "The reserve is still sealed.");
    }

    @Test
    void aReferenceThatIsNotBeatenIsNamedAndNoneIsNoPass() {
        BriefFile cut = Winter.brief(new BriefFile.CutSpec("Base rate", 900.0, "by hand"), null);
        Figures f = FiguresMaker.of(Winter.under(cut), Winter.ENTRANTS, Winter.WORKERS);
        assertThat(check("beatsReferences: {}", cut, f, Winter.CONDUCT).passes())
                .isFalse();
        List<Entrant> without =
                Winter.ENTRANTS.stream().filter(e -> !e.kind().reference()).toList();
        Figures alone = FiguresMaker.of(Winter.READ, without, Winter.WORKERS);
        assertThat(check("beatsReferences: {}", Winter.BRIEF, alone, Winter.CONDUCT))
                .extracting(CheckResult::passes, CheckResult::words)
                .containsExactly(false, "No reference was compared: add the base rate or group rates.");
    }

    @Test
    void anInputNobodyDatedIsNotInTime() {
        Map<String, ColumnSetup> columns = new TreeMap<>(Winter.BRIEF.columns());
        columns.remove("orders_24m");
        BriefFile brief =
                Winter.brief(Winter.BRIEF, columns, Winter.BRIEF.cut(), Winter.BRIEF.seal(), Winter.BRIEF.memo());
        Figures f = FiguresMaker.of(Winter.under(brief), Winter.ENTRANTS, Winter.WORKERS);
        assertThat(check("inputsInTime: { daysAtMost: 90 }", brief, f, Winter.CONDUCT))
                .extracting(CheckResult::passes, CheckResult::words)
                .containsExactly(false, "1 of 4 inputs: nobody said when they are known.");
    }

    @Test
    void aPolicyWithAMistakeIsRefusedByName() {
        assertThatThrownBy(() -> CaseYaml.readPolicy("format: 1\nname: x\nchecks:\n  lift: { atLest: 2 }\n"))
                .hasMessageContaining("lift")
                .hasMessageContaining("no limit \"atLest\"")
                .hasMessageContaining("it takes: atLeast");
        assertThatThrownBy(() -> CaseYaml.readPolicy("format: 1\nname: x\nchecks:\n  lft: {}\n"))
                .hasMessageContaining("\"lft\"")
                .hasMessageContaining("beatsReferences");
        assertThatThrownBy(() -> CaseYaml.readPolicy("format: 1\nname: x\nchecks:\n  lift: {}\n"))
                .hasMessageContaining("lift.atLeast");
        assertThatThrownBy(() -> CaseYaml.readPolicy("format: 1\n\tname: x\n"))
                .hasMessageContaining("no YAML")
                .hasMessageContaining("line");
        assertThat(CaseYaml.readPolicy(CaseYaml.shippedPolicy()).checks()).hasSize(Check.values().length);
    }
}
