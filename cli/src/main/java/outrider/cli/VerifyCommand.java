package outrider.cli;

import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.EvidenceFile;
import outrider.casefile.ReleaseFile;
import outrider.casefile.Verifier;
import outrider.documents.ModelDocument;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Says whether a report repeats, or what does not. */
@Command(
        name = "verify",
        mixinStandardHelpOptions = true,
        description =
                "Checks hash, signature and audit trail of EVIDENCE.json or follow-up.json and recomputes every figure from the data; of a release.json its hash, signature, proofs and the forms beside it. Exit code 0: repeats; 1: it does not; 2: bad input.")
final class VerifyCommand implements Callable<Integer> {
    @Spec
    CommandSpec spec;

    @Parameters(
            paramLabel = "EVIDENCE.json|follow-up.json|release.json",
            description = "downloaded, or made by run, follow or release")
    Path file;

    @Option(
            names = "--data",
            paramLabel = "FILE",
            description = "the records; of a follow-up report each of its files; left out, figures are not recomputed")
    List<Path> data = List.of();

    @Option(
            names = "--recipe",
            paramLabel = "FILE",
            description = "recipe.json of the release that a follow-up report is about; left out, the one beside it")
    Path recipe;

    @Option(
            names = "--key",
            paramLabel = "KEY.jwk",
            description = "the public key of the server that one trusts, a JSON Web Key, downloaded from it")
    Path key;

    @Option(
            names = "--heads",
            paramLabel = "FOLDER",
            description = "the server's daily files of where its audit trail stood, kept elsewhere")
    Path heads;

    @Override
    public Integer call() throws IOException {
        byte[] bytes = Inputs.bytes(file);
        Map<String, Object> trusted = key == null ? null : key();
        if (ReleaseFile.isOne(bytes)) {
            return said(
                    ReleaseFile.verified(bytes, trusted, file.toAbsolutePath().resolveSibling("")), "holds");
        }
        EvidenceFile evidence = EvidenceFile.read(bytes);
        List<Verifier.Finding> findings = new ArrayList<>(found(evidence, trusted));
        if (heads != null) findings.add(Verifier.heads(evidence, trusted, heads));
        return said(findings, data.isEmpty() ? "holds; give --data to recompute the figures" : "repeats");
    }

    private List<Verifier.Finding> found(EvidenceFile evidence, @Nullable Map<String, Object> trusted)
            throws IOException {
        if (evidence.isFollowUp()) {
            Path from = recipe == null ? file.toAbsolutePath().resolveSibling("recipe.json") : recipe;
            return Verifier.ofFollowUp(evidence, trusted, data, from, ModelDocument::readReleased, Inputs.workers());
        }
        if (data.size() > 1) throw BadInput.of("data", "is given twice", "a sign-off report has one file of records");
        Path records = data.isEmpty() ? null : data.get(0);
        return Verifier.of(evidence, trusted, records, Inputs.workers(), Inputs.progress(spec));
    }

    private int said(List<Verifier.Finding> findings, String good) {
        for (Verifier.Finding finding : findings) {
            spec.commandLine().getOut().println((finding.holds() ? "holds  " : "FAILS  ") + finding.words());
        }
        boolean all = findings.stream().allMatch(Verifier.Finding::holds);
        spec.commandLine().getOut().println(all ? good : "does not repeat");
        return all ? 0 : 1;
    }

    private Map<String, Object> key() throws IOException {
        try {
            return new ObjectMapper().readValue(Files.readAllBytes(key), new TypeReference<>() {});
        } catch (com.fasterxml.jackson.core.JacksonException e) {
            throw BadInput.of(key.toString(), "is no JSON: " + e.getOriginalMessage(), "download the server's key");
        }
    }
}
