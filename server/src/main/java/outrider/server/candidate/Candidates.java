package outrider.server.candidate;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.NotFoundException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.casefile.CaseData;
import outrider.check.CandidateEvidence;
import outrider.learn.Fitted;
import outrider.learn.Model;
import outrider.learn.Scoring;
import outrider.learn.Settings;
import outrider.learn.TrainingScores;
import outrider.prepare.TrainingData;
import outrider.server.brief.Brief;
import outrider.server.brief.BriefTables;
import outrider.server.brief.Splits;
import outrider.server.trail.Act;
import outrider.server.trail.Trail;
import outrider.server.work.Caches;
import outrider.server.work.Kept;
import outrider.server.work.Packed;
import outrider.server.work.WorkQueue;
import outrider.server.work.WorkStatus;
import outrider.split.Parts;
import outrider.split.RecordWeights;
import outrider.split.Together;
import outrider.uncertainty.Sample;

/** Making candidates, fitting them, and their scores. */
@ApplicationScoped
public class Candidates {
    private static final int MOST_NOTES = 4000;
    private static final int MOST_TAGS = 12;

    private final BriefTables tables;
    private final Splits splits;
    private final Models models;
    private final EntityManager database;
    private final Kept<Scored, double[]> scores = Caches.SCORES.make(known -> 8L * known.length);

    private record Scored(long candidate, ScoreSet part) {}

    private final Clock clock;

    Candidates(BriefTables tables, Splits splits, Models models, EntityManager database, Clock clock) {
        this.clock = clock;
        this.tables = tables;
        this.splits = splits;
        this.models = models;
        this.database = database;
    }

    /**
     * What may be changed of a candidate once it is made; null leaves as it is.
     *
     * @param seen notes and tags as the editor saw them
     */
    public record Remarks(
            @Nullable String notes,
            @Nullable List<String> tags,
            @Nullable Seen seen) {
        /** As they stood. */
        public record Seen(String notes, List<String> tags) {}
    }

    /** @throws NotFoundException if there is none */
    public Candidate get(long id) {
        Candidate candidate = Candidate.findById(id);
        if (candidate == null) throw new NotFoundException("there is no candidate " + id);
        return candidate;
    }

    public List<Candidate> of(long briefId) {
        return Candidate.list("briefId = ?1 and deletedAt is null order by id", briefId);
    }

    /** Deleted ones that can still be brought back, the last deleted first. */
    public List<Candidate> deleted(long briefId) {
        return Candidate.list("briefId = ?1 and deletedAt is not null order by deletedAt desc", briefId);
    }

    public List<Candidate> finished(long briefId) {
        return Candidate.list(
                "briefId = ?1 and status = ?2 and deletedAt is null order by id", briefId, WorkStatus.DONE);
    }

    /** What keeps the queue busy, as who waits is told; null where nothing does. */
    public @Nullable String ahead(long briefId) {
        List<Candidate> running =
                Candidate.list("status = ?1 and deletedAt is null order by startedAt", WorkStatus.RUNNING);
        List<String> words = new ArrayList<>(running.stream()
                .map(c -> c.briefId.equals(briefId) ? c.name : "a candidate of another brief")
                .toList());
        long searches = database.createQuery("select count(s) from SearchRun s where s.status = ?1", Long.class)
                .setParameter(1, WorkStatus.RUNNING)
                .getSingleResult();
        if (searches > 0) words.add(searches == 1 ? "a search" : searches + " searches");
        List<String> each = words.stream().distinct().toList();
        if (each.isEmpty()) return null;
        String others = each.size() == 1
                ? ""
                : each.size() == 2 ? " and " + each.get(1) : " and " + (each.size() - 1) + " more";
        return "waits for " + each.get(0) + others;
    }

    /**
     * Learns from training alone. Reads nothing of the reserve, nor of validation.
     *
     * @throws BadInput if the data will not do for the kind
     * @throws java.util.concurrent.CancellationException if the progress was cancelled
     */
    Fitted fit(Candidate candidate, Brief brief, Progress progress) {
        Settings settings = candidate.checkedSettings();
        TrainingData data = training(brief, candidate.inputs);
        List<Fitted.Member> members = new ArrayList<>();
        if (candidate.kind.blends()) {
            for (Candidate member : NewCandidates.members(brief.id, settings)) {
                double[] scores = scores(member.id, ScoreSet.OUT_OF_FOLD, data.rows().length);
                members.add(new Fitted.Member(member.name, models.of(member.id), scores));
            }
        }
        return Fitted.of(
                candidate.kind,
                settings,
                data,
                requireNonNull(brief.split).balance(),
                brief.split.folds(),
                members,
                WorkQueue.WORKERS,
                progress);
    }

    /** What a brief's candidates learn from. */
    public TrainingData training(Brief brief, List<String> inputs) {
        Together together = splits.together(brief);
        return new TrainingData(
                tables.table(brief),
                inputs,
                Splits.of(brief).training(),
                tables.outcome(brief),
                together.unit(),
                together.day(),
                RecordWeights.byRecord(
                        tables.table(brief),
                        BriefTables.weightColumn(brief),
                        Splits.of(brief).training()),
                brief.seed);
    }

    /**
     * The fitted model.
     *
     * @throws BadInput if it cannot be read, or the candidate is not fitted
     */
    public Model model(Candidate candidate) {
        return models.of(candidate.id);
    }

    /** Keeps the model and the scores it gave; all or nothing. */
    @Transactional
    void finish(long id, Fitted fitted, double[] training, double[] validation, double seconds) {
        Candidate candidate = get(id);
        database.createQuery("delete from CandidateScore s where s.candidateId = ?1")
                .setParameter(1, id)
                .executeUpdate();
        for (ScoreSet part : ScoreSet.values()) scores.forget(new Scored(id, part));
        store(id, ScoreSet.TRAINING, training);
        if (fitted.outOfFold() != null) store(id, ScoreSet.OUT_OF_FOLD, fitted.outOfFold());
        store(id, ScoreSet.VALIDATION, validation);
        models.keep(id, fitted.model());
        candidate.probability = fitted.model().probability();
        candidate.parameterCount = fitted.model().size();
        candidate.seconds = seconds;
        candidate.status = WorkStatus.DONE;
        candidate.progress = 1;
        candidate.step = null;
        candidate.message = null;
        Trail.brief(candidate.briefId, Act.CANDIDATE_FITTED, candidate.name, "made by " + candidate.createdBy);
    }

    private static void store(long id, ScoreSet part, double[] scores) {
        int number = 0;
        for (byte[] chunk : Packed.packDoubles(scores)) {
            CandidateScore row = new CandidateScore();
            row.candidateId = id;
            row.part = part;
            row.number = number++;
            row.bytes = chunk;
            row.persist();
        }
    }

    /** The scores kept, in the order of the part's records; null where none were. */
    public double @Nullable [] scores(long id, ScoreSet part, int size) {
        double[] known = scores.get(new Scored(id, part), k -> stored(id, part, size));
        return known.length == 0 ? null : known.clone();
    }

    private double[] stored(long id, ScoreSet part, int size) {
        List<byte[]> chunks = database.createQuery(
                        "select s.bytes from CandidateScore s where s.candidateId = ?1 and s.part = ?2 order by s.number",
                        byte[].class)
                .setParameter(1, id)
                .setParameter(2, part)
                .getResultList();
        return chunks.isEmpty() ? new double[0] : Packed.unpackDoubles(chunks, size);
    }

    /** Scores that every fitted candidate has, of training or validation. */
    public double[] kept(long id, ScoreSet part, int size) {
        return requireNonNull(scores(id, part, size));
    }

    /** The identifier that the brief's split does not keep together; null where there is none. */
    public CandidateEvidence.@Nullable Apart apart(Brief brief) {
        return CaseData.apart(tables.table(brief), brief::column, requireNonNull(brief.split), parts(brief));
    }

    /** Training records with scores by models that did not see them, where there are any; else all with the candidate's own. */
    public TrainingScores unseen(Candidate candidate, Brief brief) {
        int[] rows = Splits.of(brief).training();
        return TrainingScores.unseen(
                rows,
                scores(candidate.id, ScoreSet.OUT_OF_FOLD, rows.length),
                () -> kept(candidate.id, ScoreSet.TRAINING, rows.length));
    }

    /** Scores any of the brief's records with the fitted model. */
    public double[] score(Candidate candidate, Brief brief, int[] rows) {
        return score(model(candidate), brief, rows, Progress.NONE);
    }

    double[] score(Model model, Brief brief, int[] rows, Progress progress) {
        return Scoring.of(model, tables.table(brief), rows, WorkQueue.WORKERS, progress);
    }

    /** Says that the work is to stop; work that waits stops at once. */
    @Transactional
    public Candidate stop(long id) {
        Candidate candidate = get(id);
        candidate.stopRequested = true;
        if (candidate.status == WorkStatus.WAITING) candidate.status = WorkStatus.STOPPED;
        Trail.brief(candidate.briefId, Act.CANDIDATE_STOPPED, candidate.name, "");
        return candidate;
    }

    /** @throws BadInput if the notes are too long, or the tags too many or too long */
    @Transactional
    public Candidate remark(long id, Remarks remarks) {
        Candidate candidate = get(id);
        outrider.server.web.Seen.demand(remarks.seen(), new Remarks.Seen(candidate.notes, candidate.tags));
        if (remarks.notes() != null) {
            if (remarks.notes().length() > MOST_NOTES) {
                throw BadInput.of("notes", "are longer than 4,000 letters", "shorten them");
            }
            candidate.notes = remarks.notes().strip();
        }
        if (remarks.tags() != null) {
            List<String> tags = remarks.tags().stream()
                    .map(String::strip)
                    .filter(tag -> !tag.isEmpty())
                    .distinct()
                    .toList();
            if (tags.size() > MOST_TAGS || tags.stream().anyMatch(tag -> tag.length() > 40)) {
                throw BadInput.of("tags", "are more than 12, or longer than 40 letters", "use fewer, shorter ones");
            }
            candidate.tags = tags;
        }
        Trail.brief(candidate.briefId, Act.CANDIDATE_REMARKED, candidate.name, candidate.notes + " " + candidate.tags);
        return candidate;
    }

    /**
     * Puts the candidate away, from where it can be brought back.
     *
     * @throws BadInput if a broken seal needs it
     */
    @Transactional
    public void delete(long id) {
        Candidate candidate = get(id);
        if (candidate.active())
            throw BadInput.state(BadInput.Code.BUSY, "candidate", "is being fitted", "stop it first");
        long sealed = database.createQuery("select count(s) from Seal s where s.candidateId = ?1", Long.class)
                .setParameter(1, id)
                .getSingleResult();
        if (sealed > 0) throw BadInput.of("candidate", "is the one the reserve was opened for", "it stays");
        candidate.deletedAt = clock.instant();
        Trail.brief(candidate.briefId, Act.CANDIDATE_DELETED, candidate.name, "can be brought back");
    }

    /** @throws BadInput if its name was taken meanwhile */
    @Transactional
    public Candidate restore(long id) {
        Candidate candidate = get(id);
        if (candidate.deletedAt == null) return candidate;
        NewCandidates.demandFree(candidate.briefId, candidate.name);
        candidate.deletedAt = null;
        Trail.brief(candidate.briefId, Act.CANDIDATE_BROUGHT_BACK, candidate.name, "");
        return candidate;
    }

    /** Counts one look at the validation figures of each of these candidates. */
    @Transactional
    public void look(List<Long> ids) {
        if (!ids.isEmpty()) Candidate.update("looks = looks + 1 where id in ?1", ids);
    }

    /** Outcomes of some records. */
    public byte[] outcomes(Brief brief, int[] rows) {
        byte[] outcome = tables.outcome(brief);
        byte[] chosen = new byte[rows.length];
        for (int i = 0; i < rows.length; i++) chosen[i] = outcome[rows[i]];
        return chosen;
    }

    /** Some records as figures are computed of them: see {@link CaseData#sample}. */
    public Sample sample(Brief brief, int[] rows) {
        int[] units = units(brief);
        int[] unit = units == null
                ? null
                : Arrays.stream(rows).map(row -> units[row]).toArray();
        return new Sample(outcomes(brief, rows), values(brief, rows), weights(brief, rows), unit);
    }

    /** Weights of some records, that add up to their number; null without a weight column. */
    public double @Nullable [] weights(Brief brief, int[] rows) {
        return RecordWeights.of(tables.table(brief), BriefTables.weightColumn(brief), rows);
    }

    /** By record number the customer that the split keeps together; null where it keeps none. */
    public int @Nullable [] units(Brief brief) {
        return requireNonNull(brief.split).groupBy() == null ? null : splits.units(brief);
    }

    /** Values of some records; null without a value column. */
    public double @Nullable [] values(Brief brief, int[] rows) {
        return tables.values(brief, rows);
    }

    public @Nullable String valueColumn(Brief brief) {
        return BriefTables.valueColumn(brief);
    }

    public Parts parts(Brief brief) {
        return Splits.of(brief);
    }
}
