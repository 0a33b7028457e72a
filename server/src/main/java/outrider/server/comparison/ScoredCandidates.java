package outrider.server.comparison;

import io.quarkus.narayana.jta.QuarkusTransaction;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.ObservesAsync;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;
import outrider.exchange.Scored;
import outrider.rank.Ranking;
import outrider.server.brief.Brief;
import outrider.server.candidate.Candidate;
import outrider.server.candidate.CandidateFitted;
import outrider.server.candidate.Candidates;
import outrider.server.candidate.ScoreSet;
import outrider.split.Parts;

/** Ranks the kept scores of candidates; the ones used last stay in memory. */
@ApplicationScoped
public class ScoredCandidates {
    /** Of validation records, over all candidates kept; at 40 bytes a record. */
    private static final long KEPT = 12_000_000;

    private final Candidates candidates;
    private final Map<Key, Scored> recent = new LinkedHashMap<>(64, 0.75f, true);

    private record Key(long candidate, String valueColumn) {}

    ScoredCandidates(Candidates candidates) {
        this.candidates = candidates;
    }

    /** Ranks a candidate as soon as it is fitted, so that nobody waits for it on Compare. */
    void warm(@ObservesAsync CandidateFitted fitted) {
        QuarkusTransaction.requiringNew().run(() -> {
            Candidate candidate = Candidate.findById(fitted.candidateId());
            Brief brief = candidate == null ? null : Brief.findById(candidate.briefId);
            if (brief != null) of(candidate, brief);
        });
    }

    Scored of(Candidate candidate, Brief brief) {
        Key key = new Key(candidate.id, candidates.valueColumn(brief));
        synchronized (recent) {
            Scored known = recent.get(key);
            if (known != null) return known;
        }
        Scored scored = make(candidate, brief);
        synchronized (recent) {
            recent.put(key, scored);
            forget();
        }
        return scored;
    }

    private void forget() {
        long records = recent.values().stream()
                .mapToLong(s -> s.placed().point().length)
                .sum();
        Iterator<Scored> oldest = recent.values().iterator();
        while (records > KEPT && recent.size() > 1 && oldest.hasNext()) {
            records -= oldest.next().placed().point().length;
            oldest.remove();
        }
    }

    /** A candidate's ranking of training, where the brief has values with them. */
    Ranking training(Candidate candidate, Brief brief) {
        int[] rows = candidates.parts(brief).training();
        byte[] outcome = candidates.outcomes(brief, rows);
        return Ranking.of(candidates.scores(candidate.id, ScoreSet.TRAINING, rows.length), outcome);
    }

    private Scored make(Candidate candidate, Brief brief) {
        Parts parts = candidates.parts(brief);
        byte[] outcome = candidates.outcomes(brief, parts.validation());
        double[] scores = candidates.scores(candidate.id, ScoreSet.VALIDATION, outcome.length);
        return Scored.of(
                training(candidate, brief), scores, outcome, candidates.values(brief, parts.validation()), brief.seed);
    }
}
