package outrider.server.comparison;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.measure.BandRow;
import outrider.measure.Bands;
import outrider.measure.ProbabilityQuality;
import outrider.rank.Ranking;
import outrider.server.brief.Brief;
import outrider.server.brief.Briefs;
import outrider.server.brief.Splits;
import outrider.server.candidate.Candidate;
import outrider.server.candidate.Candidates;
import outrider.server.candidate.ScoreSet;
import outrider.server.work.Caches;
import outrider.server.work.Kept;
import outrider.server.work.WorkStatus;
import outrider.uncertainty.Sample;

/** Band tables, and how scores lie by outcome. */
@ApplicationScoped
public class BandTables {
    private static final int BINS = 40;
    private static final int RELIABILITY_BANDS = 10;

    private final Briefs briefs;
    private final Candidates candidates;
    private final ScoredCandidates scored;
    private final Kept<Long, DistributionView> distributions = Caches.CANDIDATES.make(known -> 48L * BINS);

    BandTables(Briefs briefs, Candidates candidates, ScoredCandidates scored) {
        this.briefs = briefs;
        this.candidates = candidates;
        this.scored = scored;
    }

    /** One candidate's bands on validation, and on training where that was asked for. */
    public record BandsView(
            long candidate,
            String name,
            List<BandRow> validation,
            @Nullable List<BandRow> training) {}

    /** @throws BadInput if q is below 1 or above the number of records */
    @ActivateRequestContext
    public List<BandsView> bands(List<Long> ids, int q, boolean training) {
        if (ids.isEmpty()) throw BadInput.of("candidate", "is not named", "name one or several");
        List<BandsView> views = new ArrayList<>();
        for (long id : ids) {
            Candidate candidate = fitted(id);
            Brief brief = briefs.get(candidate.briefId);
            views.add(new BandsView(
                    id,
                    candidate.name,
                    Bands.of(scored.of(candidate, brief).validation(), q),
                    training ? Bands.of(scored.training(candidate, brief), q) : null));
        }
        return views;
    }

    private Candidate fitted(long id) {
        Candidate candidate = candidates.get(id);
        if (candidate.status != WorkStatus.DONE) {
            throw BadInput.state(
                    BadInput.Code.NOT_READY, "candidate", "is not fitted", "wait for it, or make it again");
        }
        return candidate;
    }

    /**
     * How scores lie by outcome on one part, in records as they are.
     *
     * @param edges of equally wide bins of score, one more than counts
     * @param quality null for plain scores
     */
    public record ScoresView(
            double[] edges,
            int[] events,
            int[] others,
            @Nullable ProbabilityQuality quality) {}

    /**
     * How scores are spread over events and others, on both parts.
     *
     * @param training the same bins on training
     */
    public record DistributionView(long candidate, ScoresView validation, ScoresView training) {}

    @ActivateRequestContext
    public DistributionView distribution(long id) {
        Candidate candidate = fitted(id);
        Brief brief = briefs.get(candidate.briefId);
        // scores and parts of a fitted candidate stay what they are
        return distributions.get(id, k -> distribution(candidate, brief));
    }

    private DistributionView distribution(Candidate candidate, Brief brief) {
        long id = candidate.id;
        Sample validation = candidates.sample(brief, Splits.of(brief).validation());
        Sample trained = candidates.sample(brief, Splits.of(brief).training());
        double[] scores = scored.of(candidate, brief).validationScores();
        double[] training = candidates.kept(id, ScoreSet.TRAINING, trained.size());
        double low = Math.min(
                Arrays.stream(scores).min().orElse(0),
                Arrays.stream(training).min().orElse(0));
        double high = Math.max(
                Arrays.stream(scores).max().orElse(1),
                Arrays.stream(training).max().orElse(1));
        double[] edges = new double[BINS + 1];
        double width = high > low ? (high - low) / BINS : 1.0 / BINS;
        for (int i = 0; i <= BINS; i++) edges[i] = i == BINS && high > low ? high : low + i * width;
        boolean probability = Boolean.TRUE.equals(candidate.probability);
        return new DistributionView(
                id, part(scores, validation, edges, probability), part(training, trained, edges, probability));
    }

    private static ScoresView part(double[] scores, Sample sample, double[] edges, boolean probability) {
        int[] events = new int[edges.length - 1];
        int[] others = new int[edges.length - 1];
        double width = edges[1] - edges[0];
        for (int i = 0; i < scores.length; i++) {
            int bin = Math.min(events.length - 1, (int) ((scores[i] - edges[0]) / width));
            if (sample.outcome()[i] == 1) events[bin]++;
            else others[bin]++;
        }
        int bands = Math.min(RELIABILITY_BANDS, scores.length);
        return new ScoresView(
                edges,
                events,
                others,
                probability ? ProbabilityQuality.of(scores, sample.outcome(), sample.weight(), bands) : null);
    }

    /** The validation ranking of a fitted candidate, with values where its brief has them. */
    @ActivateRequestContext
    public Ranking ranking(long id) {
        Candidate candidate = fitted(id);
        return scored.of(candidate, briefs.get(candidate.briefId)).validation();
    }
}
