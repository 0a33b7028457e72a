package outrider.casefile;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import outrider.base.Progress;
import outrider.split.Units;

/** A table of few values, in which most records equal another by chance. */
class EqualRecordsTest {
    private static final int RECORDS = 300;

    @TempDir
    Path folder;

    private int[] units(int rules) throws IOException {
        StringBuilder csv = new StringBuilder("grade,gone\n");
        for (int i = 0; i < RECORDS; i++) csv.append(100 * (1 + i % 6)).append(i * 7 % 11 == 0 ? ",yes\n" : ",no\n");
        Path file = Files.writeString(folder.resolve("grades.csv"), csv);
        BriefFile brief = CaseYaml.read("""
                format: 1
                name: grades
                question: Whom do we lose?
                data: { file: grades.csv }
                outcome: { column: gone, events: ["yes"] }
                split: { method: shares, shares: [0.5, 0.25, 0.25], seed: 1 }
                candidates: [{ name: Base, kind: baseRate }]
                """);
        CaseData data = CaseData.read(brief, file, rules, Progress.NONE);
        assertThat(Units.count(Units.copies(data.table()))).isEqualTo(12);
        return data.together().unit();
    }

    @Test
    void standAloneUnlessTheSplitKeepsThemTogetherOrAnEarlierVersionDid() throws IOException {
        int[] alone = IntStream.range(0, RECORDS).toArray();
        assertThat(units(Evidence.RULES)).isEqualTo(alone);
        assertThat(Units.count(units(Evidence.COPIES_BY_CHOICE - 1))).isEqualTo(12);
    }
}
