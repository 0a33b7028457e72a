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
import outrider.base.BadInput;
import outrider.casefile.EvidenceFile;
import outrider.casefile.Verifier;
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
                "Checks hash, signature and audit trail of EVIDENCE.json and recomputes every figure from the data. Exit code 0: repeats; 1: it does not; 2: bad input.")
final class VerifyCommand implements Callable<Integer> {
    @Spec
    CommandSpec spec;

    @Parameters(paramLabel = "EVIDENCE.json", description = "downloaded from a report, or made by run")
    Path file;

    @Option(names = "--data", paramLabel = "FILE", description = "the records; left out, figures are not recomputed")
    Path data;

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
        EvidenceFile evidence = EvidenceFile.read(Inputs.bytes(file));
        Map<String, Object> trusted = key == null ? null : key();
        List<Verifier.Finding> findings =
                new ArrayList<>(Verifier.of(evidence, trusted, data, Inputs.workers(), Inputs.progress(spec)));
        if (heads != null) findings.add(Verifier.heads(evidence, trusted, heads));
        for (Verifier.Finding finding : findings) {
            spec.commandLine().getOut().println((finding.holds() ? "holds  " : "FAILS  ") + finding.words());
        }
        boolean all = findings.stream().allMatch(Verifier.Finding::holds);
        spec.commandLine()
                .getOut()
                .println(
                        !all
                                ? "does not repeat"
                                : data == null ? "holds; give --data to recompute the figures" : "repeats");
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
