package outrider.casefile;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Where the trail stood, written down outside the database. */
class DailyHeadsTest {
    private static final SigningKey KEY = SigningKey.make();

    @TempDir
    Path folder;

    private static List<TrailEntry> chain(String... words) {
        List<TrailEntry> entries = new ArrayList<>();
        for (String said : words) {
            TrailEntry last = entries.isEmpty() ? null : entries.get(entries.size() - 1);
            entries.add(TrailEntry.next("house", last, "2026-11-27T08:00:00Z", "wheeler", "cut set", "a", said, KEY));
        }
        return entries;
    }

    private void written(String day, List<TrailEntry> entries) throws IOException {
        TrailEntry last = entries.get(entries.size() - 1);
        new DailyHeads(day, List.of(new Evidence.TrailHead("house", last.number(), last.hash()))).write(folder, KEY);
    }

    private String fault(List<TrailEntry> entries) throws IOException {
        return DailyHeads.fault(folder, "house", entries, KEY.open());
    }

    @Test
    void aChainThatGrewHoldsAndOneThatWasRewrittenWholeDoesNot() throws IOException {
        List<TrailEntry> asItWas = chain("one", "two");
        written("2026-11-26", asItWas);
        assertThat(fault(chain("one", "two", "three"))).isNull();
        List<TrailEntry> rewritten = chain("one", "another", "three");
        assertThat(TrailEntry.fault(rewritten, KEY.open()))
                .as("in itself it holds")
                .isNull();
        assertThat(fault(rewritten)).isEqualTo("entry 2 is not the one that stood there on 2026-11-26");
        assertThat(fault(chain("one"))).isEqualTo("it holds 1 entries, and held 2 on 2026-11-26");
        assertThat(DailyHeads.fault(folder, "brief 3", List.of(), KEY.open())).isNull();
    }

    @Test
    void aFileThatAnotherKeySignedIsNotBelieved() throws IOException {
        written("2026-11-26", chain("one"));
        Path file = DailyHeads.file(folder, "2026-11-26");
        Files.writeString(file, Files.readString(file).replace("2026-11-26", "2026-11-25"));
        assertThat(fault(chain("one"))).contains("are not signed by this key");
    }
}
