package outrider.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.function.Consumer;
import outrider.base.BadInput;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Brings a file into a running server and begins a brief on it. */
@Command(
        name = "bring",
        mixinStandardHelpOptions = true,
        description = "Brings FILE into a running server and begins a brief on it; prints the brief's address.")
final class BringCommand implements Callable<Integer> {
    @Spec
    CommandSpec spec;

    @Parameters(paramLabel = "FILE", description = "CSV or TSV, plain or gzip, or Parquet")
    Path file;

    @Option(
            names = "--server",
            defaultValue = "${env:OUTRIDER_SERVER:-http://127.0.0.1:8480}",
            description = "its address (${DEFAULT-VALUE})")
    String server;

    @Option(
            names = "--user",
            defaultValue = "analyst",
            description = "account to sign in as (${DEFAULT-VALUE}); its password stands in OUTRIDER_PASSWORD")
    String user;

    @Override
    public Integer call() throws IOException, InterruptedException {
        if (!Files.isReadable(file)) throw BadInput.of("FILE", file + " cannot be read", "name a file that exists");
        String password = System.getenv("OUTRIDER_PASSWORD");
        if (password == null) throw BadInput.of("OUTRIDER_PASSWORD", "is not set", "give the account's password in it");
        ServerClient client = ServerClient.signIn(server, user, password);
        Consumer<String> said = words -> spec.commandLine().getErr().println(words);
        long upload = client.sendFile(file, said);
        long dataset = client.readFile(upload, said);
        long brief =
                client.post("/briefs", Map.of("datasetId", dataset)).get("id").asLong();
        client.delete("/uploads/" + upload);
        spec.commandLine().getOut().println(server + "/briefs/" + brief);
        return 0;
    }
}
