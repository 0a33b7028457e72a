package outrider.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import outrider.base.RandomStream;
import outrider.base.Seeds;

/** A whole case by command on tables that are no demo: small, rare, common, coded, tied, empty. */
class RunWildTest {
    private final StringWriter out = new StringWriter();
    private final StringWriter err = new StringWriter();

    @TempDir
    Path folder;

    private int run(String candidates) throws IOException {
        Files.writeString(folder.resolve("brief.yaml"), """
                format: 1
                name: wild
                question: Who leaves?
                words: { records: people, events: leavers, acting: ringing, currency: € }
                data: { file: wild.csv }
                outcome: { column: outcome, events: ["lost"] }
                columns:
                  no: { role: identifier }
                split: { method: shares, shares: [0.5, 0.3, 0.2], seed: 7, folds: 3 }
                stakes: { gainIfCaught: 20, actionCost: 2 }
                capacity: 50
                campaignSize: 500
                candidates:
                """ + candidates);
        return Main.run(
                new PrintWriter(out, true),
                new PrintWriter(err, true),
                "run",
                folder.resolve("brief.yaml").toString(),
                "--out",
                folder.resolve("out").toString());
    }

    /** Codes that name an order, a tied number, one with gaps, a constant and an empty column. */
    private void write(int records, double rate) throws IOException {
        RandomStream random = new Seeds(records).stream("wild");
        StringBuilder text = new StringBuilder("no,code,tied,gaps,same,empty,outcome\n");
        for (int i = 0; i < records; i++) {
            double drive = random.nextGaussian();
            boolean lost = i < 12 ? i % 2 == 0 : random.nextDouble() < 1 / (1 + (1 - rate) / rate * Math.exp(-drive));
            int code = (int) Math.max(0, Math.min(4, 2 + Math.rint(drive)));
            String gap = random.nextDouble() < 0.3 ? "" : String.format(Locale.ROOT, "%.3f", random.nextGaussian());
            text.append(i)
                    .append(",c")
                    .append(code)
                    .append(',')
                    .append(drive > 0 ? 1 : 0)
                    .append(',')
                    .append(gap);
            text.append(",7,,").append(lost ? "lost" : "kept").append('\n');
        }
        Files.writeString(folder.resolve("wild.csv"), text);
    }

    @ParameterizedTest
    @CsvSource({"60, 0.3", "900, 0.01", "900, 0.97", "700, 0.2"})
    void theReportSaysNoNumberThatIsNone(int records, double rate) throws IOException {
        write(records, rate);
        assertThat(run("""
                  - { name: Linear, kind: logistic }
                  - { name: Tree, kind: tree, settings: { calibration: none, pruning: descriptionLength } }
                  - { name: Base, kind: baseRate }
                """)).as(err.toString()).isZero();
        String report = Files.readString(folder.resolve("out").resolve("report.html"));
        String words = report.replaceAll("(?s)<style.*?</style>|<[^>]*>", " ");
        assertThat(words).contains("leavers").doesNotContain("NaN", "Infinity", "null", "undefined", "−0.0 ");
        assertThat(report).doesNotContain("NaN").doesNotContain("=\"null\"");
        assertThat(folder.resolve("out").resolve("report.pdf")).isNotEmptyFile();
        assertThat(Main.run(
                        new PrintWriter(out, true),
                        new PrintWriter(err, true),
                        "verify",
                        folder.resolve("out").resolve("evidence.json").toString(),
                        "--data",
                        folder.resolve("wild.csv").toString()))
                .as(out.toString())
                .isZero();
    }

    @Test
    void oneLineFitsEveryKind() throws IOException {
        write(300, 0.3);
        assertThat(run("  - { kind: all }\n")).as(err.toString()).isZero();
        assertThat(Files.readAllLines(folder.resolve("out").resolve("scores.csv"))
                        .get(0))
                .isEqualTo("record,part,outcome,The commoner class,Base rate,Coin toss,Naive Bayes,"
                        + "Least-squares classifier,Linear margin classifier,Logistic regression,Decision tree,"
                        + "Boosted trees,Nearest neighbours,Random forest,Neural network");
    }

    @Test
    void whatAllKindsCannotHaveIsRefused() throws IOException {
        write(60, 0.3);
        assertThat(run("  - { kind: all, settings: { penalty: 1 } }\n")).isEqualTo(2);
        assertThat(err.toString()).contains("candidates").contains("all kinds").contains("one by one");
    }

    @Test
    void aNumberThatCannotBeFoundIsRefusedByName() throws IOException {
        write(60, 0.3);
        assertThat(run("  - { name: Near, kind: neighbours, settings: { neighbours: asNeeded } }\n"))
                .isEqualTo(2);
        assertThat(err.toString()).contains("neighbours: is as needed; give a whole number from 1");
    }
}
