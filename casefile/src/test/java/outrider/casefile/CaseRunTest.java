package outrider.casefile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import outrider.base.Progress;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.exchange.DecidingKind;
import outrider.exchange.DecidingMeasure;
import outrider.parquet.ParquetTables;
import outrider.rank.Ranking;
import outrider.split.Part;
import outrider.stakes.NetValue;

class CaseRunTest {
    private static ScoredCandidate candidate(String name) {
        return Winter.CANDIDATES.stream()
                .filter(e -> e.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void oneThreadGivesTheSameBits() {
        Workers one = new Workers(1);
        Figures again = FiguresMaker.of(Winter.READ, CaseRun.of(Winter.READ, one, Progress.NONE), one);
        assertThat(Canonical.write(again)).isEqualTo(Canonical.write(Winter.FIGURES));
    }

    /** Evidence of rules 12 and before repeats as it was signed. */
    @Test
    void byEarlierRulesNaiveBayesTakesEveryNumberAsItIs(@TempDir Path folder) throws IOException {
        var random = new Seeds(8).stream("amounts");
        StringBuilder csv = new StringBuilder("amount,gone\n");
        for (int i = 0; i < 1200; i++) {
            double z = random.nextGaussian();
            csv.append(Math.exp(3 + 2 * z)).append(random.nextDouble() < 0.2 + 0.1 * z ? ",yes\n" : ",no\n");
        }
        Path file = Files.writeString(folder.resolve("amounts.csv"), csv);
        CaseData data = CaseData.read(CaseYaml.read("""
                        name: amounts
                        question: Who goes?
                        data: { file: amounts.csv }
                        outcome: { column: gone, events: ["yes"] }
                        split: { method: shares, shares: [0.5, 0.25, 0.25], seed: 3 }
                        candidates: [{ name: A, kind: bayes }, { name: B, kind: bayes, settings: { tails: 0 } }]
                        """), file, Progress.NONE);
        assertThat(validation(data, Evidence.RULES, 0)).isNotEqualTo(validation(data, Evidence.RULES, 1));
        assertThat(validation(data, 12, 0)).isEqualTo(validation(data, Evidence.RULES, 1));
    }

    private static double[] validation(CaseData data, int rules, int candidate) {
        return CaseRun.run(data, rules, new Workers(2), Progress.NONE)
                .candidates()
                .get(candidate)
                .elsewhere()
                .of()
                .apply(data.parts().validation());
    }

    @Test
    void figuresAreThoseOfTheCore() {
        Ranking ranking = candidate("Logistic").scored().validation();
        NetValue money = new NetValue(ranking, Winter.BRIEF.decision().stakes(), Double.NaN);
        Figures f = Winter.FIGURES;
        assertThat(f.contest().chosen()).isEqualTo("Logistic");
        assertThat(f.cut().validation().counts().records()).isEqualTo(900);
        assertThat(f.cut().validation().reach().capture()).isEqualTo(ranking.eventsAt(900) / ranking.totalEvents());
        assertThat(f.cut().validation().money().gainOverNobody()).isEqualTo(money.gainAt(900));
        assertThat(f.cut().everybody()).isEqualTo(money.gainAt(ranking.total()));
        assertThat(f.cut().perCampaign()).isEqualTo(24_000 / ranking.total());
        assertThat(f.chosenRow().auc().auc()).isEqualTo(ranking.auc());
        assertThat(f.contest().candidates())
                .extracting(Figures.CandidateRow::name)
                .last()
                .isEqualTo("Base rate");
        assertThat(f.contest().candidates())
                .extracting(Figures.CandidateRow::name)
                .contains("Blend");
        assertThat(f.cut().today().candidate()).isEqualTo("House points");
        assertThat(f.cut().today().difference().difference())
                .isEqualTo(f.cut().validation().money().gainOverNobody()
                        - f.cut().today().at().money().gainOverNobody());
    }

    @Test
    void groupsAddUpToTheWhole() {
        Figures f = Winter.FIGURES;
        for (String column : List.of("region", "age_band")) {
            List<Figures.Group> groups = f.trust().stability().segments().stream()
                    .filter(g -> g.column().equals(column))
                    .toList();
            assertThat(groups).hasSizeGreaterThan(2);
            assertThat(groups.stream().mapToInt(Figures.Group::records).sum())
                    .isEqualTo(f.source().split().validation().records());
            assertThat(groups.stream().mapToDouble(Figures.Group::acted).sum())
                    .isCloseTo(900, org.assertj.core.data.Offset.offset(1e-9));
            assertThat(groups.stream().mapToDouble(Figures.Group::caught).sum())
                    .isCloseTo(f.cut().validation().counts().caught(), org.assertj.core.data.Offset.offset(1e-9));
        }
        assertThat(f.trust().stability().timeColumn()).isEqualTo("mailed_on");
        assertThat(f.trust().stability().periods().stream()
                        .mapToInt(Figures.Group::records)
                        .sum())
                .isEqualTo(f.source().split().validation().records());
    }

    @Test
    void aSealedReserveGivesNoFigureAndChangesNoOther() {
        BriefFile sealed = Winter.brief(Winter.BRIEF.decision().cut(), null);
        Figures f = FiguresMaker.of(Winter.under(sealed), Winter.CANDIDATES, Winter.WORKERS);
        assertThat(f.trust().reserve()).isNull();
        assertThat(f.source().split().reserveRecords())
                .isEqualTo(Winter.READ.parts().size(Part.RESERVE));
        assertThat(f.cut().validation()).isEqualTo(Winter.FIGURES.cut().validation());
        assertThat(Winter.FIGURES.trust().reserve().comparison())
                .extracting(Figures.Compared::measure)
                .containsExactly("capture", "lift", "precision", "gain", "auc");
    }

    @Test
    void aParquetFileIsReadLikeItsText(@TempDir Path folder) throws IOException {
        Path file = folder.resolve("winter.parquet");
        ParquetTables.write(Winter.READ.table(), file);
        String sha256 = Sha256.of(Winter.DATA);
        BriefFile named = CaseYaml.read(Winter.text().replace(sha256, Sha256.of(file)));
        CaseData read = CaseData.read(named, file, Progress.NONE);
        assertThat(read.outcome()).isEqualTo(Winter.READ.outcome());
        assertThat(read.parts().stored()).isEqualTo(Winter.READ.parts().stored());
        assertThatThrownBy(() -> CaseData.read(Winter.BRIEF, file, Progress.NONE))
                .hasMessageContaining("another file");
    }

    @Test
    void aSealConfirmsNoOtherCut() {
        BriefFile moved = Winter.brief(
                new BriefFile.CutSpec("Logistic", 901.0, "moved"),
                Winter.BRIEF.decision().seal());
        assertThatThrownBy(() -> FiguresMaker.of(Winter.under(moved), Winter.CANDIDATES, Winter.WORKERS))
                .hasMessageContaining("was opened for Logistic at 900")
                .hasMessageContaining("go back to that candidate and cut");
    }

    @Test
    void withoutACutTheBestNetValueOfTheFirstIsProposed() {
        Figures f = FiguresMaker.of(Winter.under(Winter.brief(null, null)), Winter.CANDIDATES, Winter.WORKERS);
        assertThat(f.contest().chosen())
                .isEqualTo(f.contest().candidates().get(0).name());
        assertThat(f.cut().validation().counts().depth())
                .isEqualTo(f.chosenRow().bestDepth());
    }

    @Test
    void aDropIsConfirmedWhileTheDoubtOfBothPartsExplainsIt() {
        double error = Math.hypot(0.05, 0.04) / 1.959963984540054;
        double limit = 0.3 - 2.576 * error;
        for (double reserve : new double[] {limit + 1e-9, limit - 1e-9}) {
            for (Double chosen : new Double[] {null, 0.02}) {
                double own = chosen == null ? reserve : reserve - chosen;
                Figures.Compared c =
                        Figures.Compared.of("capture", 0.3, 0.25, 0.35, own, own - 0.04, own + 0.04, chosen);
                assertThat(c.confirmed()).isEqualTo(reserve > limit);
            }
        }
        assertThat(Figures.Compared.of("auc", 1.0, null, null, 1.0, null, null, null)
                        .confirmed())
                .isTrue();
        assertThat(Figures.Compared.of("auc", 1.0, null, null, 0.9, null, null, null)
                        .confirmed())
                .isFalse();
        assertThat(Winter.FIGURES.trust().reserve().confirms()).isTrue();
    }

    @Test
    void theDecidingMeasureOrdersCandidatesAndNamesWhatChoosingAdds() {
        for (DecidingKind kind : DecidingKind.values()) {
            BriefFile brief = Winter.decidedBy(new DecidingMeasure(kind, null));
            Figures f = FiguresMaker.of(Winter.under(brief), Winter.CANDIDATES, Winter.WORKERS);
            List<Double> own = f.contest().candidates().stream()
                    .filter(r -> !r.reference())
                    .map(Figures.CandidateRow::deciding)
                    .toList();
            assertThat(own).as(kind.words()).isSortedAccordingTo(java.util.Comparator.reverseOrder());
            assertThat(f.contest().deciding().measure()).isEqualTo(kind);
            assertThat(f.contest().optimism()).as(kind.words()).isGreaterThanOrEqualTo(0);
        }
        assertThat(Winter.FIGURES.contest().deciding().measure()).isEqualTo(DecidingKind.NET_VALUE);
    }

    @Test
    void mistakesNameTheCandidateAndTheWayOut() {
        assertThatThrownBy(() -> run("kind: logistic, inputs: [last_order_on", "kind: logistic, inputs: [sample"))
                .hasMessageContaining("candidate \"Logistic\", inputs")
                .hasMessageContaining("\"sample\" is no input");
        assertThatThrownBy(() -> run("members: [Logistic, House", "members: [Base rate, House"))
                .hasMessageContaining("candidate \"Blend\", members")
                .hasMessageContaining("\"Base rate\"");
        assertThatThrownBy(() -> run("name: Agency score", "name: Logistic"))
                .hasMessageContaining("hold \"Logistic\" twice");
    }

    private static void run(String from, String to) {
        String text = Winter.text();
        assertThat(text).contains(from);
        BriefFile brief = CaseYaml.read(text.replace(from, to));
        CaseRun.of(Winter.under(brief), Winter.WORKERS, Progress.NONE);
    }

    @Test
    void anOpenAlarmOfAnInputIsToldAndAnAnswerCloses() {
        Map<String, ColumnSetup> kept =
                new java.util.TreeMap<>(Winter.BRIEF.taken().columns());
        Figures.ColumnRow open = Winter.FIGURES.source().columns().stream()
                .filter(c -> c.use() == ColumnUse.INPUT && c.alarms().stream().anyMatch(a -> a.answer() == null))
                .findFirst()
                .orElseThrow();
        String alarm = open.alarms().get(0).name();
        kept.merge(
                open.column(),
                ColumnSetup.PLAIN,
                (now, plain) -> ColumnSetup.of(now.role(), "")
                        .known(1, "finance", null)
                        .keeping(Map.of(alarm, "asked and understood")));
        BriefFile answered = Winter.brief(
                Winter.BRIEF,
                kept,
                Winter.BRIEF.decision().cut(),
                Winter.BRIEF.decision().seal(),
                Winter.BRIEF.authorText());
        Figures f = FiguresMaker.of(Winter.under(answered), Winter.CANDIDATES, Winter.WORKERS);
        assertThat(f.source().columns())
                .filteredOn(c -> c.column().equals(open.column()))
                .flatExtracting(Figures.ColumnRow::alarms)
                .extracting(Figures.ColumnAlarm::answer)
                .contains("asked and understood");
    }
}
