package outrider.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.util.Locale;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import outrider.base.RandomStream;
import outrider.base.Seeds;

/** An export as it comes: a title above the names, all texts in quotes, outcomes that are not in yet, 9999 for no score. */
class ExportRunTest extends CommandSteps {
    private static final int RECORDS = 2600;

    private int of(String outcome, String columns) throws IOException {
        Files.writeString(folder.resolve("brief.yaml"), """
                format: 1
                name: export
                question: Who pays late?
                data: { file: export.csv }
                outcome: { column: late, events: ["yes"]%s }
                columns: { %s }
                split: { method: shares, shares: [0.5, 0.25, 0.25], seed: 2, folds: 3 }
                candidates:
                - { name: Slopes, kind: logistic }
                - { name: Base, kind: baseRate }
                """.formatted(outcome, columns));
        return run(
                "run",
                folder.resolve("brief.yaml").toString(),
                "--out",
                folder.resolve("out").toString());
    }

    private void write() throws IOException {
        RandomStream random = new Seeds(4).stream("export");
        StringBuilder text = new StringBuilder("# Loans of the quarter\n# as of 2026-03-31, all branches\n");
        text.append("\"loan\",\"score\",\"port\",\"cars\",\"late\"\n");
        for (int i = 0; i < RECORDS; i++) {
            int score = 700 + (int) Math.rint(45 * random.nextGaussian());
            boolean late = random.nextDouble() < 1 / (1 + Math.exp(2 + (score - 700) / 30.0));
            String port = "" + (char) ('A' + i % 20) + (char) ('A' + i % 7) + 'Q';
            text.append(String.format(
                    Locale.ROOT,
                    "\"L%05d\",%d,\"%s\",%s,\"%s\"%n",
                    i,
                    i % 100 == 0 ? 9999 : score,
                    i % 140 == 0 ? "NAN" : port,
                    i % 26 == 0 ? "NA" : i % 4,
                    i % 50 == 0 ? "" : late ? "yes" : "no"));
        }
        Files.writeString(folder.resolve("export.csv"), text + "\n" + RECORDS + " loans in all\n");
    }

    @Test
    void nothingOfItIsTakenForSomethingElse() throws IOException {
        write();
        assertThat(of("", "")).isEqualTo(2);
        assertThat(err.toString())
                .as("also where it is refused")
                .contains("2 lines are left out above the names of the columns.")
                .contains("\"late\" holds \"\", as an outcome that is not known")
                .contains("write leftOut: [\"\"] under outcome");
        err.getBuffer().setLength(0);
        assertThat(of(", leftOut: [\"\"]", "")).as(err.toString()).isZero();
        assertThat(err.toString())
                .contains("2 lines are left out above the names of the columns.")
                .contains("1 line is left out below the records: “" + RECORDS + " loans in all”.")
                .contains("cars is read as a category, though all but 100 records hold numbers")
                .contains("score holds 9999 in 26 records, far from its other values")
                .doesNotContain("\"NAN\"");
        String way = err.toString()
                .lines()
                .filter(line -> line.contains("write under columns: "))
                .map(line -> line.replaceFirst(".*write under columns: ", ""))
                .collect(Collectors.joining(", "));
        err.getBuffer().setLength(0);
        assertThat(of(", leftOut: [\"\"]", way)).as(err.toString()).isZero();
        assertThat(err.toString()).doesNotContain("9999", "category");
        JsonNode figures = new ObjectMapper()
                .readTree(folder.resolve("out").resolve("evidence.json").toFile())
                .findPath("figures");
        assertThat(figures.at("/split/leftOut").asInt()).isEqualTo(RECORDS / 50);
        assertThat(figures.at("/candidates/0/auc/auc").asDouble()).isBetween(0.75, 0.95);
        assertThat(run(
                        "verify",
                        folder.resolve("out").resolve("evidence.json").toString(),
                        "--data",
                        folder.resolve("export.csv").toString()))
                .as(err.toString())
                .isZero();
    }

    @Test
    void aRecordOfSumsIsRefusedUntilItIsOut() throws IOException {
        StringBuilder text = new StringBuilder("loan,score,port,cars,late\n");
        for (int i = 0; i < 400; i++)
            text.append("L%d,%d,A,%d,%s%n".formatted(i, 600 + i, i % 3, i % 5 == 0 ? "yes" : "no"));
        long sum = 400 * 600 + 399 * 200;
        Files.writeString(folder.resolve("export.csv"), text + "Total," + sum + ",,,no\n");
        assertThat(of("", "")).isEqualTo(2);
        assertThat(err.toString()).contains("line 402: holds “Total” in loan and the sum of the others in score");
        Files.writeString(folder.resolve("export.csv"), text);
        assertThat(of("", "")).as(err.toString()).isZero();
    }
}
