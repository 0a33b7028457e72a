package outrider.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A dirty file of customers and months, shaped by its brief: made columns, merged levels, some records left out. */
class ShapedRunTest extends CommandSteps {
    private static String file() {
        Random random = new Random(4);
        StringBuilder text = new StringBuilder("customer;drawn;joined;paid;visits;shop;called;gone\n");
        for (int i = 0; i < 3000; i++) {
            int days = random.nextInt(1500);
            double paid = 10 + 90 * random.nextDouble();
            int visits = random.nextInt(8);
            double each = visits == 0 ? 0 : paid / visits;
            boolean gone = random.nextDouble() < 1 / (1 + Math.exp(2.6 - each / 25 + days / 900.0));
            String shop = new String[] {"north", "North ", "south", "-"}[random.nextInt(4)];
            text.append("K%d;%s;%s;%s;%d;%s;%s;%s%n"
                    .formatted(
                            1000 + i,
                            "30.06.2025",
                            java.time.LocalDate.of(2025, 6, 30)
                                    .minusDays(days)
                                    .format(java.time.format.DateTimeFormatter.ofPattern("dd.MM.yyyy")),
                            String.format(java.util.Locale.GERMANY, "%.2f €", paid),
                            visits,
                            shop,
                            gone ? "yes" : "no",
                            gone ? "yes" : "no"));
        }
        return text.toString();
    }

    private Path brief(String more, String candidates) throws IOException {
        Files.writeString(folder.resolve("months.csv"), file());
        return Files.writeString(folder.resolve("brief.yaml"), """
                format: 1
                name: months
                question: Who leaves?
                data: { file: months.csv }
                outcome: { column: gone, events: [ "yes" ] }
                campaignSize: 3000
                split: { method: shares, shares: [0.5, 0.25, 0.25], seed: 4, folds: 3 }
                columns:
                  called: { role: setAside, reason: known after the event }
                  paid: { reading: { type: number, format: "1.234,5 ¤" } }
                  shop: { reading: { type: category, missing: [ "-" ], levels: { "North ": north }, order: [ south, north ] } }
                %s
                candidates:
                %s
                """.formatted(
                        more.indent(2).stripTrailing(), candidates.indent(2).stripTrailing()));
    }

    private void ranAndRepeats(Path brief, Path results) {
        assertThat(run("run", brief.toString(), "--out", results.toString()))
                .as(err.toString())
                .isZero();
        assertThat(run(
                        "verify",
                        results.resolve("evidence.json").toString(),
                        "--data",
                        folder.resolve("months.csv").toString()))
                .as(out.toString())
                .isZero();
    }

    private static final String MADE = """
            each visit: { formula: "ratio(paid, visits, 0)", meaning: paid a visit }
            tenure: { formula: "days(joined, drawn)" }
            stage: { formula: "bands(tenure, 365, 730)" }
            """;

    @Test
    void whatIsShapedRepeatsAndTravels() throws IOException {
        Path brief = brief(
                MADE,
                "- { name: Slopes, kind: logistic, inputs: [ \"each visit\", stage, shop ] }\n- { name: Base, kind: baseRate }");
        Files.writeString(
                brief, Files.readString(brief) + "\npopulation: { where: \"tenure >= 30 and shop is not missing\" }\n");
        Path results = folder.resolve("results");
        ranAndRepeats(brief, results);
        List<String> scores = Files.readAllLines(results.resolve("scores.csv"));
        assertThat(scores.size())
                .as("of 3,000 some 2,200 are meant, three quarters of them open")
                .isBetween(1550, 1750);
        assertThat(Files.readString(results.resolve("report.html")))
                .contains(
                        "tenure &gt;= 30 and shop is not missing",
                        "ratio(paid, visits, 0)",
                        "“North ” as “north”",
                        "in the order south &lt; north",
                        "paid a visit");
    }

    @Test
    void columnsOfASecondFileRepeatAndAreTold() throws IOException {
        String asked = Files.readString(brief(
                "", "- { name: Slopes, kind: logistic, inputs: [ visits, calls ] }\n- { name: Base, kind: baseRate }"));
        StringBuilder calls = new StringBuilder("no;calls\n");
        for (int i = 0; i < 2000; i++)
            calls.append('K').append(1000 + i / 2 * 3).append(';').append(i % 5).append('\n');
        Files.writeString(folder.resolve("calls.csv"), calls);
        String joined = asked.replace(
                "data: { file: months.csv }",
                "data: { file: months.csv, joins: [ { file: calls.csv, on: { customer: no }%s } ] }");
        Path results = folder.resolve("results");
        Path brief = Files.writeString(folder.resolve("brief.yaml"), joined.formatted(""));
        assertThat(run("run", brief.toString(), "--out", results.toString())).isEqualTo(2);
        assertThat(err.toString()).contains("1000 of them stand in several records of calls.csv");
        Files.writeString(brief, joined.formatted(", keep: last"));
        ranAndRepeats(brief, results);
        assertThat(Files.readString(results.resolve("report.html")))
                .contains("Columns of calls.csv are joined by customer = no: 1,000 of 3,000 records find their key")
                .contains("SHA-256 of calls.csv: ");
        Files.writeString(folder.resolve("calls.csv"), calls.append("K1;4\n"));
        assertThat(run(
                        "verify",
                        results.resolve("evidence.json").toString(),
                        "--data",
                        folder.resolve("months.csv").toString()))
                .isEqualTo(1);
        assertThat(out.toString()).contains("figures.data.joins[1].sha256 is ");
    }

    @Test
    void notesOnColumnsBesideTheBriefAreTakenIn() throws IOException {
        String asked = Files.readString(brief(
                "called: { role: input }",
                "- { name: Slopes, kind: logistic, inputs: [ paid, visits ] }\n- { name: Base, kind: baseRate }"));
        Path brief = Files.writeString(
                folder.resolve("brief.yaml"),
                asked.replace("  called: { role: setAside, reason: known after the event }\n", "")
                        .replace("{ file: months.csv }", "{ file: months.csv, notes: notes.csv }"));
        Files.writeString(
                folder.resolve("notes.csv"),
                "column,role,known_after_days,meaning\nvisits,,2,visits to a shop\ncalled,set aside,9,\n");
        Path results = folder.resolve("results");
        ranAndRepeats(brief, results);
        assertThat(Files.readString(results.resolve("evidence.json")))
                .contains("visits to a shop")
                .doesNotContain("notes.csv");
        Files.writeString(folder.resolve("notes.csv"), "column,role\nvisit,input\n");
        assertThat(run("run", brief.toString(), "--out", results.toString())).isEqualTo(2);
        assertThat(err.toString()).contains("line 2: “visit” is no column of the file");
    }

    @Test
    void aFileInTwoPartsWithoutAReserveSaysSoAndFailsItsCheck() throws IOException {
        String asked = Files.readString(brief(
                "", "- { name: Slopes, kind: logistic, inputs: [ paid, visits ] }\n- { name: Base, kind: baseRate }"));
        Path brief = Files.writeString(
                folder.resolve("brief.yaml"),
                asked.replaceFirst(
                        "split: .*",
                        "split: { method: column, column: sample, levels: { build: training, check: validation }, seed: 4, folds: 3 }"));
        String[] lines = Files.readString(folder.resolve("months.csv")).split("\n");
        for (int i = 0; i < lines.length; i++) lines[i] += i == 0 ? ";sample" : i % 3 == 0 ? ";check" : ";build";
        Files.writeString(folder.resolve("months.csv"), String.join("\n", lines) + "\n");
        Path results = folder.resolve("results");
        ranAndRepeats(brief, results);
        assertThat(out.toString()).contains("fails   Reserve confirms");
        assertThat(Files.readString(results.resolve("report.html")))
                .contains("There is no reserve (final hold-out): nothing has confirmed these figures")
                .contains("Nothing was held back");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "bad: { formula: \"gone = 'yes'\" } | formula of bad: reads gone, the outcome",
                "bad: { formula: \"called = 'yes'\" } | formula of bad: reads called, which is set aside: known after the event",
                "bad: { formula: \"mean(visits)\" } | mean would look at other records",
                "bad: { formula: \"days(joined, today())\" } | today would change from day to day",
                "bad: { formula: \"visit + 1\" } | there is no column “visit”",
                "visits: { formula: \"paid\" } | \"visits\": is in the file already",
            })
    void whatMayNotBeMadeIsRefusedByName(String made, String words) throws IOException {
        Path brief = brief(made, "- { name: Base, kind: baseRate }");
        assertThat(run(
                        "run",
                        brief.toString(),
                        "--out",
                        folder.resolve("results").toString()))
                .isEqualTo(2);
        assertThat(err.toString()).contains(words);
    }

    @Test
    void aPopulationMayNotLookAtTheOutcomeNorBeEmpty() throws IOException {
        String before = Files.readString(brief("", "- { name: Base, kind: baseRate }"));
        for (String[] one : new String[][] {
            {"gone = 'no'", "population: reads gone, the outcome"},
            {"visits > 99", "no record meets visits > 99"},
            {"visits", "population: gives a number"},
        }) {
            Path brief = Files.writeString(
                    folder.resolve("brief.yaml"), before + "\npopulation: { where: \"" + one[0] + "\" }\n");
            assertThat(run(
                            "run",
                            brief.toString(),
                            "--out",
                            folder.resolve("results").toString()))
                    .isEqualTo(2);
            assertThat(err.toString()).contains(one[1]);
        }
    }
}
