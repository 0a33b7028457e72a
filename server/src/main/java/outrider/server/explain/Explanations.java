package outrider.server.explain;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.NotFoundException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.function.ToDoubleFunction;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.Canonical;
import outrider.casefile.Sha256;
import outrider.exchange.DecidingKind;
import outrider.exchange.DecidingMeasure;
import outrider.explain.Dependence;
import outrider.explain.PermutationImportance;
import outrider.learn.Model;
import outrider.measure.RankingFigures;
import outrider.rank.Ranking;
import outrider.server.brief.Brief;
import outrider.server.brief.BriefTables;
import outrider.server.brief.Briefs;
import outrider.server.brief.Splits;
import outrider.server.candidate.Candidate;
import outrider.server.candidate.Candidates;
import outrider.server.comparison.Comparisons;
import outrider.server.comparison.ValidationUses;
import outrider.server.explain.Explanation.Plan;
import outrider.server.work.WorkStatus;
import outrider.server.work.WorkView;
import outrider.stakes.NetValue;
import outrider.table.Table;
import outrider.uncertainty.Sample;

/** Questions to candidates' models; one that was answered is not worked out again. */
@ApplicationScoped
public class Explanations {
    private static final int MOST_COLUMNS = 2;

    private final Candidates candidates;
    private final Briefs briefs;
    private final BriefTables tables;
    private final Comparisons comparisons;
    private final ValidationUses validationUse;
    private final EntityManager database;
    private final Clock clock;

    Explanations(
            Candidates candidates,
            Briefs briefs,
            BriefTables tables,
            Comparisons comparisons,
            ValidationUses validationUse,
            EntityManager database,
            Clock clock) {
        this.database = database;
        this.candidates = candidates;
        this.briefs = briefs;
        this.tables = tables;
        this.comparisons = comparisons;
        this.validationUse = validationUse;
        this.clock = clock;
    }

    /**
     * How far an answer is.
     *
     * @param measure in words; null for dependence
     * @param money whether the measure is an amount
     * @param importance null until it is there, or where columns were asked of; {@code dependence} likewise
     */
    public record ExplanationView(
            long id,
            WorkView work,
            @Nullable String measure,
            boolean money,
            List<String> columns,
            @Nullable PermutationImportance importance,
            @Nullable Dependence dependence) {}

    ExplanationView view(Explanation e) {
        ImportanceMeasure measure = e.plan.measure();
        boolean done = e.status == WorkStatus.DONE && e.answer != null;
        return new ExplanationView(
                e.id,
                new WorkView(e.status, e.progress, e.step, e.message),
                measure == null ? null : words(measure, e.candidateId),
                measure != null && money(measure, e.candidateId),
                e.plan.columns(),
                done && measure != null
                        ? Canonical.read(requireNonNull(e.answer), PermutationImportance.class, "importance")
                        : null,
                done && measure == null
                        ? Canonical.read(requireNonNull(e.answer), Dependence.class, "dependence")
                        : null);
    }

    private String words(ImportanceMeasure measure, long candidateId) {
        if (measure != ImportanceMeasure.DECIDING) return measure.words();
        Brief brief = briefs.get(candidates.get(candidateId).briefId);
        return deciding(brief)
                .words(brief.campaign.capacityShare(), Splits.of(brief).validation().length);
    }

    private boolean money(ImportanceMeasure measure, long candidateId) {
        if (measure != ImportanceMeasure.DECIDING) return measure == ImportanceMeasure.NET_VALUE;
        return deciding(briefs.get(candidates.get(candidateId).briefId)).kind() == DecidingKind.NET_VALUE;
    }

    private static DecidingMeasure deciding(Brief brief) {
        return brief.campaign.terms(brief.stakes, brief.seed).decidingMeasure();
    }

    Explanation get(long candidateId, long id) {
        Explanation found = Explanation.findById(id);
        if (found == null || !found.candidateId.equals(candidateId)) {
            throw new NotFoundException("there is no answer " + id + " of candidate " + candidateId);
        }
        return found;
    }

    /**
     * The one that was asked before, or a new one that waits; asking is a look at validation.
     *
     * @throws BadInput if the candidate is not fitted or learns nothing from columns, or a column is none of its own
     */
    @Transactional
    Explanation ask(long candidateId, Plan plan, String by) {
        Candidate candidate = candidates.get(candidateId);
        if (candidate.status != WorkStatus.DONE) {
            throw BadInput.state(
                    BadInput.Code.NOT_READY, "candidate", "is not fitted", "wait for it, or make it again");
        }
        Brief brief = briefs.get(candidate.briefId);
        Model model = candidates.model(candidate);
        demand(plan, model);
        validationUse.looked(brief, comparisons.of(brief, null));
        String asked = asked(candidate, brief, plan);
        // two who ask the same at once get one answer
        database.refresh(candidate, LockModeType.PESSIMISTIC_WRITE);
        Explanation found = Explanation.find("candidateId = ?1 and asked = ?2", candidateId, asked)
                .firstResult();
        if (found == null) {
            found = new Explanation();
            found.candidateId = candidateId;
            found.asked = asked;
            found.plan = plan;
            found.createdBy = by;
            found.createdAt = clock.instant();
            found.status = WorkStatus.WAITING;
            found.persist();
        } else if (found.status == WorkStatus.FAILED || found.status == WorkStatus.STOPPED) {
            found.status = WorkStatus.WAITING;
            found.stopRequested = false;
            found.progress = 0;
            found.message = null;
        }
        return found;
    }

    private static void demand(Plan plan, Model model) {
        if (model.columns().isEmpty()) {
            throw BadInput.of("candidate", "reads no column", "ask of one that was fitted here");
        }
        if (plan.measure() != null && plan.columns().isEmpty()) return;
        if (plan.measure() != null || plan.columns().isEmpty() || plan.columns().size() > MOST_COLUMNS) {
            throw BadInput.of("columns", "are " + plan.columns().size(), "name a measure, or one or two columns");
        }
        for (String name : plan.columns()) {
            if (model.columns().contains(name)) continue;
            throw BadInput.of(
                    "columns", "name \"" + name + "\", which the candidate does not read", "name one that it reads");
        }
    }

    /** Two questions are the same where their answers would be. */
    private String asked(Candidate candidate, Brief brief, Plan plan) {
        List<Object> parts =
                new ArrayList<>(List.of(plan, String.valueOf(brief.datasetId), String.valueOf(brief.seed)));
        ImportanceMeasure measure = plan.measure();
        if (measure == ImportanceMeasure.DECIDING || measure == ImportanceMeasure.NET_VALUE) {
            parts.add(brief.stakes);
            parts.add(brief.campaign);
            parts.add(String.valueOf(candidates.valueColumn(brief)));
        }
        if (measure != null && measure.atCut()) parts.add(rank(candidate, brief));
        return Sha256.of(Canonical.write(parts));
    }

    private double rank(Candidate candidate, Brief brief) {
        return comparisons.depthActedOn(candidate, brief) * Splits.of(brief).validation().length;
    }

    /** What a piece of work needs, read in a transaction. */
    record Ready(Candidate candidate, Brief brief, Model model, Table table, byte[] outcome) {}

    Ready ready(Explanation e) {
        Candidate candidate = candidates.get(e.candidateId);
        Brief brief = briefs.get(candidate.briefId);
        return new Ready(
                candidate,
                brief,
                candidates.model(candidate),
                tables.table(brief),
                candidates.outcomes(brief, Splits.of(brief).validation()));
    }

    /** Of validation's scores, higher being better. */
    ToDoubleFunction<double[]> measure(ImportanceMeasure measure, Ready ready) {
        Brief brief = ready.brief();
        double rank = measure.atCut() ? rank(ready.candidate(), brief) : 0;
        Sample sample = candidates.sample(brief, Splits.of(brief).validation());
        DecidingMeasure deciding = deciding(brief);
        return scores -> {
            Ranking ranking = sample.ranked(scores).ranking();
            NetValue money = new NetValue(ranking, brief.stakes, brief.campaign.plannedRateOrNone());
            return switch (measure) {
                case DECIDING -> deciding.of(ranking, money, brief.campaign.capacityShare());
                case AUC -> ranking.auc();
                case AVERAGE_PRECISION -> RankingFigures.of(ranking).averagePrecision();
                case CAPTURE -> ranking.eventsAt(rank) / ranking.totalEvents();
                case NET_VALUE -> money.gainAt(rank);
            };
        };
    }

    @Transactional
    void stop(long candidateId, long id) {
        Explanation found = get(candidateId, id);
        found.stopRequested = true;
        if (found.status == WorkStatus.WAITING) found.status = WorkStatus.STOPPED;
    }
}
