package outrider.casefile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import outrider.check.Alarm;

class SignOffChecksTest {
    private static CheckResult check(String policy, BriefFile brief, Figures figures, AnalysisHistory history) {
        String text = "format: 1\nname: test\nchecks:\n  " + policy + "\n";
        List<CheckResult> results = SignOffChecks.of(CaseYaml.readPolicy(text), brief, figures, history);
        assertThat(results).hasSize(1);
        return results.get(0);
    }

    /** Each limit just met and just missed by the example's own figures. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    'lift: { atLeast: 2.27 }'                                               | true
                    'lift: { atLeast: 2.30 }'                                               | false
                    'carriesOver: { gapAtMost: 0.02 }'                                      | true
                    'trainingGap: { atMost: 0.05 }'                                         | true
                    'calibration: { slopeFrom: 0.8, slopeTo: 1.25, errorAtMost: 0.01 }'     | true
                    'calibration: { slopeFrom: 2.5, slopeTo: 3, errorAtMost: 0.01 }'        | false
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
        CheckResult result = check(policy, Winter.BRIEF, Winter.FIGURES, Winter.HISTORY);
        assertThat(result.passes()).as(result.words()).isEqualTo(passes);
    }

    @Test
    void aSealedReserveConfirmsNothing() {
        Figures sealed = FiguresMaker.of(
                Winter.under(Winter.brief(Winter.BRIEF.decision().cut(), null)), Winter.CANDIDATES, Winter.WORKERS);
        assertThat(check("reserveConfirms: {}", Winter.BRIEF, sealed, Winter.HISTORY))
                .extracting(CheckResult::passes, CheckResult::words)
                .containsExactly(false, "The reserve is still sealed.");
    }

    @Test
    void aReferenceThatIsNotBeatenIsNamedAndNoneIsNoPass() {
        BriefFile cut = Winter.brief(new BriefFile.CutSpec("Base rate", 900.0, "by hand"), null);
        Figures f = FiguresMaker.of(Winter.under(cut), Winter.CANDIDATES, Winter.WORKERS);
        assertThat(check("beatsReferences: {}", cut, f, Winter.HISTORY).passes())
                .isFalse();
        List<ScoredCandidate> without =
                Winter.CANDIDATES.stream().filter(e -> !e.kind().reference()).toList();
        Figures alone = FiguresMaker.of(Winter.READ, without, Winter.WORKERS);
        assertThat(check("beatsReferences: {}", Winter.BRIEF, alone, Winter.HISTORY))
                .extracting(CheckResult::passes, CheckResult::words)
                .containsExactly(false, "No reference was compared: add the base rate or group rates.");
    }

    @Test
    void aCandidateTooGoodToBeTrueIsAnOpenLeakWhateverTheAlarmIsCalled() {
        Figures.CandidateRow row = Winter.FIGURES.chosenRow();
        Figures.CandidateRow tooGood = new Figures.CandidateRow(
                row.name(),
                row.kind(),
                row.settings(),
                false,
                row.inputs(),
                row.numbers(),
                row.knownAfterDays(),
                row.lastKnown(),
                row.undated(),
                row.auc(),
                row.trainingAuc(),
                row.outOfFold(),
                row.byAuc(),
                row.deciding(),
                row.atCut(),
                row.difference(),
                row.bestDepth(),
                row.bestGain(),
                List.of(new Alarm("tooGood", "another name", "look")),
                row.curve());
        assertThat(check("noOpenLeak: {}", Winter.BRIEF, with(List.of(tooGood)), Winter.HISTORY))
                .extracting(CheckResult::passes, CheckResult::words)
                .containsExactly(false, "The validation AUC is too good to be true.");
    }

    private static Figures with(List<Figures.CandidateRow> rows) {
        return Winter.figures(Winter.FIGURES.source().split(), rows);
    }

    @Test
    void enoughEventsMeansEnoughOfBothOutcomes() {
        assertThat(enough(new Figures.Part(1000, 988, null)))
                .returns(false, CheckResult::passes)
                .satisfies(found -> assertThat(found.words()).contains("988 orders and 12 others"));
    }

    @Test
    void enoughEventsCountsCustomersWhereTheseStayTogether() {
        assertThat(enough(new Figures.Part(1000, 400, 20)).passes()).isTrue();
        assertThat(enough(new Figures.Part(1000, 400, 19)))
                .returns(false, CheckResult::passes)
                .satisfies(found -> assertThat(found.words())
                        .contains("400 orders and 600 others, or 19 of the fewer where every value of"));
    }

    /** Held against 20 of each, both parts being {@code part}. */
    private static CheckResult enough(Figures.Part part) {
        Figures.Split split = Winter.FIGURES.source().split();
        Figures f = Winter.figures(
                new Figures.Split(part, part, split.reserveRecords(), 0, split.method(), split.balance()),
                Winter.FIGURES.contest().candidates());
        return check("enoughEvents: { training: 20, validation: 20, reserve: 20 }", Winter.BRIEF, f, Winter.HISTORY);
    }

    @Test
    void anInputNobodyDatedIsNotInTime() {
        Map<String, ColumnSetup> columns = new TreeMap<>(Winter.BRIEF.taken().columns());
        columns.remove("orders_24m");
        BriefFile brief = Winter.brief(
                Winter.BRIEF,
                columns,
                Winter.BRIEF.decision().cut(),
                Winter.BRIEF.decision().seal(),
                Winter.BRIEF.authorText());
        Figures f = FiguresMaker.of(Winter.under(brief), Winter.CANDIDATES, Winter.WORKERS);
        assertThat(check("inputsInTime: { daysAtMost: 90 }", brief, f, Winter.HISTORY))
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
        assertThatThrownBy(() -> CaseYaml.readPolicy(
                        "format: 1\nname: x\nchecks:\n  carriesOver: { gapAtMost: 0.02, atMost: 0.5 }\n"))
                .hasMessageContaining("carriesOver.gapAtMost")
                .hasMessageContaining("twice");
        assertThatThrownBy(() -> CaseYaml.readPolicy("format: 1\n\tname: x\n"))
                .hasMessageContaining("no YAML")
                .hasMessageContaining("line");
        assertThat(CaseYaml.readPolicy(PolicyText.of(Policy.shipped())).checks().keySet())
                .containsExactlyElementsOf(
                        Check.all().stream().filter(Check::shipped).toList());
    }

    @Test
    void aNewCheckIsOneFileAndOneLine() {
        CheckResult found = check("asksSomething: { lettersAtLeast: 5 }", Winter.BRIEF, Winter.FIGURES, Winter.HISTORY);
        assertThat(found.passes()).isTrue();
        assertThat(found.title()).isEqualTo("Asks something");
        assertThat(check("asksSomething: { lettersAtLeast: 500 }", Winter.BRIEF, Winter.FIGURES, Winter.HISTORY)
                        .passes())
                .isFalse();
        assertThatThrownBy(() -> CaseYaml.readPolicy("format: 1\nname: x\nchecks:\n  asksSomething: {}\n"))
                .hasMessageContaining("asksSomething.lettersAtLeast");
    }
}
