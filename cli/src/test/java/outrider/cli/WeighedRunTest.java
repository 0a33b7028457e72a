package outrider.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** A file of which the town was drawn five times as often as the country, where the score says less. */
class WeighedRunTest extends CommandSteps {
    private static final int RECORDS = 6000;

    private void write(String firstWeight) throws IOException {
        Random random = new Random(9);
        StringBuilder text = new StringBuilder("town,visits,stands_for,left\n");
        for (int i = 0; i < RECORDS; i++) {
            boolean town = random.nextDouble() < 5 / 6.0;
            double visits = Math.rint(100 * random.nextGaussian()) / 100;
            double risk = town ? -2.5 + 1.6 * visits : -0.5;
            text.append(town ? "yes" : "no")
                    .append(',')
                    .append(visits)
                    .append(',')
                    .append(i == 0 ? firstWeight : town ? "12.5" : "62.5")
                    .append(',')
                    .append(random.nextDouble() < 1 / (1 + Math.exp(-risk)) ? 1 : 0)
                    .append('\n');
        }
        Files.writeString(folder.resolve("town.csv"), text);
    }

    private Path brief(String columns) throws IOException {
        return Files.writeString(folder.resolve("brief.yaml"), """
                format: 1
                name: town
                question: Who leaves?
                data: { file: town.csv }
                outcome: { column: left, events: [ "1" ] }
                stakes: { gainIfCaught: 20, actionCost: 4 }
                capacity: 600
                split: { method: shares, shares: [0.4, 0.3, 0.3], seed: 4, folds: 3 }
                columns: { %s }
                candidates:
                  - { name: Slopes, kind: logistic, inputs: [ visits, town ] }
                  - { name: Base, kind: baseRate }
                """.formatted(columns));
    }

    private JsonNode figures(Path brief, String results) throws IOException {
        Path to = folder.resolve(results);
        assertThat(run("run", brief.toString(), "--out", to.toString()))
                .as(err.toString())
                .isZero();
        return new ObjectMapper().readTree(to.resolve("evidence.json").toFile()).findPath("figures");
    }

    @Test
    void theyCountInFiguresAndRepeat() throws IOException {
        write("12.5");
        JsonNode weighed = figures(brief("stands_for: { role: weight }"), "weighed");
        JsonNode plain = figures(brief("stands_for: { role: setAside }"), "plain");
        JsonNode slopes = row(weighed, "Slopes");
        // of the population, not of the file, where the town is five in six
        assertThat(slopes.get("auc").get("auc").asDouble())
                .isNotCloseTo(row(plain, "Slopes").get("auc").get("auc").asDouble(), within(0.02));
        assertThat(slopes.get("auc").get("low").asDouble())
                .isLessThan(slopes.get("auc").get("auc").asDouble());
        JsonNode at = weighed.get("validation");
        double records = at.get("caught").asDouble() + at.get("falseAlarms").asDouble();
        assertThat(at.get("records").asDouble())
                .isCloseTo(records, within(1e-6))
                .isLessThanOrEqualTo(180);
        assertThat(records + at.get("missed").asDouble() + at.get("leftAlone").asDouble())
                .isCloseTo(weighed.get("split").get("validation").get("records").asDouble(), within(1e-6));
        assertThat(weighed.get("calibration").get("slope").asDouble()).isBetween(0.6, 1.4);
        Path results = folder.resolve("weighed");
        assertThat(run(
                        "verify",
                        results.resolve("evidence.json").toString(),
                        "--data",
                        folder.resolve("town.csv").toString()))
                .as(out.toString())
                .isZero();
        assertThat(Files.readString(results.resolve("report.html"))).contains("Records count by stands_for");
    }

    private static JsonNode row(JsonNode figures, String name) {
        for (JsonNode row : figures.get("candidates"))
            if (row.get("name").asText().equals(name)) return row;
        throw new AssertionError("no " + name);
    }

    @Test
    void whatIsNoWeightIsNamed() throws IOException {
        write("0");
        assertThat(run(
                        "run",
                        brief("stands_for: { role: weight }").toString(),
                        "--out",
                        folder.resolve("none").toString()))
                .isNotZero();
        assertThat(err.toString()).contains("line 2").contains("stands_for").contains("above 0");
        write("1");
        assertThat(run(
                        "run",
                        brief("stands_for: { role: weight }, visits: { role: weight }")
                                .toString(),
                        "--out",
                        folder.resolve("two").toString()))
                .isNotZero();
        assertThat(err.toString()).contains("“stands_for”, “visits” are each the weight of a record");
    }
}
