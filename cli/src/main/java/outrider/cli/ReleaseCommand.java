package outrider.cli;

import static java.util.Objects.requireNonNull;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.casefile.BriefFile;
import outrider.casefile.Canonical;
import outrider.casefile.CaseData;
import outrider.casefile.CaseRun;
import outrider.casefile.CaseYaml;
import outrider.casefile.Evidence;
import outrider.casefile.EvidenceFile;
import outrider.casefile.Figures;
import outrider.casefile.FiguresMaker;
import outrider.casefile.JoinedFile;
import outrider.casefile.RecipeMaker;
import outrider.casefile.ReleaseDocument;
import outrider.casefile.ScoredCandidate;
import outrider.casefile.Sha256;
import outrider.casefile.SignedValidation;
import outrider.casefile.Verifier;
import outrider.documents.ModelDocument;
import outrider.documents.proof.FormKind;
import outrider.documents.proof.Proof;
import outrider.documents.proof.Trial;
import outrider.exchange.ReleasedRecipe;
import outrider.exchange.ScoringRecipe;
import outrider.follow.SignedFigures;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Makes the forms of what a report signed, or a brief describes, and tries each. */
@Command(
        name = "release",
        mixinStandardHelpOptions = true,
        description =
                "Fits the chosen candidate of EVIDENCE.json or BRIEF.yaml anew and writes all forms of it, each tried over all of"
                        + " validation and odd records; one that does not give the same scores is not written. Exit code 0: every form that"
                        + " can carry it agrees; 1: one does not; 2: bad input.")
final class ReleaseCommand implements Callable<Integer> {
    @Spec
    CommandSpec spec;

    @Parameters(paramLabel = "EVIDENCE.json|BRIEF.yaml", description = "a report's evidence, or a brief")
    Path file;

    @Option(names = "--to", required = true, paramLabel = "DIR", description = "where the forms go; made if missing")
    Path to;

    @Option(names = "--data", paramLabel = "FILE", description = "the records, where they are not beside the brief")
    Path data;

    @Option(
            names = "--postgresql",
            paramLabel = "URL",
            description =
                    "jdbc:postgresql://… to try statements in, account and password in PGUSER and PGPASSWORD; without it they"
                            + " are not written")
    String postgresql;

    /** The case as it was fitted anew. */
    private record Anew(CaseData read, CaseRun.Ran ran, Figures figures) {
        ScoredCandidate chosen() {
            return ran.candidates().stream()
                    .filter(c -> c.name().equals(figures.contest().chosen()))
                    .findFirst()
                    .orElseThrow();
        }
    }

    @Override
    public Integer call() throws IOException {
        boolean signed = file.toString().endsWith(".json");
        EvidenceFile evidence = signed ? EvidenceFile.read(Inputs.bytes(file)) : null;
        BriefFile asked = evidence != null ? evidence.evidence().recipe() : CaseYaml.read(Inputs.text(file));
        Path records = data != null
                ? data
                : file.toAbsolutePath().resolveSibling(asked.taken().data().file());
        Workers workers = Inputs.workers();
        if (evidence != null) demandRepeats(evidence, records, workers);
        int rules = evidence == null ? Evidence.RULES : evidence.evidence().rules();
        CaseData read = evidence == null
                ? CaseData.read(asked, records, Inputs.progress(spec))
                : CaseData.read(asked, records, rules, Inputs.progress(spec));
        CaseRun.Ran ran = CaseRun.run(read, rules, workers, Inputs.progress(spec));
        Anew anew = new Anew(read, ran, FiguresMaker.of(read, ran.candidates(), rules, workers));
        ReleasedRecipe recipe = new ReleasedRecipe(recipe(anew), null);
        Trial trial = Trial.of(
                recipe,
                CaseData.written(read.brief(), records, Progress.NONE),
                read.parts().validation(),
                new Seeds(read.brief().taken().split().seed()),
                workers,
                Progress.NONE);
        Files.createDirectories(to);
        boolean agree = true;
        Map<String, Object> forms = new LinkedHashMap<>();
        for (FormKind kind : FormKind.values()) agree &= form(kind, recipe, trial, forms);
        release(anew, evidence, recipe, forms);
        return agree ? 0 : 1;
    }

    private void demandRepeats(EvidenceFile evidence, Path records, Workers workers) {
        for (Verifier.Finding finding : Verifier.of(evidence, null, records, workers, Inputs.progress(spec))) {
            if (finding.holds() && finding.here()) continue;
            throw BadInput.of("evidence", "does not repeat: " + finding.words(), "release what repeats");
        }
    }

    private static ScoringRecipe recipe(Anew anew) {
        CaseData read = anew.read();
        Figures figures = anew.figures();
        BriefFile brief = read.brief();
        List<RecipeMaker.Joined> joins = new ArrayList<>();
        if (brief.taken().data().joins() != null) {
            for (JoinedFile join : brief.taken().data().joins()) {
                joins.add(new RecipeMaker.Joined(new ScoringRecipe.Joined(join.file(), join.terms()), null));
            }
        }
        ScoredCandidate chosen = anew.chosen();
        RecipeMaker.Source source = new RecipeMaker.Source(
                brief.asked().name(),
                read.table(),
                brief::column,
                brief.taken().population(),
                read.parts().training(),
                brief.taken().split().seed(),
                joins);
        BriefFile.CutSpec cut = brief.decision().cut();
        ScoringRecipe plain = RecipeMaker.of(
                source,
                new RecipeMaker.Chosen(
                        chosen.name(),
                        requireNonNull(anew.ran().models().get(chosen.name())),
                        chosen.scored().validation(),
                        figures.cut().validation().counts().records(),
                        cut == null ? "best net value" : cut.rule()));
        return ReleasedRecipe.pinned(plain, read.table());
    }

    /** @return whether it agrees, or cannot carry the recipe at all */
    private boolean form(FormKind kind, ReleasedRecipe recipe, Trial trial, Map<String, Object> forms)
            throws IOException {
        var say = spec.commandLine().getOut();
        byte[] made;
        Proof proof;
        try {
            made = kind.write(recipe);
        } catch (BadInput refused) {
            say.println("none    " + kind.title() + ": " + refused.getMessage());
            return true;
        }
        if (kind.needsDatabase() && postgresql == null) {
            say.println("none    " + kind.title() + ": no database to try the statement in; name one by --postgresql");
            return true;
        }
        try {
            proof = kind.proof(trial, made, new FormKind.Places(database(), "python3"));
        } catch (BadInput refused) {
            say.println("DIFFERS " + kind.title() + ": " + refused.getMessage());
            return false;
        }
        if (!proof.holds()) {
            say.println("DIFFERS " + kind.title() + ": " + proof.fault());
            return false;
        }
        Files.write(to.resolve(kind.file()), made);
        say.printf(
                "agrees  %s: %,d records, by %s, %s%n",
                kind.file(),
                proof.records(),
                proof.on(),
                proof.greatest() == 0 ? "to the bit" : "within " + proof.greatest());
        Map<String, Object> told = new LinkedHashMap<>();
        told.put("sha256", Sha256.of(made));
        told.put("proof", proof);
        told.put("triedAt", Inputs.now());
        forms.put(kind.file(), told);
        return true;
    }

    private static SignedFigures signed(Anew anew, ScoringRecipe recipe) {
        CaseData read = anew.read();
        int[] validation = read.parts().validation();
        return SignedValidation.of(
                read.brief(),
                anew.figures(),
                recipe,
                read.table(),
                validation,
                read.sample(validation),
                anew.chosen().elsewhere().of().apply(validation),
                read.brief().taken().columns(),
                Inputs.workers());
    }

    private @Nullable Supplier<Connection> database() {
        if (postgresql == null) return null;
        return () -> {
            try {
                Connection connection =
                        DriverManager.getConnection(postgresql, System.getenv("PGUSER"), System.getenv("PGPASSWORD"));
                connection.setAutoCommit(false);
                return connection;
            } catch (SQLException e) {
                throw BadInput.of("postgresql", "cannot be reached: " + e.getMessage(), "give another address");
            }
        };
    }

    private void release(Anew anew, @Nullable EvidenceFile evidence, ReleasedRecipe recipe, Map<String, Object> forms)
            throws IOException {
        ByteArrayOutputStream written = new ByteArrayOutputStream();
        ModelDocument.writeRecipe(recipe, written);
        BriefFile brief = anew.read().brief();
        Long report = evidence == null ? null : evidence.evidence().issued().report();
        ReleaseDocument document = new ReleaseDocument(
                ReleaseDocument.FORMAT,
                brief.asked().name(),
                0,
                new ReleaseDocument.Signed(report, evidence == null ? "" : evidence.sha256(), null, null, null, null),
                new ReleaseDocument.Scoring(
                        recipe.recipe().candidate(),
                        recipe.recipe().acting().threshold(),
                        recipe.recipe().acting().cut(),
                        Sha256.of(written.toByteArray()),
                        List.of(),
                        ReleaseDocument.Unknown.REFUSED),
                new ReleaseDocument.Judged(
                        brief.asked().outcome(),
                        brief.outcomeReading(),
                        ReleaseDocument.levels(
                                brief.asked().outcome(),
                                anew.read()
                                        .table()
                                        .column(brief.asked().outcome().column())),
                        brief.decision().plannedRate(),
                        brief.valueColumn(),
                        brief.taken().split().groupBy(),
                        ReleaseDocument.Acting.of(brief.taken().columns())),
                new ReleaseDocument.Watched(
                        signed(anew, recipe.recipe()),
                        brief.authorText().monitoring(),
                        brief.decision().stakes(),
                        brief.asked().words()),
                new ReleaseDocument.Made(null, Inputs.now(), null));
        byte[] canonical = Canonical.write(document);
        Map<String, Object> file = new LinkedHashMap<>();
        file.put("release", Canonical.tree(document));
        file.put("sha256", Sha256.of(canonical));
        file.put("forms", forms);
        Files.write(to.resolve("release.json"), Canonical.write(file));
        spec.commandLine().getOut().println("written to " + to);
    }
}
