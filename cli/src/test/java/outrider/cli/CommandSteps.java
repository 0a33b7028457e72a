package outrider.cli;

import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Path;
import org.junit.jupiter.api.io.TempDir;

/** Commands as they are typed, in a folder of their own, with what they print. */
abstract class CommandSteps {
    final StringWriter out = new StringWriter();
    final StringWriter err = new StringWriter();

    @TempDir
    Path folder;

    int run(String... arguments) {
        return Main.run(new PrintWriter(out, true), new PrintWriter(err, true), arguments);
    }
}
