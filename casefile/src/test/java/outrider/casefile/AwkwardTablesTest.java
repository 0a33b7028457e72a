package outrider.casefile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.exchange.CutFigures;
import outrider.table.ColumnType;
import outrider.table.Reading;
import outrider.uncertainty.AucUncertainty;

/** From the file to the checks of the policy, on files that nobody shaped for it. */
class AwkwardTablesTest {
    private record Run(CaseData data, List<ScoredCandidate> candidates, Figures figures) {}

    private static final Map<AwkwardTable, Run> RUNS = new HashMap<>();

    @TempDir
    static Path folder;

    private static Run run(AwkwardTable table) {
        return RUNS.computeIfAbsent(table, t -> {
            try {
                Path file = Files.writeString(folder.resolve(t + ".csv"), t.text());
                CaseData data = CaseData.read(t.brief(null, null), file, Progress.NONE);
                List<ScoredCandidate> candidates = CaseRun.of(data, Winter.WORKERS, Progress.NONE);
                Figures sealed = FiguresMaker.of(data, candidates, Winter.WORKERS);
                double records = sealed.cut().validation().counts().records();
                BriefFile open = t.brief(
                        new BriefFile.CutSpec(sealed.contest().chosen(), records, "best net value"),
                        new BriefFile.SealSpec(
                                "analyst",
                                "2026-11-23T10:00:00Z",
                                sealed.contest().chosen(),
                                records));
                CaseData opened = new CaseData(
                        open,
                        data.sha256(),
                        data.bytes(),
                        data.table(),
                        data.outcome(),
                        data.parts(),
                        data.together(),
                        data.joins());
                return new Run(opened, candidates, FiguresMaker.of(opened, candidates, Winter.WORKERS));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        });
    }

    @ParameterizedTest
    @EnumSource
    void everyRecordAndEventIsInOnePart(AwkwardTable table) {
        Figures.Split split = run(table).figures().source().split();
        int events = (int) table.text().lines().filter(l -> l.endsWith("yes")).count();
        Figures.Part reserve = run(table).figures().trust().reserve().part();
        assertThat(split.training().events() + split.validation().events() + reserve.events())
                .isEqualTo(events);
        assertThat(split.training().records() + split.validation().records() + split.reserveRecords())
                .isEqualTo(run(table).data().table().size());
        assertThat(split.leftOut()).isZero();
    }

    /** What was signed by rules 8 is repeated by its own way of drawing customers. */
    @ParameterizedTest
    @EnumSource
    void customersAreDrawnOneByOneByTheRulesOfBefore(AwkwardTable table) throws IOException {
        CaseData data = run(table).data();
        Path file = folder.resolve(table + ".csv");
        CaseData before = CaseData.read(table.brief(null, null), file, 8, Progress.NONE);
        int[] rows = data.parts().validation();
        assertThat(data.sample(rows).oneByOne()).isFalse();
        assertThat(before.sample(rows).oneByOne()).isEqualTo(table.grouped());
    }

    @Test
    void whatIsWrittenAlmostAsTheEventIsNoEventOnlyWhereSomebodySaysSo() throws IOException {
        AwkwardTable table = AwkwardTable.COMMON;
        Path file = Files.writeString(
                folder.resolve("nearly.csv"),
                table.text().replaceFirst("yes\n", "YES\n").replaceFirst("yes\n", "\"yes \"\n"));
        BriefFile brief = table.brief(null, null);
        assertThatThrownBy(() -> CaseData.read(brief, file, Progress.NONE))
                .hasMessageContaining("\"outcome\" holds \"YES\", \"yes \", written almost as an event is")
                .hasMessageContaining("events: [\"yes\", \"YES\", \"yes \"]");
        Map<String, ColumnSetup> said = new HashMap<>(brief.taken().columns());
        said.put("outcome", ColumnSetup.PLAIN.read(new Reading(ColumnType.CATEGORY, null, null, null)));
        int events = 0;
        for (byte y :
                CaseData.read(brief.withColumns(said), file, Progress.NONE).outcome()) events += y;
        assertThat(events)
                .isEqualTo((int) table.text()
                                .lines()
                                .filter(l -> l.endsWith("yes"))
                                .count()
                        - 2);
    }

    @Test
    void anOutcomeThatIsNotKnownCountsAsNoEventOnlyWhereSomebodySaysSo() throws IOException {
        AwkwardTable table = AwkwardTable.COMMON;
        Path file = Files.writeString(
                folder.resolve("unknown.csv"),
                table.text().replaceFirst("no\n", "\"\"\n").replaceFirst("no\n", "NA\n"));
        BriefFile brief = table.brief(null, null);
        assertThatThrownBy(() -> CaseData.read(brief, file, Progress.NONE))
                .hasMessageContaining("\"outcome\" holds \"\", \"NA\", as an outcome that is not known")
                .hasMessageContaining("leftOut: [\"\", \"NA\"]")
                .hasMessageContaining("\"outcome\": { reading: { type: category } }");
        Map<String, ColumnSetup> said = new HashMap<>(brief.taken().columns());
        said.put("outcome", ColumnSetup.PLAIN.read(new Reading(ColumnType.CATEGORY, null, null, null)));
        int[] counts = new int[2];
        for (byte y :
                CaseData.read(brief.withColumns(said), file, Progress.NONE).outcome()) counts[y]++;
        assertThat(counts[0]).isEqualTo((int)
                table.text().lines().filter(l -> l.endsWith("no")).count());
    }

    @Test
    void aWordAmongNumbersIsRefusedByNameUntilSomebodySaysThatItIsMissing() throws IOException {
        Path file = Files.writeString(folder.resolve("unread.csv"), AwkwardTable.DIRTY.text());
        BriefFile said = AwkwardTable.DIRTY.brief(null, null);
        BriefFile unsaid = Winter.brief(said, Map.of(), null, null, said.authorText());
        assertThatThrownBy(() -> CaseRun.of(CaseData.read(unsaid, file, Progress.NONE), Winter.WORKERS, Progress.NONE))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("measure 0")
                .hasMessageContaining("nearly numbers")
                .hasMessageContaining("missing: [\"n/a\"]");
    }

    @ParameterizedTest
    @EnumSource
    void everyFigureIsWithinItsRangeAndItsInterval(AwkwardTable table) {
        Figures f = run(table).figures();
        double events = f.source().split().validation().events();
        double records = f.source().split().validation().records();
        assertThat(f.contest().candidates()).hasSize(11).last().matches(Figures.CandidateRow::reference);
        for (Figures.CandidateRow row : f.contest().candidates()) {
            assertHolds(row.name(), row.auc());
            if (row.outOfFold() != null) assertHolds(row.name() + " out of fold", row.outOfFold());
            CutFigures cut = row.atCut();
            assertThat(cut.counts().caught() + cut.counts().missed())
                    .as(row.name())
                    .isCloseTo(events, within(1e-9));
            assertThat(cut.counts().caught()
                            + cut.counts().missed()
                            + cut.counts().falseAlarms()
                            + cut.counts().leftAlone())
                    .as(row.name())
                    .isCloseTo(records, within(1e-9));
            assertThat(cut.counts().records())
                    .as(row.name())
                    .isCloseTo(f.cut().validation().counts().records(), within(1e-9));
            assertThat(row.bestDepth()).as(row.name()).isBetween(0.0, 0.1 + 1 / records);
            assertThat(row.bestGain()).as(row.name()).isGreaterThanOrEqualTo(-1e-9);
            double last = 0;
            for (double[] point : row.curve()) {
                assertThat(point[1]).as(row.name()).isBetween(last - 1e-12, 1 + 1e-12);
                last = point[1];
            }
        }
        assertThat(f.cut().validation().counts().records())
                .isEqualTo(Math.rint(f.cut().validation().counts().records()));
    }

    private static void assertHolds(String name, AucUncertainty.Interval interval) {
        assertThat(interval.auc()).as(name).isBetween(0.0, 1.0);
        if (interval.low() == null) return;
        assertThat(interval.low()).as(name).isBetween(0.0, interval.auc());
        assertThat(interval.high()).as(name).isBetween(interval.auc(), 1.0);
    }

    @ParameterizedTest
    @EnumSource
    void everyProbabilityIsOne(AwkwardTable table) {
        Run run = run(table);
        for (ScoredCandidate candidate : run.candidates()) {
            double[] score = candidate.elsewhere().of().apply(run.data().parts().validation());
            assertThat(score).as(candidate.name()).doesNotContain(Double.NaN);
            if (candidate.probability()) {
                for (double s : score) assertThat(s).as(candidate.name()).isBetween(0.0, 1.0);
            }
        }
    }

    @ParameterizedTest
    @EnumSource
    void everyCheckOfThePolicyFindsSomethingToSay(AwkwardTable table) {
        Run run = run(table);
        List<CheckResult> checks =
                SignOffChecks.of(Policy.shipped(), run.data().brief(), run.figures(), new AnalysisHistory(1, 1, 2));
        assertThat(checks).hasSizeGreaterThan(10);
        for (CheckResult check : checks) {
            assertThat(check.words())
                    .as(check.check().jsonName())
                    .isNotBlank()
                    .doesNotContain("NaN")
                    .doesNotContain("Infinity")
                    .doesNotContain("null");
        }
        assertThat(Canonical.write(run.figures())).isNotEmpty();
    }

    @ParameterizedTest
    @EnumSource
    void theSameFiguresComeOfOneThread(AwkwardTable table) {
        Run run = run(table);
        Workers one = new Workers(1);
        Figures again = FiguresMaker.of(run.data(), CaseRun.of(run.data(), one, Progress.NONE), one);
        assertThat(Canonical.write(again)).isEqualTo(Canonical.write(run.figures()));
    }

    @ParameterizedTest
    @EnumSource(names = {"DULL", "CONSTANT"})
    void nobodyIsAheadWhereNothingSaysAnything(AwkwardTable table) {
        Figures f = run(table).figures();
        for (Figures.CandidateRow row : f.contest().candidates()) {
            assertThat(row.alarms())
                    .as(row.name())
                    .noneMatch(a -> List.of("tooGood", "doesNotCarryOver").contains(a.kind()));
        }
    }

    @ParameterizedTest
    @EnumSource
    void noColumnIsTakenForALeak(AwkwardTable table) {
        assertThat(run(table).figures().source().columns())
                .flatExtracting(Figures.ColumnRow::alarms)
                .noneMatch(Figures.ColumnAlarm::leak);
    }

    @ParameterizedTest
    @EnumSource
    void whatIsSoundCarriesOver(AwkwardTable table) {
        for (Figures.CandidateRow row : run(table).figures().contest().candidates()) {
            assertThat(row.alarms()).as(row.name()).noneMatch(a -> a.kind().equals("doesNotCarryOver"));
        }
    }

    @ParameterizedTest
    @EnumSource(names = {"TINY", "RARE", "COMMON", "CONSTANT"})
    void tooLittleToSignIsNotSigned(AwkwardTable table) {
        Run run = run(table);
        assertThat(SignOffChecks.of(Policy.shipped(), run.data().brief(), run.figures(), new AnalysisHistory(1, 1, 2)))
                .filteredOn(c -> c.check() == Check.named("enoughEvents"))
                .singleElement()
                .matches(c -> !c.passes());
    }
}
