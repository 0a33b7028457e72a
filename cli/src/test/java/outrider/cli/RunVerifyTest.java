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
    void whatABriefDescribesLeavesInFormsThatAreTriedAndVerified(@TempDir Path folder) throws IOException {
        Path forms = folder.resolve("forms");
        assertThat(run("release", BRIEF, "--data", DATA, "--to", forms.toString()))
                .as(err.toString())
                .isZero();
        assertThat(out.toString())
                .contains(
                        "agrees  recipe.json:",
                        "agrees  scorer.jar:",
                        "agrees  outrider_score.py:",
                        "agrees  model.pmml:")
                .contains("none    SQL, PostgreSQL: no database to try the statement in");
        assertThat(run("verify", forms.resolve("release.json").toString())).isZero();
        assertThat(out.toString())
                .contains("recipe.json: as it was tried, over ")
                .endsWith("holds" + System.lineSeparator());
        Path list = folder.resolve("list.csv");
        assertThat(run("score", forms.resolve("recipe.json").toString(), DATA, "--out", list.toString()))
                .as(err.toString())
                .isZero();
        follows(forms, folder);
        Files.writeString(forms.resolve("outrider_score.py"), "print('otherwise')");
        assertThat(run("verify", forms.resolve("release.json").toString())).isEqualTo(1);
        assertThat(out.toString()).contains("FAILS  outrider_score.py: is not the file that was tried");
    }

    /** The same records are as signed; one input gone is named first, and outcomes that come later count. */
    private void follows(Path forms, Path folder) throws IOException {
        String release = forms.resolve("release.json").toString();
        List<String> lines;
        try (var packed = new java.util.zip.GZIPInputStream(Files.newInputStream(Path.of(DATA)))) {
            lines = new String(packed.readAllBytes(), java.nio.charset.StandardCharsets.UTF_8)
                    .lines()
                    .toList();
        }
        char mark = lines.get(0).indexOf(';') >= 0 ? ';' : ',';
        List<String> header = List.of(lines.get(0).split(String.valueOf(mark), -1));
        int orders = header.indexOf("orders_24m");
        int outcome = header.indexOf("ordered");
        assertThat(orders).isNotNegative();
        List<String> moved = lines.stream()
                .map(line -> line == lines.get(0) ? line : with(line, mark, orders, ""))
                .limit(6001)
                .toList();
        List<String> without = moved.stream()
                .map(line -> line == moved.get(0) ? line : with(line, mark, outcome, ""))
                .toList();
        Path same = Files.write(folder.resolve("same.csv"), lines.subList(0, 9001));
        Path gone = Files.write(folder.resolve("gone.csv"), without);
        assertThat(run("follow", release, "--batch", same.toString(), "--out", folder.toString()))
                .as(out + "" + err)
                .isZero();
        assertThat(out.toString()).contains("same.csv: 9,000 records", "outcomes of 9,000", "Carry on.");
        assertThat(run("follow", release, "--batch", gone.toString(), "--out", folder.toString()))
                .isEqualTo(1);
        assertThat(out.toString()).contains("outcomes of 0", "Look at orders_24m first", "most in");
        String who = header.get(0);
        List<String> later = moved.stream()
                .map(line -> line.split(String.valueOf(mark), -1))
                .map(cells -> cells[0] + mark + cells[outcome])
                .toList();
        Path arrived = Files.write(folder.resolve("arrived.csv"), later);
        run(
                "follow",
                release,
                "--batch",
                gone.toString(),
                "--outcomes",
                arrived.toString(),
                "--out",
                folder.toString());
        assertThat(out.toString()).as("matched by " + who).contains("outcomes of 6,000");
        assertThat(folder)
                .isDirectoryContaining("glob:**/follow-up.html")
                .isDirectoryContaining("glob:**/follow-up.pdf");
        followUpRepeats(forms, folder, gone.toString(), arrived.toString());
    }

    private void followUpRepeats(Path forms, Path folder, String batch, String arrived) throws IOException {
        Path report = folder.resolve("follow-up.json");
        String recipe = forms.resolve("recipe.json").toString();
        String[] verify = {"verify", report.toString(), "--recipe", recipe, "--data", batch, "--data", arrived};
        assertThat(run(verify)).as(out.toString()).isZero();
        assertThat(out.toString()).contains("holds  advice: follows", "holds  batch of gone.csv: repeats");
        assertThat(run("verify", report.toString(), "--recipe", recipe, "--data", batch))
                .isZero();
        assertThat(out.toString()).contains("batch of gone.csv: not computed anew, without arrived.csv");
        assertThat(run("verify", report.toString(), "--recipe", recipe, "--data", DATA))
                .isEqualTo(1);
        assertThat(out.toString()).contains("FAILS  data: winter-mailing.csv.gz is no file of this report");
        String text = Files.readString(report);
        assertThat(text).contains("\"known\":6000");
        Files.writeString(report, text.replace("\"known\":6000", "\"known\":5999"));
        assertThat(run(verify)).isEqualTo(1);
        assertThat(out.toString())
                .contains("FAILS  hash: the evidence was changed")
                .contains("known is 5999 in the file and 6000 recomputed");
    }

    private static String with(String line, char mark, int at, String text) {
        String[] cells = line.split(String.valueOf(mark), -1);
        cells[at] = text;
        return String.join(String.valueOf(mark), cells);
    }

    @Test
    void badInputIsToldInOneLine(@TempDir Path folder) throws IOException {
        Path brief = folder.resolve("brief.yaml");
        Files.writeString(brief, "format: 1\nname: x\n");
        assertThat(run("run", brief.toString(), "--out", folder.toString())).isEqualTo(2);
        assertThat(err.toString())
                .isEqualTo("outrider: question, data: not given; fill in what is named" + System.lineSeparator());
        assertThat(run("run", BRIEF, "--out", folder.toString())).isEqualTo(2);
        assertThat(err.toString()).contains("data: no file winter-mailing.csv.gz is there");
        Files.writeString(brief, "{}");
        assertThat(run("verify", brief.toString())).isEqualTo(2);
        assertThat(err.toString()).contains("evidence: lacks its evidence");
        assertThat(folder.resolve("report.pdf")).doesNotExist();
    }
}
