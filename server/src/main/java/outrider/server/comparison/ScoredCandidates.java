package outrider.server.comparison;

import io.quarkus.narayana.jta.QuarkusTransaction;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.ObservesAsync;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import outrider.base.Seeds;
import outrider.check.CandidateAlarms;
import outrider.doubt.AucDoubt;
import outrider.doubt.Bootstrap;
import outrider.measure.BestOfEach;
import outrider.measure.RankingFigures;
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
    private static final int KEPT = 40;
    static final double[] DEPTHS = depths();

    private final Candidates candidates;
    private final Map<Long, Scored> recent = Collections.synchronizedMap(new LinkedHashMap<>(64, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<Long, Scored> eldest) {
            return size() > KEPT;
        }
    });

    ScoredCandidates(Candidates candidates) {
        this.candidates = candidates;
    }

    /** Closer together at the top, where cuts lie. */
    private static double[] depths() {
        double[] depths = new double[140];
        for (int i = 0; i < 80; i++) depths[i] = (i + 1) / 400.0;
        for (int i = 80; i < 140; i++) depths[i] = 0.2 + (i - 79) * 0.8 / 60;
        depths[139] = 1;
        return depths;
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
        Scored known = recent.get(candidate.id);
        if (known != null) return known;
        Parts parts = candidates.parts(brief);
        byte[] validationOutcome = candidates.outcomes(brief, parts.validation());
        byte[] trainingOutcome = candidates.outcomes(brief, parts.training());
        double[] scores = candidates.scores(candidate.id, ScoreSet.VALIDATION, validationOutcome.length);
        Ranking validation = Ranking.of(scores, validationOutcome);
        Ranking training =
                Ranking.of(candidates.scores(candidate.id, ScoreSet.TRAINING, trainingOutcome.length), trainingOutcome);
        RankingFigures onTraining = RankingFigures.of(training);
        RankingFigures onValidation = RankingFigures.of(validation);
        double bestAccuracy = BestOfEach.of(validation).get("accuracy").value();
        Scored scored = new Scored(
                scores,
                validation,
                training,
                onTraining.auc(),
                AucDoubt.of(scores, validationOutcome),
                Bootstrap.along(validation, DEPTHS, new Seeds(brief.seed).stream("bootstrap/" + candidate.name)),
                CandidateAlarms.of(onTraining, onValidation, bestAccuracy));
        recent.put(candidate.id, scored);
        return scored;
    }
}
