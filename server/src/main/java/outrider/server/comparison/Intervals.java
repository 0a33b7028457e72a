package outrider.server.comparison;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.doubt.Bootstrap;
import outrider.doubt.PairedBand;
import outrider.exchange.AgainstLeader;
import outrider.exchange.Scored;
import outrider.server.brief.Brief;
import outrider.server.brief.Splits;
import outrider.server.candidate.Candidates;
import outrider.stakes.NetValue;

/** Bootstrap intervals that depend on the leader or on money; the ones used last stay in memory. */
@ApplicationScoped
class Intervals {
    private static final int KEPT = 400;

    private final Candidates candidates;
    private final Map<List<?>, PairedBand> pairs = recent();
    private final Map<List<?>, Bootstrap.Band> money = recent();

    Intervals(Candidates candidates) {
        this.candidates = candidates;
    }

    private static <V> Map<List<?>, V> recent() {
        return Collections.synchronizedMap(new LinkedHashMap<>(64, 0.75f, true) {
            @Override
            protected boolean removeEldestEntry(Map.Entry<List<?>, V> eldest) {
                return size() > KEPT;
            }
        });
    }

    /** One candidate's band; with a value column the one with money. */
    Bootstrap.Band band(Brief brief, long candidate, Scored scored, NetValue.Worth worth) {
        if (!scored.validation().hasValues()) return scored.band();
        return money.computeIfAbsent(
                List.of(candidate, candidates.valueColumn(brief), worth), key -> scored.band(worth, brief.seed));
    }

    /** All candidates against one of them. */
    AgainstLeader against(Brief brief, List<Comparisons.Entry> entries, int leader) {
        int[] rows = Splits.of(brief).validation();
        byte[] outcome = candidates.outcomes(brief, rows);
        double[] value = candidates.values(brief, rows);
        PairedBand[] bands = new PairedBand[entries.size()];
        new Workers(Runtime.getRuntime().availableProcessors()).each(bands.length, i -> {
            if (i != leader) bands[i] = pair(brief, entries.get(i), entries.get(leader), outcome, value);
        });
        return AgainstLeader.of(leader, bands);
    }

    private PairedBand pair(
            Brief brief, Comparisons.Entry mine, Comparisons.Entry theirs, byte[] outcome, double[] value) {
        NetValue.Worth worth = mine.money().worth();
        List<Object> key = List.of(
                mine.candidate().id, theirs.candidate().id, value == null ? "" : candidates.valueColumn(brief) + worth);
        PairedBand known = pairs.get(key);
        if (known == null) {
            known = PairedBand.of(
                    mine.scores().side(), theirs.scores().side(), outcome, value, worth, new Seeds(brief.seed));
            pairs.put(key, known);
        }
        return value == null ? known.worth(worth) : known;
    }
}
