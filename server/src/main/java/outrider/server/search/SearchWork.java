package outrider.server.search;

import static java.util.Objects.requireNonNull;

import io.quarkus.narayana.jta.QuarkusTransaction;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.CancellationException;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.prepare.TrainingData;
import outrider.search.Search;
import outrider.server.brief.Brief;
import outrider.server.brief.Briefs;
import outrider.server.candidate.FitWork;
import outrider.server.work.KeptProgress;
import outrider.server.work.Work;
import outrider.server.work.WorkQueue;
import outrider.server.work.WorkStatus;

/** Runs searches in the background: trial after trial, each kept as it is done, so that nothing tried is lost. */
@ApplicationScoped
public class SearchWork implements Work {
    public static final String NAME = "search";
    private static final Logger LOG = Logger.getLogger(SearchWork.class);

    private final Searches searches;
    private final Briefs briefs;
    private final WorkQueue queue;

    SearchWork(Searches searches, Briefs briefs, WorkQueue queue) {
        this.searches = searches;
        this.briefs = briefs;
        this.queue = queue;
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public List<Long> open() {
        return Work.open(SearchRun.class, "id");
    }

    @Override
    public boolean isLong(long id) {
        return true;
    }

    /** Why a search ended; {@code status} is that of its row. */
    private record End(WorkStatus status, @Nullable String words) {}

    @Override
    @ActivateRequestContext
    public void run(long id) {
        SearchRun run = QuarkusTransaction.requiringNew().call(() -> {
            SearchRun found = SearchRun.findById(id);
            if (found == null || !found.active()) return null;
            found.status = WorkStatus.RUNNING;
            return found;
        });
        if (run == null) return;
        End end;
        try {
            end = search(run);
        } catch (BadInput e) {
            end = new End(WorkStatus.FAILED, e.getMessage());
        } catch (RuntimeException e) {
            LOG.error("search " + id + " failed", e);
            end = new End(WorkStatus.FAILED, "the server failed at this; its log says why");
        }
        if (end.status() == WorkStatus.DONE) keepBest(run);
        WorkStatus status = end.status();
        String words = end.words();
        QuarkusTransaction.requiringNew()
                .run(() -> SearchRun.update("status = ?1, message = ?2, step = null where id = ?3", status, words, id));
    }

    private End search(SearchRun run) {
        Brief brief = QuarkusTransaction.requiringNew().call(() -> briefs.get(run.briefId));
        TrainingData data = searches.data(brief, run.plan);
        Search.Plan plan = run.plan.searched(requireNonNull(brief.split).folds());
        List<Search.Trial> done = new ArrayList<>(QuarkusTransaction.requiringNew()
                .call(() ->
                        Searches.trials(run.id).stream().map(TrialRow::trial).toList()));
        double before = run.seconds;
        long start = System.nanoTime();
        while (true) {
            End end = ended(run, done, before + since(start));
            if (end != null) return end;
            Search.Trial next = Search.next(plan, data.inputs().size(), done);
            if (next == null) return new End(WorkStatus.DONE, "every combination within reach was tried");
            long began = System.nanoTime();
            try {
                Search.Trial tried = Search.run(
                        plan,
                        next,
                        data,
                        brief.split.balance(),
                        WorkQueue.WORKERS,
                        progress(run, done.size(), next, before, start));
                done.add(tried);
                double seconds = before + since(start);
                QuarkusTransaction.requiringNew().run(() -> {
                    TrialRow.of(run.id, tried, since(began)).persist();
                    SearchRun.update("seconds = ?1 where id = ?2", seconds, run.id);
                });
            } catch (CancellationException e) {
                double seconds = before + since(start);
                QuarkusTransaction.requiringNew()
                        .run(() -> SearchRun.update("seconds = ?1 where id = ?2", seconds, run.id));
                End why = ended(run, done, seconds);
                return why != null ? why : new End(WorkStatus.STOPPED, stopped(done));
            }
        }
    }

    private static double since(long start) {
        return (System.nanoTime() - start) / 1e9;
    }

    private static String stopped(List<Search.Trial> done) {
        return "stopped by hand after " + done.size() + " trials; it can go on";
    }

    private Progress progress(SearchRun run, int tried, Search.Trial next, double before, long start) {
        Double limit = run.plan.until().secondsLimit();
        Progress kept = new KeptProgress(
                (share, step) -> {
                    double byTime = limit == null ? 0 : (before + since(start)) / limit;
                    double byCount = run.plan.until().trialsLimit() == null
                            ? 0
                            : (tried + share) / run.plan.until().trialsLimit();
                    SearchRun.update(
                            "progress = ?1, step = ?2 where id = ?3",
                            Math.min(1, Math.max(byTime, byCount)),
                            step.length() > 200 ? step.substring(0, 200) : step,
                            run.id);
                },
                () -> stopRequested(run.id) || limit != null && before + since(start) >= limit);
        return kept.part(0, 1, "trial " + (tried + 1) + ", " + next.kind().words() + ": ");
    }

    private static boolean stopRequested(long id) {
        SearchRun now = SearchRun.findById(id);
        return now == null || now.stopRequested;
    }

    /** Why the search is over; null while it is not. */
    private @Nullable End ended(SearchRun run, List<Search.Trial> done, double seconds) {
        if (QuarkusTransaction.requiringNew().call(() -> stopRequested(run.id))) {
            return new End(WorkStatus.STOPPED, stopped(done));
        }
        SearchRun.Plan plan = run.plan;
        List<Search.Trial> ranked = Search.ranked(done);
        if (plan.until().target() != null
                && !ranked.isEmpty()
                && requireNonNull(ranked.get(0).value()) >= plan.until().target()) {
            return new End(
                    WorkStatus.DONE,
                    String.format(
                            Locale.ROOT,
                            "the target was reached: trial %d has %s %.4f",
                            ranked.get(0).number() + 1,
                            plan.measure().words(),
                            ranked.get(0).value()));
        }
        if (plan.until().trialsLimit() != null && done.size() >= plan.until().trialsLimit()) {
            return new End(WorkStatus.DONE, "all " + plan.until().trialsLimit() + " trials were made");
        }
        if (plan.until().secondsLimit() != null && seconds >= plan.until().secondsLimit()) {
            return new End(WorkStatus.DONE, "its time was up after " + done.size() + " trials");
        }
        return null;
    }

    /** The best few and the simplest near them become candidates. */
    private void keepBest(SearchRun run) {
        List<Long> made = QuarkusTransaction.requiringNew().call(() -> {
            List<Search.Trial> trials =
                    Searches.trials(run.id).stream().map(TrialRow::trial).toList();
            Set<Integer> wanted = new LinkedHashSet<>();
            Search.ranked(trials).stream().limit(run.plan.until().keep()).forEach(trial -> wanted.add(trial.number()));
            if (run.plan.until().keep() > 0 && Search.simplest(trials) != null) {
                wanted.add(requireNonNull(Search.simplest(trials)).number());
            }
            List<Long> ids = new ArrayList<>();
            for (int number : wanted) ids.add(searches.keep(run.id, number, run.createdBy).id);
            return ids;
        });
        made.forEach(id -> queue.enqueue(FitWork.NAME, id));
    }
}
