package outrider.casefile;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class TrailEntryTest {
    private static final SigningKey KEY = SigningKey.make();

    static List<TrailEntry> chain(SigningKey key, int length) {
        List<TrailEntry> chain = new ArrayList<>();
        for (int i = 1; i <= length; i++) {
            TrailEntry before = chain.isEmpty() ? null : chain.get(i - 2);
            chain.add(TrailEntry.next(
                    "brief 3", before, "2026-11-23T10:00:0" + i + "Z", "analyst", "cut set", "Tree", "at " + i, key));
        }
        return chain;
    }

    private static TrailEntry saying(TrailEntry e, String words, String hash) {
        return new TrailEntry(
                e.chain(), e.number(), e.at(), e.by(), e.act(), e.subject(), words, e.previous(), hash, e.signature());
    }

    @Test
    void aChainAsItWasWrittenHolds() {
        assertThat(TrailEntry.fault(chain(KEY, 5), KEY.open())).isNull();
        assertThat(TrailEntry.fault(List.of(), KEY.open())).isNull();
    }

    @Test
    void aChangedEntryIsNamed() {
        List<TrailEntry> chain = chain(KEY, 5);
        chain.set(2, saying(chain.get(2), "at 9", chain.get(2).hash()));
        assertThat(TrailEntry.fault(chain, KEY.open())).startsWith("entry 3 ").contains("was changed");
    }

    @Test
    void anEntryThatWasChangedAndHashedAnewIsNotSigned() {
        List<TrailEntry> chain = chain(KEY, 3);
        TrailEntry other = TrailEntry.next(
                "brief 3", chain.get(1), chain.get(2).at(), "analyst", "cut set", "Tree", "at 9", SigningKey.make());
        chain.set(2, saying(other, "at 9", other.hash()));
        assertThat(TrailEntry.fault(chain, KEY.open())).startsWith("entry 3 ").contains("not signed");
    }

    @Test
    void anEntryLeftOutOrPutInBetweenIsNamed() {
        List<TrailEntry> shorter = chain(KEY, 5);
        shorter.remove(1);
        assertThat(TrailEntry.fault(shorter, KEY.open())).isEqualTo("entry 2 of the audit trail is missing");
        List<TrailEntry> mixed = chain(KEY, 2);
        mixed.addAll(chain(KEY, 3).subList(2, 3));
        mixed.set(1, TrailEntry.next("brief 3", mixed.get(0), "2026-11-23T10:00:02Z", "somebody", "x", "y", "z", KEY));
        assertThat(TrailEntry.fault(mixed, KEY.open())).startsWith("entry 3 ").contains("does not follow");
    }
}
