package outrider.server.comparison;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import jakarta.enterprise.event.ObservesAsync;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.casefile.ColumnSetup;
import outrider.check.CandidateEvidence;
import outrider.exchange.ValidationScores;
import outrider.learn.FitTask;
import outrider.learn.OutOfFold;
import outrider.rank.Ranking;
import outrider.server.brief.Brief;
import outrider.server.brief.BriefTables;
import outrider.server.candidate.Candidate;
import outrider.server.candidate.CandidateFitted;
import outrider.server.candidate.Candidates;
import outrider.server.candidate.ScoreSet;
import outrider.server.work.Caches;
import outrider.server.work.Kept;
import outrider.split.Folds;
import outrider.split.Parts;
import outrider.uncertainty.Sample;

/** Ranks the kept scores of candidates; the ones used last stay in memory. */
@ApplicationScoped
public class ScoredCandidates {
    private static final long BYTES_A_RECORD = 40;

    private final Candidates candidates;
    private final Kept<Key, ValidationScores> recent =
            Caches.RANKED.make(known -> BYTES_A_RECORD * known.ranked().point().length);
    private @Nullable Samples samples;

    private record Key(long candidate, List<Object> readAs) {}

    /** The records of the brief that was asked for last; its candidates share them. */
    private record Samples(
            long brief,
            List<Object> readAs,
            Sample training,
            @Nullable Folds folds,
            Sample validation,
            CandidateEvidence.@Nullable Apart apart) {}

    ScoredCandidates(Candidates candidates) {
        this.candidates = candidates;
    }

    /** Ranks a candidate as soon as it is fitted, so that nobody waits for it on Compare. */
    @ActivateRequestContext
    void warm(@ObservesAsync CandidateFitted fitted) {
        Candidate candidate = Candidate.findById(fitted.candidateId());
        Brief brief = candidate == null ? null : Brief.findById(candidate.briefId);
        if (brief != null) of(candidate, brief);
    }

    ValidationScores of(Candidate candidate, Brief brief) {
        return recent.get(new Key(candidate.id, readAs(brief)), k -> make(candidate, brief));
    }

    /** What of a brief's columns a ranking of its candidates and its alarms follow from. */
    List<Object> readAs(Brief brief) {
        return List.of(
                String.valueOf(candidates.valueColumn(brief)),
                String.valueOf(BriefTables.weightColumn(brief)),
                identifiers(brief));
    }

    /** A candidate's ranking of training, where the brief has values with them. */
    Ranking training(Candidate candidate, Brief brief) {
        Sample training = samples(brief).training();
        return training.ranked(candidates.kept(candidate.id, ScoreSet.TRAINING, training.size()))
                .ranking();
    }

    private static List<String> identifiers(Brief brief) {
        return brief.columns.entrySet().stream()
                .filter(e -> e.getValue().role() == ColumnSetup.Role.IDENTIFIER)
                .map(Map.Entry::getKey)
                .sorted()
                .toList();
    }

    private synchronized Samples samples(Brief brief) {
        List<Object> readAs = readAs(brief);
        Samples known = samples;
        if (known != null && known.brief() == brief.id && known.readAs().equals(readAs)) return known;
        Parts parts = candidates.parts(brief);
        samples = new Samples(
                brief.id,
                readAs,
                candidates.sample(brief, parts.training()),
                OutOfFold.folds(
                        candidates.training(brief, List.of()),
                        requireNonNull(brief.split).folds()),
                candidates.sample(brief, parts.validation()),
                candidates.apart(brief));
        return samples;
    }

    private ValidationScores make(Candidate candidate, Brief brief) {
        Samples of = samples(brief);
        int training = of.training().size();
        return ValidationScores.of(
                new ValidationScores.Nature(
                        Boolean.TRUE.equals(candidate.probability), candidate.kind.reference(), of.apart()),
                new ValidationScores.Training(
                        candidates.kept(candidate.id, ScoreSet.TRAINING, training),
                        candidates.scores(candidate.id, ScoreSet.OUT_OF_FOLD, training),
                        FitTask.byFolds(candidate.kind, candidate.checkedSettings()) ? of.folds() : null,
                        of.training()),
                candidates.kept(
                        candidate.id, ScoreSet.VALIDATION, of.validation().size()),
                of.validation());
    }
}
