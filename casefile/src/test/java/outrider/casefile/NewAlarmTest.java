package outrider.casefile;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.check.Alarm;

/** A new alarm of candidates is one class and one line: it stands in the figures and closes the gate without anything else knowing it. */
class NewAlarmTest {
    private static final String BRIEF = """
            name: cards
            question: Who goes?
            data: { file: cards.csv }
            outcome: { column: gone, events: ["1"] }
            columns: { card_no: { role: identifier } }
            split: { method: shares, shares: [0.4, 0.4, 0.2], seed: 3, folds: 5 }
            stakes: { gainIfCaught: 60, actionCost: 9, successRate: 1 }
            candidates: [{ name: Age, kind: logistic, inputs: [age] }]
            """;

    @Test
    void standsInTheFiguresAndClosesTheGate(@TempDir Path folder) throws IOException {
        StringBuilder cards = new StringBuilder("card_no,age,gone\n");
        for (int i = 0; i < 600; i++) cards.append("%d,%d,%d\n".formatted(i % 300, 20 + i % 50, i % 50 * i % 11 / 9));
        Path file = Files.writeString(folder.resolve("cards.csv"), cards);
        CaseData data = CaseData.read(CaseYaml.read(BRIEF), file, Progress.NONE);
        Figures figures = FiguresMaker.of(data, CaseRun.of(data, Workers.ALONE, Progress.NONE), Workers.ALONE);

        List<Alarm> rung = figures.chosenRow().alarms();
        assertThat(rung).extracting(Alarm::kind).contains("cardsTold");
        assertThat(new String(Canonical.write(figures), java.nio.charset.StandardCharsets.UTF_8))
                .contains("Somebody looked into ", "cards told");
        Policy policy = CaseYaml.readPolicy("format: 1\nname: gate\nchecks:\n  noOpenLeak: {}\n");
        assertThat(SignOffChecks.of(policy, data.brief(), figures, Winter.HISTORY))
                .extracting(CheckResult::passes, CheckResult::words)
                .containsExactly(org.assertj.core.groups.Tuple.tuple(false, "The candidate rings “cards told”."));
    }
}
