package outrider.server.candidate;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.NotFoundException;
import java.time.Instant;
import java.util.List;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.learn.BaseRate;
import outrider.learn.CoinToss;
import outrider.learn.GroupRates;
import outrider.learn.LogisticModel;
import outrider.learn.Model;
import outrider.learn.Nobody;
import outrider.learn.SuppliedScore;
import outrider.server.brief.Brief;
import outrider.server.brief.BriefTables;
import outrider.server.brief.Briefs;
import outrider.server.brief.Columns;
import outrider.server.brief.Splits;
import outrider.server.work.Packed;
import outrider.split.Part;
import outrider.split.Parts;
import outrider.table.Table;

/** Making candidates, fitting them, and their scores. */
@ApplicationScoped
public class Candidates {
    private final Briefs briefs;
    private final BriefTables tables;
    private final Columns columns;
    private final EntityManager database;

    Candidates(Briefs briefs, BriefTables tables, Columns columns, EntityManager database) {
        this.briefs = briefs;
        this.tables = tables;
        this.columns = columns;
        this.database = database;
    }

    /**
     * A candidate to be made.
     *
     * @param inputs columns of a fitted kind; null for all of the brief's
     */
    public record Wanted(String name, Kind kind, Settings settings, List<String> inputs) {}

    /** @throws NotFoundException if there is none */
    public Candidate get(long id) {
        Candidate candidate = Candidate.findById(id);
        if (candidate == null) throw new NotFoundException("there is no candidate " + id);
        return candidate;
    }

    public List<Candidate> of(long briefId) {
        return Candidate.list("briefId = ?1 order by id", briefId);
    }

    public List<Candidate> finished(long briefId) {
        return Candidate.list("briefId = ?1 and status = ?2 order by id", briefId, Candidate.DONE);
    }

    /** Stores the candidate, waiting to be fitted. @throws BadInput naming the setting that will not do */
    @Transactional
    public Candidate make(long briefId, Wanted wanted, String by) {
        Brief brief = briefs.get(briefId);
        Splits.of(brief);
        if (wanted.name() == null || wanted.name().isBlank() || wanted.name().length() > 200) {
            throw BadInput.of("name", "is empty or longer than 200 letters", "give it a short name");
        }
        if (Candidate.count("briefId = ?1 and name = ?2", briefId, wanted.name().strip()) > 0) {
            throw BadInput.of("name", "\"" + wanted.name() + "\" is taken", "give it another name");
        }
        if (wanted.kind() == null) throw BadInput.of("kind", "is missing", "choose a kind");
        Settings settings = wanted.settings() == null ? Settings.NONE : wanted.settings();
        demand(brief, wanted.kind(), settings);
        Candidate candidate = new Candidate();
        candidate.briefId = briefId;
        candidate.name = wanted.name().strip();
        candidate.kind = wanted.kind();
        candidate.settings = settings;
        candidate.inputs = inputs(brief, wanted, settings);
        candidate.status = Candidate.WAITING;
        candidate.createdBy = by;
        candidate.createdAt = Instant.now();
        candidate.persist();
        return candidate;
    }

    private List<String> inputs(Brief brief, Wanted wanted, Settings settings) {
        return switch (wanted.kind()) {
            case NOBODY, COIN_TOSS, BASE_RATE -> List.of();
            case GROUP_RATES -> settings.groupBy();
            case SUPPLIED -> List.of(settings.column());
            case LOGISTIC -> {
                List<String> free = columns.inputs(brief);
                List<String> chosen = wanted.inputs() == null ? free : wanted.inputs();
                for (String name : chosen) {
                    if (!free.contains(name)) {
                        throw BadInput.of(
                                "inputs",
                                "\"" + name + "\" is no input of this brief",
                                "change its role on the Data page");
                    }
                }
                if (chosen.isEmpty()) throw BadInput.of("inputs", "none chosen", "choose at least one");
                yield List.copyOf(chosen);
            }
        };
    }

    private void demand(Brief brief, Kind kind, Settings settings) {
        Table table = tables.table(brief);
        switch (kind) {
            case LOGISTIC -> {
                if (settings.penalty() == null || !(settings.penalty() >= 0 && Double.isFinite(settings.penalty()))) {
                    throw BadInput.of("penalty", "is " + settings.penalty(), "give a number of 0 or more");
                }
            }
            case GROUP_RATES -> {
                if (settings.groupBy() == null || settings.groupBy().isEmpty()) {
                    throw BadInput.of("groupBy", "no column chosen", "choose at least one");
                }
                for (String name : settings.groupBy()) {
                    table.column(name);
                    if (name.equals(brief.outcome)) throw BadInput.of("groupBy", "holds the outcome", "leave it out");
                }
            }
            case SUPPLIED -> {
                if (settings.column() == null || settings.lowerIsRiskier() == null || settings.probability() == null) {
                    throw BadInput.of(
                            "column", "is not fully described", "give column, lowerIsRiskier and probability");
                }
                table.column(settings.column());
            }
            default -> {}
        }
    }

    /**
     * Learns from training alone. Reads nothing of the reserve.
     *
     * @throws BadInput if the data will not do for the kind
     * @throws java.util.concurrent.CancellationException if the progress was cancelled
     */
    public Model train(Candidate candidate, Brief brief, Progress progress) {
        Table table = tables.table(brief);
        int[] training = Splits.of(brief).training();
        byte[] outcome = tables.outcome(brief);
        Settings settings = candidate.settings;
        return switch (candidate.kind) {
            case LOGISTIC ->
                LogisticModel.train(
                        table,
                        candidate.inputs,
                        training,
                        brief.split.balance().of(training, outcome, brief.seed),
                        outcome,
                        settings.penalty(),
                        progress);
            case NOBODY -> Nobody.train(training, outcome);
            case BASE_RATE -> BaseRate.train(training, outcome);
            case COIN_TOSS -> new CoinToss(brief.seed);
            case GROUP_RATES -> GroupRates.train(table, settings.groupBy(), training, outcome);
            case SUPPLIED -> new SuppliedScore(settings.column(), settings.lowerIsRiskier(), settings.probability());
        };
    }

    /** The fitted model. @throws BadInput if it cannot be read, or the candidate is not fitted */
    public Model model(Candidate candidate) {
        if (candidate.model == null) throw BadInput.of("candidate", "is not fitted", "wait for it, or make it again");
        return ModelDocument.read(candidate.model);
    }

    /** Keeps the model and the scores it gave to training and validation; all or nothing. */
    @Transactional
    public void finish(long id, Model model, double[] training, double[] validation) {
        Candidate candidate = get(id);
        database.createQuery("delete from CandidateScore s where s.candidateId = ?1")
                .setParameter(1, id)
                .executeUpdate();
        store(id, Part.TRAINING, training);
        store(id, Part.VALIDATION, validation);
        candidate.model = ModelDocument.write(model);
        candidate.status = Candidate.DONE;
        candidate.progress = 1;
        candidate.step = null;
        candidate.message = null;
    }

    private static void store(long id, Part part, double[] scores) {
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

    /** The scores kept of training or validation, in the order of the part's records. */
    public double[] scores(long id, Part part, int size) {
        List<byte[]> chunks = database.createQuery(
                        "select s.bytes from CandidateScore s where s.candidateId = ?1 and s.part = ?2 order by s.number",
                        byte[].class)
                .setParameter(1, id)
                .setParameter(2, part)
                .getResultList();
        return Packed.unpackDoubles(chunks, size);
    }

    /** Scores any of the brief's records with the fitted model. */
    public double[] score(Candidate candidate, Brief brief, int[] rows) {
        return score(model(candidate), brief, rows);
    }

    double[] score(Model model, Brief brief, int[] rows) {
        return model.score(tables.table(brief), rows);
    }

    /** Says that the work is to stop; work that waits stops at once. */
    @Transactional
    public Candidate stop(long id) {
        Candidate candidate = get(id);
        candidate.stopRequested = true;
        if (candidate.status.equals(Candidate.WAITING)) candidate.status = Candidate.STOPPED;
        return candidate;
    }

    /** @throws BadInput if a cut, a report or a broken seal needs it */
    @Transactional
    public void delete(long id) {
        Candidate candidate = get(id);
        if (candidate.status.equals(Candidate.RUNNING))
            throw BadInput.of("candidate", "is being fitted", "stop it first");
        long sealed = database.createQuery("select count(s) from Seal s where s.candidateId = ?1", Long.class)
                .setParameter(1, id)
                .getSingleResult();
        if (sealed > 0) throw BadInput.of("candidate", "is the one the reserve was opened for", "it stays");
        candidate.delete();
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

    public Parts parts(Brief brief) {
        return Splits.of(brief);
    }
}
