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
    static final List<ScoredCandidate> ENTRANTS = CaseRun.of(READ, WORKERS, Progress.NONE);
    static final Figures FIGURES = FiguresMaker.of(READ, ENTRANTS, WORKERS);
    static final SigningKey KEY = SigningKey.make();
    static final AnalysisHistory CONDUCT = new AnalysisHistory(4, 2, 5);

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
        return brief(BRIEF, BRIEF.columns(), cut, seal, BRIEF.authorText());
    }

    static BriefFile brief(
            BriefFile b,
            Map<String, ColumnSetup> columns,
            BriefFile.CutSpec cut,
            BriefFile.SealSpec seal,
            AuthorText authorText) {
        return new BriefFile(
                b.format(),
                b.name(),
                b.question(),
                b.words(),
                b.data(),
                b.outcome(),
                columns,
                b.population(),
                b.split(),
                b.stakes(),
                b.capacity(),
                b.campaignSize(),
                b.plannedRate(),
                b.deciding(),
                b.candidates(),
                cut,
                seal,
                authorText);
    }

    /** The example with another deciding measure, nothing of its reserve. */
    static BriefFile decidedBy(DecidingMeasure deciding) {
        BriefFile b = brief(null, null);
        return new BriefFile(
                b.format(),
                b.name(),
                b.question(),
                b.words(),
                b.data(),
                b.outcome(),
                b.columns(),
                b.population(),
                b.split(),
                b.stakes(),
                b.capacity(),
                b.campaignSize(),
                b.plannedRate(),
                deciding,
                b.candidates(),
                null,
                null,
                b.authorText());
    }

    /** The example's figures with other parts and candidates, the reserve sealed. */
    static Figures figures(Figures.Split split, List<Figures.Row> rows) {
        return figures(split, rows, FIGURES.failures());
    }

    /** The same with other failures. */
    static Figures failing(Figures.Failures failures) {
        return figures(FIGURES.split(), FIGURES.candidates(), failures);
    }

    private static Figures figures(Figures.Split split, List<Figures.Row> rows, Figures.Failures failures) {
        Figures f = FIGURES;
        return new Figures(
                f.data(),
                split,
                f.deciding(),
                rows,
                f.chosen(),
                f.validation(),
                f.everybody(),
                f.today(),
                f.perCampaign(),
                f.breakEven(),
                f.bands(),
                f.calibration(),
                f.optimism(),
                f.sensitivity(),
                f.takeovers(),
                f.stability(),
                failures,
                null,
                f.columns());
    }

    static Evidence evidence(Evidence.TrailHead head) {
        return new Evidence(
                Evidence.FORMAT,
                Evidence.RULES,
                7L,
                "analyst",
                "2026-11-23T10:00:00Z",
                List.of("analyst"),
                BRIEF,
                FIGURES,
                CONDUCT,
                List.of(),
                1,
                Policy.shipped(),
                SignOffChecks.of(Policy.shipped(), BRIEF, FIGURES, CONDUCT),
                List.of(),
                null,
                head,
                Evidence.Maker.here(),
                KEY.open());
    }
}
