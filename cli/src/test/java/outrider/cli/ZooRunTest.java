package outrider.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import outrider.table.CsvTableWriter;
import outrider.zoo.Zoo;

/** Every wild table goes from its file to a report by one command, with no more said in its brief than somebody must say. */
class ZooRunTest {
    private static final double SHARE = 0.2;
    private static final Set<Zoo> DOUBTFUL = Set.of(Zoo.MARKS, Zoo.DATES);
    /** Slopes of raw amounts over many orders of magnitude swing with a few records: no sound candidate. */
    private static final Set<Zoo> LONG_TAILS = Set.of(Zoo.MONEY, Zoo.CLAIMS);
    /** Of days that can be read in two ways. */
    private static final String FORMAT = "\"MM/dd/yyyy\"";

    private final StringWriter out = new StringWriter();
    private final StringWriter err = new StringWriter();

    @TempDir
    Path folder;

    private int run(Path brief) {
        return Main.run(
                new PrintWriter(out, true),
                new PrintWriter(err, true),
                "run",
                brief.toString(),
                "--out",
                folder.resolve("results").toString());
    }

    private static String columns(Zoo zoo) {
        StringBuilder scores = new StringBuilder();
        for (int s = 1; zoo == Zoo.SCORES && s <= 10; s++)
            scores.append("\n  score ").append(s).append(": { role: score }");
        return scores.isEmpty() ? "" : "columns:" + scores;
    }

    private static String split(Zoo zoo) {
        return switch (zoo) {
            case TWO_PARTS ->
                "{ method: column, column: part, levels: { build: training, check: validationAndReserve }, seed: 1 }";
            case VISITS -> "{ method: shares, shares: [0.5, 0.25, 0.25], seed: 1, groupBy: patient_nbr }";
            default -> "{ method: shares, shares: [0.5, 0.25, 0.25], seed: 1 }";
        };
    }

    @ParameterizedTest
    @EnumSource(Zoo.class)
    void fromTheFileToTheReport(Zoo zoo) throws IOException {
        try (OutputStream to = Files.newOutputStream(folder.resolve("wild.csv"))) {
            CsvTableWriter.write(zoo.make(zoo == Zoo.RARE ? 0.5 : SHARE).table(), to);
        }
        String asked = """
                format: 1
                name: wild
                question: Whom do we lose?
                data: { file: wild.csv }
                outcome: { column: outcome, events: [lost], leaveOutMissing: %s }
                split: %s
                %s
                candidates:
                - { name: Slopes, kind: logistic }
                - { name: Boosted, kind: boosted, settings: { rounds: 60 } }
                - { name: Base, kind: baseRate }
                """.formatted(zoo == Zoo.RECENT, split(zoo), columns(zoo));
        Path brief = Files.writeString(folder.resolve("brief.yaml"), asked);
        int code = run(brief);
        if (code == 2 && DOUBTFUL.contains(zoo)) {
            // what the refusal says to write is all that it takes
            String way = err.toString()
                    .replaceFirst("(?s).*under columns: ", "")
                    .strip()
                    .replace("\"…\"", FORMAT);
            Files.writeString(brief, asked + "\ncolumns: { " + way + " }\n");
            code = run(brief);
        }
        assertThat(code).as(err.toString()).isZero();
        assertThat(folder.resolve("results")).isDirectoryContaining("glob:**/report.pdf");
        JsonNode evidence = new ObjectMapper()
                .readTree(folder.resolve("results").resolve("evidence.json").toFile());
        JsonNode figures = evidence.findPath("figures");
        figures.path("columns")
                .forEach(column -> assertThat(kinds(column))
                        .as(column.path("column").asText())
                        .doesNotContain("suspected leak", "suspectedLeak"));
        figures.path("candidates").forEach(candidate -> {
            Set<String> rung = kinds(candidate);
            assertThat(rung).as(candidate.path("name").asText()).doesNotContain("tooGood", "unitsApart");
            boolean sound = !LONG_TAILS.contains(zoo)
                    || !candidate.path("name").asText().equals("Slopes");
            if (sound) assertThat(rung).doesNotContain("doesNotCarryOver");
        });
    }

    private static Set<String> kinds(JsonNode of) {
        Set<String> kinds = new TreeSet<>();
        of.path("alarms")
                .forEach(alarm -> kinds.add(
                        alarm.path(alarm.has("kind") ? "kind" : "name").asText()));
        return kinds;
    }
}
