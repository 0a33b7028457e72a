package outrider.casefile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import outrider.base.Progress;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.casefile.ColumnSetup.Role;
import outrider.errors.Parity;

/** Where a candidate fails: what is found on a table in which it is planted, and what the policy's checks make of it. */
class FailuresTest {
    private static Figures.Failures found;

    /** A branch has three times the events that its members' ages tell, which the candidate alone reads. */
    private static String members() {
        var random = new Seeds(12).stream("branches");
        StringBuilder csv = new StringBuilder("age,branch,rung,luck,gone\n");
        for (int i = 0; i < 8000; i++) {
            double age = 20 + 60 * random.nextDouble();
            boolean north = random.nextDouble() < 0.25;
            double risk = 0.02 + age / 600;
            csv.append(Math.rint(age))
                    .append(',')
                    .append(north ? "north" : "south")
                    .append(',');
            csv.append(random.nextDouble() < 0.2 ? "yes" : "no")
                    .append(',')
                    .append(random.nextInt(9))
                    .append(',');
            csv.append(random.nextDouble() < (north ? 3 * risk : risk) ? "yes" : "no")
                    .append('\n');
        }
        return csv.toString();
    }

    private static final String BRIEF = """
            name: branches
            question: Who goes?
            data: { file: branches.csv }
            outcome: { column: gone, events: ["yes"] }
            columns:
              branch: { role: segment, parity: true }
              luck: { role: setAside, reason: a number that says nothing }
            split: { method: shares, shares: [0.4, 0.4, 0.2], seed: 3, folds: 5 }
            stakes: { gainIfCaught: 60, actionCost: 9, successRate: 1 }
            campaignSize: 8000
            candidates: [{ name: Age, kind: logistic, inputs: [age] }]
            """;

    @BeforeAll
    static void run(@TempDir Path folder) throws IOException {
        Path file = Files.writeString(folder.resolve("branches.csv"), members());
        CaseData data = CaseData.read(CaseYaml.read(BRIEF), file, Progress.NONE);
        found = FiguresMaker.of(data, CaseRun.of(data, Workers.ALONE, Progress.NONE), Workers.ALONE)
                .trust()
                .failures();
    }

    @Test
    void theGroupWhosePromiseIsBrokenIsFoundWithItsInterval() {
        assertThat(found.spots())
                .filteredOn(s -> s.words().equals("branch: north"))
                .singleElement()
                .satisfies(s -> {
                    assertThat(s.columns()).containsExactly("branch");
                    double ratio = s.observed() / s.promised();
                    assertThat(ratio).isBetween(s.low(), s.high()).isGreaterThan(1.5);
                    assertThat(s.low()).isGreaterThan(1.2);
                });
    }

    @Test
    void theColumnThatWouldHaveToldIsNamedAndOneThatSaysNothingIsNot() {
        assertThat(found.notInModel())
                .extracting(Figures.Added::column)
                .contains("branch")
                .doesNotContain("luck", "age");
        Figures.Added branch = found.notInModel().get(0);
        assertThat(branch.column()).isEqualTo("branch");
        assertThat(branch.why()).isEqualTo("left out of this candidate");
        assertThat(branch.adds()).isGreaterThan(0.03);
    }

    @Test
    void eachLevelOfASegmentStandsBesideTheRest() {
        assertThat(found.parity()).extracting(Figures.ParityRow::level).containsExactly("south", "north");
        Figures.ParityRow south = found.parity().get(0);
        Figures.ParityRow north = found.parity().get(1);
        assertThat(north.parityAsked()).isTrue();
        assertThat(north.parity().observed().ratio()).isGreaterThan(2);
        assertThat(north.parity().precision().value())
                .isGreaterThan(south.parity().precision().value());
        assertThat(north.parity().acted().ratio())
                .isCloseTo(1 / south.parity().acted().ratio(), within(1e-9));
    }

    private static Figures.Spot spot(String column, double low, double high) {
        return new Figures.Spot(column + ": x", List.of(column), 300, 20, (int) (10 * (low + high)), low, high);
    }

    private static Figures.ParityRow row(boolean asked, int events, double low, double high, Double observedLow) {
        Parity.Measured even = new Parity.Measured(0.4, 0.3, 0.5, 1.0, 0.9, 1.1);
        Parity.Measured capture = new Parity.Measured(0.3, 0.2, 0.4, Math.sqrt(low * high), low, high);
        Parity.Measured observed = observedLow == null
                ? null
                : new Parity.Measured(1.5, 1.3, 1.8, 1.4 * observedLow, observedLow, 2 * observedLow);
        return new Figures.ParityRow("region", "coast", asked, 900, events, new Parity(even, capture, even, observed));
    }

    static Stream<Arguments> checks() {
        List<Figures.Spot> none = List.of();
        List<Figures.ParityRow> nobody = List.of();
        String weak = "weakSpots: { timesAtMost: 1.5 }";
        String parity = "parity: { eventsAtLeast: 20, ratioAtLeast: 0.8 }";
        return Stream.of(
                Arguments.of(weak, none, nobody, true, "No group"),
                Arguments.of(weak, List.of(spot("age", 1.1, 1.4)), nobody, true, "1 group breaks"),
                Arguments.of(weak, List.of(spot("age", 1.4, 2.4)), nobody, true, "none surely"),
                Arguments.of(weak, List.of(spot("age", 1.6, 2.4)), nobody, false, "age: x (40 came, 20 were promised)"),
                Arguments.of(weak, List.of(spot("age", 0.2, 0.6)), nobody, false, "age: x"),
                Arguments.of(weak, List.of(spot("rung", 0.2, 0.6)), nobody, true, "acting before explains"),
                Arguments.of(weak, null, nobody, true, "no probability"),
                Arguments.of(parity, none, nobody, true, "marked as protected"),
                Arguments.of(parity, none, List.of(row(false, 90, 0.2, 0.4, null)), true, "marked as protected"),
                Arguments.of(parity, none, List.of(row(true, 19, 0.2, 0.4, null)), true, "marked as protected"),
                Arguments.of(parity, none, List.of(row(true, 90, 0.7, 1.1, null)), true, "1 figures"),
                Arguments.of(parity, none, List.of(row(true, 90, 0.4, 0.7, null)), false, "region coast: capture rate"),
                Arguments.of(parity, none, List.of(row(true, 90, 1.5, 2.5, null)), false, "capture rate"),
                Arguments.of(parity, none, List.of(row(true, 90, 0.9, 1.1, 1.6)), false, "came of promised"));
    }

    @ParameterizedTest
    @MethodSource("checks")
    void aCheckFailsOnlyWhereItIsSure(
            String policy, List<Figures.Spot> spots, List<Figures.ParityRow> rows, boolean passes, String words) {
        TreeMap<String, ColumnSetup> columns =
                new TreeMap<>(Winter.BRIEF.taken().columns());
        columns.put("rung", ColumnSetup.of(Role.ACTED, ""));
        BriefFile brief = Winter.brief(Winter.BRIEF, columns, null, null, Winter.BRIEF.authorText());
        Figures figures = Winter.failing(new Figures.Failures(spots, rows, List.of()));
        CheckResult result = SignOffChecks.of(
                        CaseYaml.readPolicy("format: 1\nname: test\nchecks:\n  " + policy + "\n"),
                        brief,
                        figures,
                        Winter.HISTORY)
                .get(0);
        assertThat(result.words()).contains(words);
        assertThat(result.passes()).isEqualTo(passes);
        assertThat(result.paragraph()).isEqualTo(Paragraph.FAILURES);
    }
}
