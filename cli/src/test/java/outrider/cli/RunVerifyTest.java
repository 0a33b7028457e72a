package outrider.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RunVerifyTest {
    private static final String BRIEF =
            Path.of("..", "docs", "examples", "winter-mailing.yaml").toString();
    private static final String DATA =
            Path.of("..", "demo", "data", "winter-mailing.csv.gz").toString();

    private final StringWriter out = new StringWriter();
    private final StringWriter err = new StringWriter();

    private int run(String... arguments) {
        return Main.run(new PrintWriter(out, true), new PrintWriter(err, true), arguments);
    }

    @Test
    void aWholeCaseRunsRepeatsAndIsCaughtWhenItIsChanged(@TempDir Path folder) throws IOException {
        Path results = folder.resolve("winter");
        assertThat(run("run", BRIEF, "--data", DATA, "--out", results.toString()))
                .as(err.toString())
                .isZero();
        assertThat(out.toString()).contains("Logistic at", "passes  Reserve confirms", "written to");
        assertThat(results).isDirectoryContaining("glob:**/report.pdf").isDirectoryContaining("glob:**/report.html");
        List<String> scores = Files.readAllLines(results.resolve("scores.csv"));
        assertThat(scores).hasSize(24_001);
        assertThat(scores.get(0)).isEqualTo("record,part,outcome,Logistic,Agency score,House points,Blend,Base rate");
        Path evidence = results.resolve("evidence.json");
        assertThat(run("verify", evidence.toString(), "--data", DATA)).isZero();
        assertThat(out.toString()).endsWith("repeats" + System.lineSeparator());
        Files.writeString(evidence, Files.readString(evidence).replaceFirst("\"records\":900,", "\"records\":901,"));
        assertThat(run("verify", evidence.toString(), "--data", DATA)).isEqualTo(1);
        assertThat(out.toString())
                .contains("FAILS  hash: the evidence was changed")
                .endsWith("does not repeat" + System.lineSeparator());
    }

    @Test
    void badInputIsToldInOneLine(@TempDir Path folder) throws IOException {
        Path brief = folder.resolve("brief.yaml");
        Files.writeString(brief, "format: 1\nname: x\n");
        assertThat(run("run", brief.toString(), "--out", folder.toString())).isEqualTo(2);
        assertThat(err.toString())
                .isEqualTo("outrider: question, data, campaignSize: not given; fill in what is named"
                        + System.lineSeparator());
        assertThat(run("run", BRIEF, "--out", folder.toString())).isEqualTo(2);
        assertThat(err.toString()).contains("data: no file winter-mailing.csv.gz is there");
        Files.writeString(brief, "{}");
        assertThat(run("verify", brief.toString())).isEqualTo(2);
        assertThat(err.toString()).contains("evidence: lacks its evidence");
        assertThat(folder.resolve("report.pdf")).doesNotExist();
    }
}
