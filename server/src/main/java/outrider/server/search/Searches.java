package outrider.server.search;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.NotFoundException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.learn.Learner;
import outrider.learn.Settings;
import outrider.prepare.TrainingData;
import outrider.search.Search;
import outrider.server.brief.Brief;
import outrider.server.brief.Briefs;
import outrider.server.brief.Columns;
import outrider.server.brief.Splits;
import outrider.server.candidate.Candidate;
import outrider.server.candidate.Candidates;
import outrider.server.candidate.NewCandidates;
import outrider.server.trail.Act;
import outrider.server.trail.Trail;
import outrider.server.work.WorkStatus;
import outrider.server.work.WorkView;

/** Making searches, and what they found. */
@ApplicationScoped
public class Searches {
    private static final int MOST_SECONDS = 7 * 24 * 3600;

    private final Briefs briefs;
    private final Columns columns;
    private final Candidates candidates;
    private final NewCandidates made;

    private final Clock clock;

    Searches(Briefs briefs, Columns columns, Candidates candidates, NewCandidates made, Clock clock) {
        this.clock = clock;
        this.briefs = briefs;
        this.columns = columns;
        this.candidates = candidates;
        this.made = made;
    }

    public SearchRun get(long id) {
        SearchRun run = SearchRun.findById(id);
        if (run == null) throw new NotFoundException("there is no search " + id);
        return run;
    }

    List<SearchRun> of(long briefId) {
        return SearchRun.list("briefId = ?1 order by id desc", briefId);
    }

    static List<TrialRow> trials(long searchId) {
        return TrialRow.list("searchId = ?1 order by number", searchId);
    }

    /** @throws BadInput naming the field that will not do */
    @Transactional
    public SearchRun make(long briefId, SearchRun.Plan plan, String by) {
        Brief brief = briefs.get(briefId);
        Splits.of(brief);
        plan.searched(requireNonNull(brief.split).folds());
        limits(plan);
        List<String> free = columns.inputs(brief);
        for (String name : plan.inputs() == null ? List.<String>of() : plan.inputs()) {
            if (!free.contains(name)) {
                throw BadInput.of("inputs", "\"" + name + "\" is no input of this brief", "leave it out");
            }
        }
        SearchRun run = new SearchRun();
        run.briefId = briefId;
        run.plan = plan;
        run.status = WorkStatus.WAITING;
        run.createdBy = by;
        run.createdAt = clock.instant();
        run.persist();
        Trail.add(Trail.chain(briefId), by, Act.SEARCH_BEGUN, "search " + run.id, "by folds of training");
        return run;
    }

    private static void limits(SearchRun.Plan plan) {
        if (plan.until().secondsLimit() == null
                && plan.until().trialsLimit() == null
                && plan.until().target() == null) {
            throw BadInput.of("limits", "are all missing", "give a time, a number of trials or a target");
        }
        if (plan.until().secondsLimit() != null
                && !(plan.until().secondsLimit() > 0 && plan.until().secondsLimit() <= MOST_SECONDS)) {
            throw BadInput.of("secondsLimit", "is " + plan.until().secondsLimit(), "give a time of up to a week");
        }
        if (plan.until().trialsLimit() != null
                && (plan.until().trialsLimit() < 1 || plan.until().trialsLimit() > 100_000)) {
            throw BadInput.of("trialsLimit", "is " + plan.until().trialsLimit(), "give 1 to 100,000");
        }
        if (plan.until().target() != null
                && !(plan.until().target() > 0 && plan.until().target() <= 1)) {
            throw BadInput.of("target", "is " + plan.until().target(), "give a value of the measure above 0, up to 1");
        }
        if (plan.until().keep() < 0 || plan.until().keep() > 20)
            throw BadInput.of("keep", "is " + plan.until().keep(), "give 0 to 20");
    }

    /** Takes a search that was stopped up again, under other limits where they are given. */
    @Transactional
    public SearchRun resume(long id, SearchRun.Plan limits) {
        SearchRun run = get(id);
        if (run.active()) return run;
        SearchRun.Plan old = run.plan;
        run.plan = new SearchRun.Plan(
                old.kinds(),
                old.inputs(),
                old.measure(),
                old.depth(),
                old.seed(),
                new SearchRun.Plan.Until(
                        limits.until().secondsLimit(),
                        limits.until().trialsLimit(),
                        limits.until().target(),
                        old.until().keep()));
        limits(run.plan);
        run.status = WorkStatus.WAITING;
        run.stopRequested = false;
        run.message = null;
        return run;
    }

    @Transactional
    public SearchRun stop(long id) {
        SearchRun run = get(id);
        run.stopRequested = true;
        if (run.status == WorkStatus.WAITING) {
            run.status = WorkStatus.STOPPED;
            run.message = "stopped by hand before it began";
        }
        return run;
    }

    TrainingData data(Brief brief, SearchRun.Plan plan) {
        return candidates.training(brief, plan.inputs() == null ? columns.inputs(brief) : plan.inputs());
    }

    /** Makes a candidate of a trial, or gives the one that it became. */
    @Transactional
    public Candidate keep(long searchId, int number, String by) {
        SearchRun run = get(searchId);
        TrialRow row = TrialRow.find("searchId = ?1 and number = ?2", searchId, number)
                .<TrialRow>firstResultOptional()
                .orElseThrow(() -> new NotFoundException("there is no trial " + number));
        Candidate known = row.candidateId == null ? null : Candidate.findById(row.candidateId);
        if (known != null && known.deletedAt == null) return known;
        Settings settings = Settings.of(row.kind, row.settings);
        String name = "Search " + searchId + ", trial " + (number + 1) + ": " + row.kind.words();
        Candidate candidate = made.make(
                run.briefId,
                new NewCandidates.Wanted(name, row.kind.name(), settings.values(), run.plan.inputs(), null),
                by);
        candidate.tags = List.of("search " + searchId);
        row.candidateId = candidate.id;
        return candidate;
    }

    /** A search as its page shows it. */
    public record SearchView(
            long id,
            WorkView work,
            double seconds,
            SearchRun.Plan plan,
            String measureWords,
            int tried,
            @Nullable Integer simplest,
            List<TrialView> trials) {}

    /** A trial; {@code rank} from 1, null where it was refused. */
    public record TrialView(
            int number,
            @Nullable Integer rank,
            String kind,
            String kindWords,
            String settingsWords,
            @Nullable Double value,
            @Nullable Double standardError,
            double @Nullable [] folds,
            long size,
            @Nullable String refusal,
            double seconds,
            @Nullable Long candidateId) {}

    SearchView view(SearchRun run) {
        List<TrialRow> rows = trials(run.id);
        List<Search.Trial> trials = rows.stream().map(TrialRow::trial).toList();
        List<Search.Trial> ranked = Search.ranked(trials);
        Search.Trial simplest = Search.simplest(trials);
        List<TrialView> views = new ArrayList<>();
        for (int i = 0; i < ranked.size(); i++)
            views.add(view(rows.get(ranked.get(i).number()), i + 1));
        for (TrialRow row : rows) if (row.value == null) views.add(view(row, null));
        return new SearchView(
                run.id,
                new WorkView(run.status, run.progress, run.step, run.message),
                run.seconds,
                run.plan,
                run.plan.measure().words(),
                rows.size(),
                simplest == null ? null : simplest.number(),
                views);
    }

    private static TrialView view(TrialRow row, @Nullable Integer rank) {
        Learner kind = row.kind;
        return new TrialView(
                row.number,
                rank,
                kind.name(),
                kind.words(),
                Settings.of(kind, row.settings).words(),
                row.value,
                row.standardError,
                row.folds,
                row.size,
                row.refusal,
                row.seconds,
                row.candidateId);
    }
}
