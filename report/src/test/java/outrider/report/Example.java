package outrider.report;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.casefile.AnalysisHistory;
import outrider.casefile.BriefFile;
import outrider.casefile.CaseData;
import outrider.casefile.CaseRun;
import outrider.casefile.CaseYaml;
import outrider.casefile.Evidence;
import outrider.casefile.Figures;
import outrider.casefile.FiguresMaker;
import outrider.casefile.Paragraph;
import outrider.casefile.Policy;
import outrider.casefile.SignOffChecks;

/** The documented example as evidence. */
final class Example {
    private static final Path FILE = Path.of("..", "docs", "examples", "winter-mailing.yaml");
    private static final Path DATA = Path.of("..", "demo", "data", "winter-mailing.csv.gz");
    private static final Workers WORKERS = new Workers(2);
    static final BriefFile BRIEF = brief();
    private static final CaseData READ = CaseData.read(BRIEF, DATA, Progress.NONE);
    static final Figures FIGURES = FiguresMaker.of(READ, CaseRun.of(READ, WORKERS, Progress.NONE), WORKERS);

    private Example() {}

    private static BriefFile brief() {
        try {
            return CaseYaml.read(Files.readString(FILE));
        } catch (java.io.IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    static Evidence evidence(BriefFile brief, Figures figures, List<Evidence.Pinned> pinned) {
        AnalysisHistory history = new AnalysisHistory(40, 3, 12);
        return new Evidence(
                Evidence.FORMAT,
                Evidence.RULES,
                new Evidence.Issued(
                        7L, "analyst", "2026-11-23T10:00:00Z", List.of("analyst"), new Evidence.Before(6, "ab")),
                brief,
                figures,
                new Evidence.Judged(
                        history,
                        3,
                        Policy.shipped(),
                        SignOffChecks.of(Policy.shipped(), brief, figures, history),
                        List.of(new Evidence.Answer(Paragraph.RISKS, "And <snow>?", "approver", "See the risks."))),
                pinned,
                new Evidence.Proof(null, Evidence.Maker.here(), null));
    }

    static Evidence evidence() {
        return evidence(BRIEF, FIGURES, List.of());
    }
}
