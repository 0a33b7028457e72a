package outrider.cli;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.stream.IntStream;
import outrider.base.Workers;
import outrider.casefile.AnalysisHistory;
import outrider.casefile.BriefFile;
import outrider.casefile.Canonical;
import outrider.casefile.CaseData;
import outrider.casefile.CaseRun;
import outrider.casefile.CaseYaml;
import outrider.casefile.CheckResult;
import outrider.casefile.ColumnSetup;
import outrider.casefile.Evidence;
import outrider.casefile.EvidenceFile;
import outrider.casefile.Figures;
import outrider.casefile.FiguresMaker;
import outrider.casefile.NumberText;
import outrider.casefile.Policy;
import outrider.casefile.ScoredCandidate;
import outrider.casefile.SignOffChecks;
import outrider.casefile.TableFile;
import outrider.report.HtmlReport;
import outrider.report.PdfReport;
import outrider.split.SealOpening;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.CsvTableWriter;
import outrider.table.NumberColumn;
import outrider.table.Table;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Does a whole case headless: data, split, candidates, comparison, cut, report. */
@Command(
        name = "run",
        mixinStandardHelpOptions = true,
        description = "Computes the case of BRIEF.yaml: evidence.json, report.html, report.pdf and scores.csv.")
final class RunCommand implements Callable<Integer> {
    @Spec
    CommandSpec spec;

    @Parameters(
            paramLabel = "BRIEF.yaml",
            description = "exported from a brief, or written by hand; see docs/formats.md")
    Path file;

    @Option(names = "--out", required = true, paramLabel = "DIR", description = "where the results go; made if missing")
    Path out;

    @Option(names = "--data", paramLabel = "FILE", description = "the records, where they are not beside the brief")
    Path data;

    @Option(
            names = "--policy",
            paramLabel = "POLICY.yaml",
            description = "what to hold it against; the shipped one if left out")
    Path policyFile;

    @Override
    public Integer call() throws IOException {
        BriefFile asked = CaseYaml.read(Inputs.text(file));
        Policy policy = policyFile == null ? Policy.shipped() : CaseYaml.readPolicy(Inputs.text(policyFile));
        Path records = data != null
                ? data
                : file.toAbsolutePath().resolveSibling(asked.taken().data().file());
        if (Files.isRegularFile(records)) {
            Inputs.say(
                    spec,
                    records,
                    TableFile.before(records, asked.taken().data().manner()));
        }
        Workers workers = Inputs.workers();
        CaseData read = CaseData.read(asked, records, Inputs.progress(spec));
        Inputs.say(spec, records, TableFile.end(read.table()));
        BriefFile brief = read.brief();
        sayTaken(brief);
        read.doubts().forEach(spec.commandLine().getErr()::println);
        List<ScoredCandidate> candidates = CaseRun.of(read, workers, Inputs.progress(spec));
        Figures figures = FiguresMaker.of(read, candidates, workers);
        AnalysisHistory history = new AnalysisHistory(null, null, candidates.size());
        List<CheckResult> checks = SignOffChecks.of(policy, brief, figures, history);
        Evidence evidence = new Evidence(
                Evidence.FORMAT,
                Evidence.RULES,
                new Evidence.Issued(null, null, Inputs.now(), List.of(), null),
                brief,
                figures,
                new Evidence.Judged(history, 0, policy, checks, List.of()),
                List.of(),
                new Evidence.Proof(null, Evidence.Maker.here(), null));
        byte[] canonical = Canonical.write(evidence);
        Files.createDirectories(out);
        Files.write(out.resolve("evidence.json"), EvidenceFile.write(canonical, null, List.of()));
        String rendering = HtmlReport.render(canonical);
        Files.writeString(
                out.resolve("report.html"),
                HtmlReport.complete(rendering, List.of(), "", true),
                StandardCharsets.UTF_8);
        Files.write(out.resolve("report.pdf"), PdfReport.of(HtmlReport.complete(rendering, List.of(), "", false)));
        try (OutputStream to = new BufferedOutputStream(Files.newOutputStream(out.resolve("scores.csv")))) {
            CsvTableWriter.write(scores(read, candidates), to);
        }
        say(brief, figures, checks);
        return 0;
    }

    /** Columns that nobody spoke of and that are no inputs, or are read otherwise than the file has them. */
    private void sayTaken(BriefFile brief) {
        brief.taken().columns().forEach((name, setup) -> {
            if (!Boolean.TRUE.equals(setup.byItself())) return;
            spec.commandLine()
                    .getErr()
                    .println(name
                            + (setup.reading() != null
                                    ? " is read as a category"
                                    : setup.role() == ColumnSetup.Role.SET_ASIDE
                                            ? " is set aside"
                                            : " is taken for " + setup.role().words())
                            + ": " + setup.reason()
                            + "; say otherwise under columns");
        });
    }

    private void say(BriefFile brief, Figures figures, List<CheckResult> checks) {
        var to = spec.commandLine().getOut();
        to.println(figures.contest().chosen() + " at "
                + NumberText.percent(figures.cut().validation().counts().depth()) + ": capture "
                + NumberText.percent(figures.cut().validation().reach().capture()) + ", gain "
                + NumberText.gain(
                        brief,
                        figures.cut().validation().money().gainOverNobody()
                                * figures.cut().perCampaign()));
        for (CheckResult check : checks) {
            to.println((check.passes() ? "passes  " : "fails   ") + check.title() + ": " + check.words());
        }
        to.println("written to " + out);
    }

    /** Every record that is not sealed: its number, part, outcome and every candidate's score. */
    private static Table scores(CaseData read, List<ScoredCandidate> candidates) {
        BriefFile.SealSpec seal = read.brief().decision().seal();
        int[] reserve = seal == null
                ? new int[0]
                : read.parts()
                        .reserve(new SealOpening(
                                seal.openedBy(), Instant.parse(seal.openedAt()), seal.candidate(), seal.records()));
        int[][] parts = {read.parts().training(), read.parts().validation(), reserve};
        int[] rows = IntStream.of(0, 1, 2).flatMap(p -> IntStream.of(parts[p])).toArray();
        int[] part = IntStream.of(0, 1, 2)
                .flatMap(p -> IntStream.generate(() -> p).limit(parts[p].length))
                .toArray();
        List<Column> columns = new ArrayList<>();
        columns.add(new NumberColumn(
                "record", IntStream.of(rows).mapToDouble(r -> r + 1).toArray()));
        columns.add(new CategoryColumn("part", part, List.of("training", "validation", "reserve")));
        columns.add(new NumberColumn(
                "outcome",
                IntStream.of(rows).mapToDouble(r -> read.outcome()[r]).toArray()));
        for (ScoredCandidate candidate : candidates)
            columns.add(new NumberColumn(
                    candidate.name(), candidate.elsewhere().of().apply(rows)));
        return new Table(columns, null);
    }
}
