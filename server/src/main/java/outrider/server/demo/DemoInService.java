package outrider.server.demo;

import static java.util.Objects.requireNonNull;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.runtime.ShutdownEvent;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import jakarta.enterprise.event.Observes;
import java.io.IOException;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import outrider.server.brief.Brief;
import outrider.server.candidate.Candidate;
import outrider.server.dataset.Dataset;
import outrider.server.follow.FollowBatch;
import outrider.server.follow.FollowReport;
import outrider.server.follow.FollowReports;
import outrider.server.follow.FollowWork;
import outrider.server.follow.Follows;
import outrider.server.release.FormWork;
import outrider.server.release.Release;
import outrider.server.release.Releases;
import outrider.server.signoff.Report;
import outrider.server.signoff.Seal;
import outrider.server.trail.Act;
import outrider.server.trail.Trail;
import outrider.server.work.Recurring;
import outrider.server.work.WorkQueue;
import outrider.server.work.WorkStatus;

/**
 * Submits one brief of the demo, and takes another into service, brings its later files and reports on them, step by step as people would,
 * so that every stage has something to show. A server that was killed meanwhile goes on where it stood.
 */
@ApplicationScoped
public class DemoInService {
    static final String NAME = "plan-lapse in service";
    static final String TO_APPROVE = "winter-mailing";
    private static final Logger LOG = Logger.getLogger(DemoInService.class);
    private static final Duration BETWEEN = Duration.ofSeconds(2);
    private static final int WEEKS = 11;
    private static final LocalDate FIRST = LocalDate.of(2026, 4, 6);
    private static final LocalDate QUARTER = LocalDate.of(2026, 7, 1);
    private static final int MOST_FAILURES = 10;

    private final DemoSignOff signOff;
    private final Releases releases;
    private final Follows follows;
    private final FollowReports reports;
    private final Trail trail;
    private final DemoFiles files;
    private final WorkQueue queue;
    private @Nullable Recurring steps;
    private int failed;

    DemoInService(
            DemoSignOff signOff,
            Releases releases,
            Follows follows,
            FollowReports reports,
            Trail trail,
            DemoFiles files,
            WorkQueue queue) {
        this.signOff = signOff;
        this.releases = releases;
        this.follows = follows;
        this.reports = reports;
        this.trail = trail;
        this.files = files;
        this.queue = queue;
    }

    /** Goes on with it, where there is such a brief and it is not done. */
    void goOn() {
        steps = new Recurring("demo in service", this::step, BETWEEN, BETWEEN);
    }

    void end(@Observes ShutdownEvent event) {
        if (steps != null) steps.end();
    }

    /** The next thing that is ready to be done; a database that is away for a moment is waited for. */
    @ActivateRequestContext
    void step() {
        try {
            boolean more = toApprove();
            Brief brief = named(NAME);
            if (brief != null) more |= step(brief.id);
            if (!more) requireNonNull(steps).end();
            failed = 0;
        } catch (RuntimeException | IOException e) {
            LOG.warn("the demo does not go into service yet", e);
            if (++failed == MOST_FAILURES) requireNonNull(steps).end();
        }
    }

    private static @Nullable Brief named(String name) {
        return Brief.find("name = ?1 and owner = ?2", name, DemoFiles.AUTHOR).firstResult();
    }

    /** Submits the one that waits for the approver, unless somebody has begun to work on it. Whether that is left to do. */
    private boolean toApprove() {
        Brief brief = named(TO_APPROVE);
        if (brief == null || !signOff.of(brief.id).isEmpty()) return false;
        List<Candidate> candidates = Candidate.list("briefId = ?1 order by id", brief.id);
        if (candidates.isEmpty() || candidates.stream().anyMatch(c -> c.status == WorkStatus.FAILED)) return false;
        if (candidates.stream().anyMatch(c -> c.status != WorkStatus.DONE)) return true;
        boolean opened = QuarkusTransaction.requiringNew().call(() -> Seal.findById(brief.id) != null);
        List<String> worked = QuarkusTransaction.requiringNew()
                .call(() -> trail.doers(List.of(Trail.chain(brief.id)), List.of(Act.LOOKED, Act.CUT_SET)));
        if (!opened && !worked.isEmpty()) return false;
        signOff.submitLetters(brief.id, candidates.get(0).id);
        return false;
    }

    /** Whether anything is left to do. */
    private boolean step(long id) throws IOException {
        List<Candidate> candidates = Candidate.list("briefId = ?1 order by id", id);
        if (candidates.isEmpty() || candidates.stream().anyMatch(c -> c.status == WorkStatus.FAILED)) return false;
        if (candidates.stream().anyMatch(c -> c.status != WorkStatus.DONE)) return true;
        List<Report> reports = signOff.of(id);
        if (reports.isEmpty()) {
            signOff.submitCalls(id, candidates.get(0).id, FIRST);
            return true;
        }
        List<Release> versions = releases.of(id);
        if (versions.isEmpty()) {
            if (reports.size() > 1) return false;
            Release made = signOff.approve(reports.get(0).id);
            queue.enqueue(FormWork.NAME, made.id);
            return true;
        }
        int brought = (int) FollowBatch.count("briefId", id);
        if (versions.size() > 1) return false;
        if (brought > WEEKS) return !reported(id);
        bring(id, brought + 1);
        return true;
    }

    /** Whether its batches are reported on, or never will be. */
    private boolean reported(long id) {
        return QuarkusTransaction.requiringNew().call(() -> {
            if (FollowReport.count("briefId", id) > 0
                    || FollowBatch.count("briefId = ?1 and status = ?2", id, WorkStatus.FAILED) > 0) return true;
            if (FollowBatch.count("briefId = ?1 and status <> ?2", id, WorkStatus.DONE) > 0) return false;
            reports.issue(
                    id,
                    "The web team has counted sign-ins anew since June. We leave the cut where it is until they say what the old count"
                            + " was, and ring by hand whoever the desk's own points name.",
                    DemoFiles.AUTHOR);
            return true;
        });
    }

    /** The next week's file, after the last the quarter's. */
    private void bring(long id, int number) throws IOException {
        boolean quarter = number > WEEKS;
        String name = quarter ? "plan-lapse-next" : String.format(Locale.ROOT, "plan-lapse-week-%02d", number);
        Dataset dataset = files.dataset(name);
        LocalDate day = quarter ? QUARTER : FIRST.plusWeeks(number - 1L);
        FollowBatch batch = follows.make(id, dataset.id, day.toString(), null, DemoFiles.AUTHOR);
        queue.enqueue(FollowWork.NAME, batch.id);
    }
}
