package outrider.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class EvaluateCommandTest {
    private static final String CSV = "s,t,y\n0.9,1,yes\n0.8,1,no\n0.7,3,yes\n0.2,2,no\n0.1,2,no\n";

    @TempDir
    Path folder;

    private record Result(int code, String out, String err) {}

    private Result run(String csv, String... more) throws IOException {
        Path file = Files.writeString(folder.resolve("scored.csv"), csv);
        String[] args = new String[more.length + 4];
        args[0] = "evaluate";
        args[1] = file.toString();
        args[2] = "--outcome";
        args[3] = "y";
        System.arraycopy(more, 0, args, 4, more.length);
        StringWriter out = new StringWriter();
        StringWriter err = new StringWriter();
        int code = Main.run(new PrintWriter(out), new PrintWriter(err), args);
        return new Result(code, out.toString(), err.toString());
    }

    @Test
    void printsOneDocumentWithEveryPart() throws IOException {
        Path stakes = Files.writeString(folder.resolve("stakes.json"), "{\"gainIfCaught\": 8, \"actionCost\": 1}");
        Result result = run(
                CSV,
                "--event",
                "yes",
                "--score",
                "s,t",
                "--stakes",
                stakes.toString(),
                "--capacity",
                "40%",
                "--bands",
                "2,5",
                "--threshold",
                "0.75,0.1");
        assertThat(result.err()).isEmpty();
        assertThat(result.code()).isZero();
        JsonNode document = new ObjectMapper().readTree(result.out());
        JsonNode s = document.get("scores").get("s");
        assertThat(s.get("auc").asDouble()).isEqualTo(5 / 6.0);
        assertThat(s.get("bands").get("5")).hasSize(5);
        assertThat(s.get("thresholds").get(0).get("measures").get("caught").asDouble())
                .isEqualTo(1);
        assertThat(s.get("probability").get("brier").isNumber()).isTrue();
        assertThat(document.get("scores").get("t").has("probability")).isFalse();
        assertThat(s.get("stakes").get("bestCut").get("records").asDouble()).isEqualTo(1);
        assertThat(s.get("stakes").has("curve")).isFalse();
        assertThat(document.get("pairs").get(0).get("b").asText()).isEqualTo("t");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "null | amounts: are missing; write one JSON object of amounts",
                "`` | amounts: are missing; write one JSON object of amounts",
                "[] | amounts: are missing; write one JSON object of amounts",
                "{\"actionCost\": \"x\"} | actionCost: is no number; write one JSON object of amounts"
            })
    void stakesThatAreNoAmountsAreRefusedByEntry(String json, String refusal) throws Exception {
        Path stakes = Files.writeString(folder.resolve("stakes.json"), json);
        Result refused = run(CSV, "--event", "yes", "--score", "s", "--stakes", stakes.toString());
        assertThat(refused.code()).isEqualTo(2);
        assertThat(refused.err()).contains("stakes.json").contains(refusal);
    }

    @Test
    void badInputIsOneLineThatNamesFileLineAndColumn() throws IOException {
        Result bad = run(CSV.replace("0.7", "n/a"), "--event", "yes", "--score", "s");
        assertThat(bad.code()).isEqualTo(2);
        assertThat(bad.out()).isEmpty();
        assertThat(bad.err().strip().lines()).hasSize(1);
        assertThat(bad.err()).contains("scored.csv: line 4, column \"s\": found \"n/a\"");
        assertThat(run(CSV, "--event", "maybe", "--score", "s").err()).contains("has no level \"maybe\"");
        assertThat(run(CSV, "--event", "yes", "--score", "s", "--weight", "w").err())
                .contains("is not in the file");
        assertThat(run(CSV, "--event", "yes", "--score", "s", "--bands", "9").err())
                .contains("9 bands of 5 records");
        assertThat(run(CSV, "--event", "yes", "--score", "s", "--capacity", "lots")
                        .err())
                .contains("capacity");
        assertThat(run(CSV, "--score", "s").err()).contains("--event").hasLineCount(1);
        Path stakes = Files.writeString(folder.resolve("stakes.json"), "{\"gain\": 8}");
        Result unknown = run(CSV, "--event", "yes", "--score", "s", "--stakes", stakes.toString());
        assertThat(unknown.err()).contains("unknown entry \"gain\"");
        assertThat(unknown.code()).isEqualTo(2);
    }

    @Test
    void saysWhatIsWrittenAlmostAsTheEventIs() throws IOException {
        Result near = run(CSV.replaceFirst("yes", "Yes"), "--event", "yes", "--score", "s", "--bands", "2");
        assertThat(near.code()).isZero();
        assertThat(near.err()).contains("holds \"Yes\", written almost as the event is, which counts as no event");
        assertThat(run(CSV, "--event", "yes", "--score", "s", "--bands", "2").err())
                .isEmpty();
    }

    @Test
    void takesCustomersTogetherAndGivesAPartialAuc() throws IOException {
        StringBuilder csv = new StringBuilder("y,s,customer\n");
        for (int i = 0; i < 400; i++) {
            int customer = i / 4;
            csv.append(customer % 5 == 0 ? "yes" : "no").append(',');
            csv.append((customer * 37 % 101 + (customer % 5 == 0 ? 20 : 0)) / 200.0)
                    .append(',');
            csv.append('c').append(customer).append('\n');
        }
        JsonNode alone = new ObjectMapper()
                .readTree(run(csv.toString(), "--event", "yes", "--score", "s", "--partial-auc", "0.2")
                        .out())
                .at("/scores/s");
        JsonNode together = new ObjectMapper()
                .readTree(run(csv.toString(), "--event", "yes", "--score", "s", "--unit", "customer")
                        .out())
                .at("/scores/s");
        assertThat(alone.get("partialAuc").asDouble()).isBetween(0.5, 1.0);
        assertThat(together.has("partialAuc")).isFalse();
        assertThat(together.get("auc")).isEqualTo(alone.get("auc"));
        assertThat(together.get("aucStandardError").asDouble()
                        / alone.get("aucStandardError").asDouble())
                .isBetween(1.9, 2.1);
        assertThat(together.get("probability").get("slopeHigh").asDouble())
                .isGreaterThan(alone.get("probability").get("slopeHigh").asDouble());
        assertThat(run(csv.toString(), "--event", "yes", "--score", "s", "--unit", "member")
                        .err())
                .contains("is not in the file");
        assertThat(run(csv.toString(), "--event", "yes", "--score", "s", "--partial-auc", "1.5")
                        .err())
                .contains("partialAuc");
    }

    @Test
    void givesFiguresWithIntervalsAtCuts() throws IOException {
        Path stakes = Files.writeString(folder.resolve("stakes.json"), "{\"gainIfCaught\": 8, \"actionCost\": 1}");
        String[] asked = {
            "--event",
            "yes",
            "--score",
            "s,t",
            "--stakes",
            stakes.toString(),
            "--cut",
            "1,2.5",
            "--leader",
            "s",
            "--seed",
            "4",
            "--bands",
            "2"
        };
        Result result = run(CSV, asked);
        assertThat(result.err()).isEmpty();
        JsonNode scores = new ObjectMapper().readTree(result.out()).get("scores");
        JsonNode first = scores.get("s").get("cuts").get(0).get("figures");
        assertThat(first.get("gainOverNobody").asDouble()).isEqualTo(7);
        assertThat(first.get("captureLow").asDouble())
                .isLessThanOrEqualTo(first.get("capture").asDouble());
        assertThat(scores.get("s")
                        .get("cuts")
                        .get(1)
                        .get("figures")
                        .get("threshold")
                        .isNull())
                .as("inside a record")
                .isTrue();
        assertThat(scores.get("s").get("cuts").get(0).get("againstLeader").isNull())
                .isTrue();
        JsonNode other = scores.get("t").get("cuts").get(0).get("againstLeader");
        assertThat(other.get("netValue").get("difference").asDouble()).isZero();
        assertThat(other.get("verdict").asText()).isEqualTo("TOO_FEW");
        assertThat(run(CSV, asked).out()).as("the same seed").isEqualTo(result.out());
        assertThat(run(CSV, "--event", "yes", "--score", "s", "--cut", "1", "--bands", "2")
                        .err())
                .contains("needs stakes");
        asked[9] = "u";
        assertThat(run(CSV, asked).err()).contains("not among the scores");
    }
}
