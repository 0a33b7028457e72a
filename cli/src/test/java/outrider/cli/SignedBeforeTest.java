package outrider.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.GZIPInputStream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Reports of the demo that an earlier version signed: their figures are those of today, to the last bit. */
class SignedBeforeTest {
    private static final Path DATA = Path.of("../demo/data");

    @ParameterizedTest
    @ValueSource(strings = {"winter-mailing", "claim-fraud", "plan-lapse"})
    void aReportOfTheDemoSignedBeforeRepeats(String name, @TempDir Path folder) throws IOException {
        Path evidence = folder.resolve("evidence.json");
        try (InputStream kept = getClass().getResourceAsStream("/signed/" + name + ".json.gz")) {
            Files.copy(new GZIPInputStream(kept), evidence);
        }
        StringWriter out = new StringWriter();
        StringWriter err = new StringWriter();
        int code = Main.run(
                new PrintWriter(out, true),
                new PrintWriter(err, true),
                "verify",
                evidence.toString(),
                "--data",
                DATA.resolve(name + ".csv.gz").toString());
        assertThat(out.toString())
                .as(err.toString())
                .contains("entries of the audit trail hold", "figures: repeats, to the last bit")
                .endsWith("repeats\n");
        assertThat(code).isZero();
    }
}
