package outrider.casefile;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.exchange.DecidingMeasure;

/** The documented example, computed once. */
final class Winter {
    static final Path FILE = Path.of("..", "docs", "examples", "winter-mailing.yaml");
    static final Path DATA = Path.of("..", "demo", "data", "winter-mailing.csv.gz");
    static final Workers WORKERS = new Workers(2);
    static final BriefFile BRIEF = CaseYaml.read(text());
    static final CaseData READ = CaseData.read(BRIEF, DATA, Progress.NONE);
    static final List<ScoredCandidate> CANDIDATES = CaseRun.of(READ, WORKERS, Progress.NONE);
    static final Figures FIGURES = FiguresMaker.of(READ, CANDIDATES, WORKERS);
    static final SigningKey KEY = SigningKey.make();
    static final AnalysisHistory HISTORY = new AnalysisHistory(4, 2, 5);

    private Winter() {}

    static String text() {
        try {
            return Files.readString(FILE);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The same data under another brief. */
    static CaseData under(BriefFile other) {
        return new CaseData(
                other,
                READ.sha256(),
                READ.bytes(),
                READ.table(),
                READ.outcome(),
                READ.parts(),
                READ.together(),
                READ.joins());
    }

    static BriefFile brief(BriefFile.CutSpec cut, BriefFile.SealSpec seal) {
        return brief(BRIEF, BRIEF.taken().columns(), cut, seal, BRIEF.authorText());
    }

    static BriefFile brief(
            BriefFile b,
            Map<String, ColumnSetup> columns,
            BriefFile.CutSpec cut,
            BriefFile.SealSpec seal,
            AuthorText authorText) {
        return new BriefFile(
                b.format(),
                new BriefFile.Asked(
                        b.asked().name(),
                        b.asked().question(),
                        b.asked().words(),
                        b.asked().outcome()),
                new BriefFile.Taken(
                        b.taken().data(),
                        columns,
                        b.taken().population(),
                        b.taken().split()),
                new BriefFile.Decision(
                        b.decision().stakes(),
                        b.decision().capacity(),
                        b.decision().campaignSize(),
                        b.decision().plannedRate(),
                        b.decision().deciding(),
                        cut,
                        seal),
                b.candidates(),
                authorText);
    }

    /** The example with another deciding measure, nothing of its reserve. */
    static BriefFile decidedBy(DecidingMeasure deciding) {
        BriefFile b = brief(null, null);
        return new BriefFile(
                b.format(),
                new BriefFile.Asked(
                        b.asked().name(),
                        b.asked().question(),
                        b.asked().words(),
                        b.asked().outcome()),
                new BriefFile.Taken(
                        b.taken().data(),
                        b.taken().columns(),
                        b.taken().population(),
                        b.taken().split()),
                new BriefFile.Decision(
                        b.decision().stakes(),
                        b.decision().capacity(),
                        b.decision().campaignSize(),
                        b.decision().plannedRate(),
                        deciding,
                        null,
                        null),
                b.candidates(),
                b.authorText());
    }

    /** The example's figures with other parts and candidates, the reserve sealed. */
    static Figures figures(Figures.Split split, List<Figures.CandidateRow> rows) {
        return figures(split, rows, FIGURES.trust().failures());
    }

    /** The same with other failures. */
    static Figures failing(Figures.Failures failures) {
        return figures(FIGURES.source().split(), FIGURES.contest().candidates(), failures);
    }

    private static Figures figures(Figures.Split split, List<Figures.CandidateRow> rows, Figures.Failures failures) {
        Figures f = FIGURES;
        return new Figures(
                new Figures.Source(f.source().data(), split, f.source().columns()),
                new Figures.Contest(
                        f.contest().deciding(),
                        rows,
                        f.contest().chosen(),
                        f.contest().optimism()),
                new Figures.AtCut(
                        f.cut().validation(),
                        f.cut().everybody(),
                        f.cut().today(),
                        f.cut().perCampaign(),
                        f.cut().breakEven(),
                        f.cut().sensitivity(),
                        f.cut().takeovers()),
                new Figures.Trust(
                        f.trust().bands(), f.trust().calibration(), f.trust().stability(), failures, null, null));
    }

    static Evidence evidence(Evidence.TrailHead head) {
        return new Evidence(
                Evidence.FORMAT,
                Evidence.RULES,
                new Evidence.Issued(7L, "analyst", "2026-11-23T10:00:00Z", List.of("analyst"), null),
                BRIEF,
                FIGURES,
                new Evidence.Judged(
                        HISTORY,
                        1,
                        Policy.shipped(),
                        SignOffChecks.of(Policy.shipped(), BRIEF, FIGURES, HISTORY),
                        List.of()),
                List.of(),
                new Evidence.Proof(head, Evidence.Maker.here(), KEY.open()));
    }
}
