package outrider.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.casefile.CaseData;
import outrider.casefile.CaseRun;
import outrider.casefile.CaseYaml;
import outrider.casefile.ScoredCandidate;
import outrider.errors.GroupedColumn;
import outrider.errors.InCommon;

/** What the scenario plants in the plans that lapse is found among the errors, without being told. */
class PlantedErrorsTest {
    private static final Path DATA = Path.of("..", "demo", "data", "plan-lapse.csv.gz");

    private static String brief(String candidates) {
        return """
                format: 1
                name: plan-lapse
                question: Whom should the desk ring?
                data: { file: plan-lapse.csv.gz }
                outcome: { column: renewal, events: [lapsed] }
                stakes: { gainIfCaught: 74, actionCost: 4.5, successRate: 0.333 }
                campaignSize: 36000
                capacity: 3000
                split: { method: shares, shares: [0.5, 0.25, 0.25], seed: 20260401, folds: 3 }
                columns:
                  goodbye_page_seen: { role: setAside, reason: known only after the decision }
                  next_visit_booked: { role: setAside, reason: whether it is missing tells the outcome }
                  postal_area: { role: setAside, reason: 180 levels }
                  notice_on: { role: date }
                  desk_points: { role: score }
                  rung_by_desk: { role: acted, treatedLevels: ["yes"] }
                candidates:
                %s""".formatted(candidates);
    }

    @Test
    void thoseRungBeforeAndTheSoftLeakAreFound(@TempDir Path folder) throws IOException {
        Path brief = Files.writeString(
                folder.resolve("brief.yaml"),
                brief(
                        "- { name: Boosted, kind: boosted, settings: { rounds: 120 } }\n- { name: Base, kind: baseRate }\n"));
        StringWriter err = new StringWriter();
        int code = Main.run(
                new PrintWriter(new StringWriter(), true),
                new PrintWriter(err, true),
                "run",
                brief.toString(),
                "--data",
                DATA.toString(),
                "--out",
                folder.resolve("results").toString());
        assertThat(code).as(err.toString()).isZero();
        JsonNode failures = new ObjectMapper()
                .readTree(folder.resolve("results").resolve("evidence.json").toFile())
                .findPath("failures");
        List<String> broken = new ArrayList<>();
        failures.path("spots").forEach(spot -> {
            if (spot.path("high").asDouble() < 1) broken.add(spot.path("words").asText());
        });
        assertThat(broken).as("promised more than came").anyMatch(words -> words.startsWith("rung_by_desk: yes"));
        assertThat(failures.path("notInModel").findValuesAsText("column")).contains("next_visit_booked");
    }

    /** A candidate that does not see the rides misses those who stopped riding, not those who never paired the app. */
    @Test
    void stoppedRidingAndNeverPairedAreToldApart() {
        var brief = CaseYaml.read(
                brief(
                        "- { name: Blind, kind: logistic, inputs: [price_rise_pct, pays_by, late_payments_12m, web_logins_90d] }\n"));
        CaseData data = CaseData.read(brief, DATA, Progress.NONE);
        ScoredCandidate blind = CaseRun.of(data, new Workers(2), Progress.NONE).get(0);
        int[] rows = data.parts().validation();
        double[] score = blind.elsewhere().of().apply(rows);
        double[] sorted = score.clone();
        Arrays.sort(sorted);
        double cut = sorted[(int) (0.92 * sorted.length)];
        byte[] outcome = data.outcomes(rows);
        boolean[] missed = new boolean[rows.length];
        for (int i = 0; i < rows.length; i++) missed[i] = outcome[i] == 1 && score[i] < cut;
        GroupedColumn rides =
                Objects.requireNonNull(GroupedColumn.of(data.table().column("rides_logged_90d"), rows, 8));
        List<InCommon.Trait> shared = InCommon.of(List.of(rides), outcome, missed, null);
        assertThat(rides.conditions()).anyMatch(c -> c.words().endsWith("missing"));
        assertThat(shared)
                .as("missed lapses against those that were caught")
                .anyMatch(t -> t.condition().words().matches(".*(= 0|: 0|0 to \\d).*") && t.low() > 1)
                .noneMatch(t -> t.condition().words().endsWith("missing") && t.low() > 1);
    }
}
