package outrider.cli;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.casefile.TableFile;
import outrider.table.Table;
import picocli.CommandLine.Model.CommandSpec;

/** What the commands that compute a case share. */
final class Inputs {
    private Inputs() {}

    static byte[] bytes(Path file) throws IOException {
        if (Files.isRegularFile(file)) return Files.readAllBytes(file);
        throw BadInput.of("file " + file, "is not there", "name a file that can be read");
    }

    /** A file of records; what is odd about its end is said. */
    static Table table(CommandSpec spec, Path file) throws IOException {
        Table table = TableFile.read(file, Progress.NONE);
        say(spec, file, TableFile.end(table));
        return table;
    }

    static void say(CommandSpec spec, Path file, @Nullable String notice) {
        if (notice != null) spec.commandLine().getErr().println(file.getFileName() + ": " + notice);
    }

    static String text(Path file) throws IOException {
        return new String(bytes(file), StandardCharsets.UTF_8);
    }

    static Workers workers() {
        return new Workers(Runtime.getRuntime().availableProcessors());
    }

    /** ISO 8601, UTC, to the second. */
    static String now() {
        return Instant.now().truncatedTo(ChronoUnit.SECONDS).toString();
    }

    /** Says every tenth of the way, on standard error. */
    static Progress progress(CommandSpec spec) {
        return new Progress() {
            private int tenths;

            @Override
            public synchronized void report(double share, String step) {
                if (10 * share < tenths + 1) return;
                tenths = (int) (10 * share);
                spec.commandLine().getErr().printf("%d0 %%  %s%n", tenths, step);
            }

            @Override
            public boolean isCancelled() {
                return false;
            }
        };
    }
}
