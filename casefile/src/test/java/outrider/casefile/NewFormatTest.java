package outrider.casefile;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import outrider.base.Progress;
import outrider.base.Workers;

/** A new format of files is one class and one line: a case is done from it without anything else knowing it. */
class NewFormatTest {
    private static final String BRIEF = """
            name: cards
            question: Who goes?
            data: { file: branches.cards, columns: [age, gone] }
            outcome: { column: gone, events: ["1"] }
            split: { method: shares, shares: [0.4, 0.4, 0.2], seed: 3, folds: 5 }
            stakes: { gainIfCaught: 60, actionCost: 9, successRate: 1 }
            candidates: [{ name: Age, kind: logistic, inputs: [age] }]
            """;

    private static final TableReader CARDS = new CardReader();

    @BeforeAll
    static void registered() {
        TableFile.READERS.add(CARDS);
    }

    @AfterAll
    static void asBefore() {
        TableFile.READERS.remove(CARDS);
    }

    @Test
    void isLookedAtReadFittedAndSaid(@TempDir Path folder) throws IOException {
        StringBuilder cards = new StringBuilder("cards of age luck gone\n");
        for (int i = 0; i < 400; i++) cards.append("%03d%03d%03d\n".formatted(20 + i % 50, i % 7, i % 50 * i % 11 / 9));
        Path file = Files.writeString(folder.resolve("members"), cards);

        assertThat(TableFile.look(file, TableFile.Manner.UNKNOWN).format()).isEqualTo("CARDS");
        CaseData data = CaseData.read(CaseYaml.read(BRIEF), file, Progress.NONE);
        assertThat(data.table().columns()).extracting("name").containsExactly("age", "gone");
        assertThat(TableFile.notice(file, TableFile.Manner.UNKNOWN, data.table()))
                .isEqualTo("These are cards.");
        assertThat(CaseRun.of(data, Workers.ALONE, Progress.NONE)).hasSize(1);
    }
}
