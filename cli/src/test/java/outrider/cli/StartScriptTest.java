package outrider.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Parts of the start script, which takes itself for a library where it is told so. */
class StartScriptTest {
    /** Watches a server that has ended; one that is started again is gone from the file at once. */
    private static final String WATCH = """
            OUTRIDER_AS_LIBRARY=1 source ./outrider
            STATE="$1"
            OWN_DB=
            launch_server() { echo "started again"; rm "$STATE/server.pid"; return 1; }
            true & SERVER=$!
            wait $SERVER
            echo "${2:-$SERVER}" >"$STATE/server.pid"
            touch "$STATE/server.log"
            watch_server 1
            echo "ends with $?"
            """;

    @TempDir
    private Path state;

    private String watched(String... pid) throws IOException, InterruptedException {
        Path root = Path.of("").toAbsolutePath();
        while (!Files.exists(root.resolve("outrider"))) root = root.getParent();
        ProcessBuilder shell = new ProcessBuilder("bash", "-c", WATCH, "watch", state.toString());
        shell.command().addAll(List.of(pid));
        Process process = shell.directory(root.toFile())
                .redirectErrorStream(true)
                .redirectInput(Path.of("/dev/null").toFile())
                .start();
        String said = new String(process.getInputStream().readAllBytes());
        assertThat(process.waitFor(20, TimeUnit.SECONDS)).isTrue();
        return said;
    }

    @Test
    void aServerThatEndedUnaskedIsStartedAgain() throws IOException, InterruptedException {
        assertThat(watched()).contains("ended unasked", "started again", "ends with 0");
    }

    /** A start right after a stop: the watcher of the stopped one must not take the other's file for its own. */
    @Test
    void aServerThatWasStoppedIsNotStartedAgainBesideTheNextOne() throws IOException, InterruptedException {
        assertThat(watched("1")).doesNotContain("started again").contains("ends with 0");
        assertThat(state.resolve("server.pid")).hasContent("1");
    }
}
