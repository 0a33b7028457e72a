package outrider.server.demo;

import static java.util.Objects.requireNonNull;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.runtime.ShutdownEvent;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import jakarta.enterprise.event.Observes;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import outrider.base.Progress;
import outrider.casefile.AuthorText;
import outrider.casefile.CheckResult;
import outrider.casefile.CutRule;
import outrider.casefile.EvidenceFile;
import outrider.casefile.Paragraph;
import outrider.casefile.ReleaseDocument;
import outrider.casefile.TableFile;
import outrider.follow.WatchLimit;
import outrider.follow.Watched;
import outrider.server.account.Account;
import outrider.server.brief.Brief;
import outrider.server.candidate.Candidate;
import outrider.server.comparison.ComparisonView.CutView;
import outrider.server.comparison.Comparisons;
import outrider.server.dataset.Dataset;
import outrider.server.dataset.Datasets;
import outrider.server.follow.FollowBatch;
import outrider.server.follow.FollowReport;
import outrider.server.follow.FollowReports;
import outrider.server.follow.FollowWork;
import outrider.server.follow.Follows;
import outrider.server.release.FormWork;
import outrider.server.release.Release;
import outrider.server.release.Releases;
import outrider.server.signoff.Drafting;
import outrider.server.signoff.Report;
import outrider.server.signoff.Seal;
import outrider.server.signoff.SignOff;
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
    private static final String AUTHOR = "analyst";
    private static final String APPROVER = "approver";
    private static final Set<String> DECIDES = Set.of(Account.APPROVER);
    private static final int WEEKS = 11;
    private static final LocalDate FIRST = LocalDate.of(2026, 4, 6);
    private static final LocalDate QUARTER = LocalDate.of(2026, 7, 1);
    private static final double CALLS_ON_VALIDATION = 750;
    private static final double LETTERS_ON_VALIDATION = 900;
    private static final int WAIVED_DAYS = 90;
    private static final int MOST_FAILURES = 10;

    private final Comparisons comparisons;
    private final Drafting drafting;
    private final SignOff signOff;
    private final Releases releases;
    private final Follows follows;
    private final FollowReports reports;
    private final Trail trail;
    private final Datasets datasets;
    private final WorkQueue queue;
    private final Clock clock;
    private @Nullable Recurring steps;
    private int failed;

    DemoInService(
            Comparisons comparisons,
            Drafting drafting,
            SignOff signOff,
            Releases releases,
            Follows follows,
            FollowReports reports,
            Trail trail,
            Datasets datasets,
            WorkQueue queue,
            Clock clock) {
        this.comparisons = comparisons;
        this.drafting = drafting;
        this.signOff = signOff;
        this.releases = releases;
        this.follows = follows;
        this.reports = reports;
        this.trail = trail;
        this.datasets = datasets;
        this.queue = queue;
        this.clock = clock;
    }

    /** Goes on with it, where there is such a brief and it is not done. */
    void goOn(Path folder) {
        steps = new Recurring("demo in service", () -> step(folder), BETWEEN, BETWEEN);
    }

    void end(@Observes ShutdownEvent event) {
        if (steps != null) steps.end();
    }

    /** The next thing that is ready to be done; a database that is away for a moment is waited for. */
    @ActivateRequestContext
    void step(Path folder) {
        try {
            boolean more = toApprove();
            Brief brief = named(NAME);
            if (brief != null) more |= step(brief.id, folder);
            if (!more) requireNonNull(steps).end();
            failed = 0;
        } catch (RuntimeException | IOException e) {
            LOG.warn("the demo does not go into service yet", e);
            if (++failed == MOST_FAILURES) requireNonNull(steps).end();
        }
    }

    private static @Nullable Brief named(String name) {
        return Brief.find("name = ?1 and owner = ?2", name, AUTHOR).firstResult();
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
        submit(brief.id, new CutView(candidates.get(0).id, LETTERS_ON_VALIDATION, CutRule.BY_HAND), letters());
        return false;
    }

    private static AuthorText letters() {
        return new AuthorText(
                "2026-12-01",
                Map.of(
                        Paragraph.DECISION,
                        "The print shop takes {actedOn} letters; they go out in one batch.",
                        Paragraph.RISKS,
                        "The winter before was mild, and this one may not be."),
                "House points",
                LETTERS_ON_VALIDATION,
                List.of(
                        watch(Watched.SCORE_STABILITY, WatchLimit.Side.AT_MOST, 0.1, WatchLimit.Every.YEAR, AUTHOR),
                        watch(Watched.OUTCOMES, WatchLimit.Side.AT_LEAST, 0.9, WatchLimit.Every.YEAR, AUTHOR)));
    }

    /** Whether anything is left to do. */
    private boolean step(long id, Path folder) throws IOException {
        List<Candidate> candidates = Candidate.list("briefId = ?1 order by id", id);
        if (candidates.isEmpty() || candidates.stream().anyMatch(c -> c.status == WorkStatus.FAILED)) return false;
        if (candidates.stream().anyMatch(c -> c.status != WorkStatus.DONE)) return true;
        List<Report> reports = signOff.of(id);
        if (reports.isEmpty()) {
            CutRule rule = new CutRule(CutRule.Kind.CAPACITY, null);
            submit(id, new CutView(candidates.get(0).id, CALLS_ON_VALIDATION, rule), memo());
            return true;
        }
        List<Release> versions = releases.of(id);
        if (versions.isEmpty()) {
            if (reports.size() > 1) return false;
            approve(reports.get(0).id);
            return true;
        }
        int brought = (int) FollowBatch.count("briefId", id);
        if (versions.size() > 1) return false;
        if (brought > WEEKS) return !reported(id);
        bring(id, brought + 1, folder);
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
                    AUTHOR);
            return true;
        });
    }

    private void submit(long id, CutView cut, AuthorText memo) {
        // cut, words and opening are kept together
        boolean begun = QuarkusTransaction.requiringNew().call(() -> comparisons.known(id) != null);
        if (!begun)
            QuarkusTransaction.requiringNew().run(() -> {
                comparisons.setCut(id, cut, AUTHOR);
                drafting.save(id, new Drafting.Edit(-1, memo, Map.of()), AUTHOR);
                signOff.open(id, AUTHOR);
            });
        QuarkusTransaction.requiringNew().run(() -> signOff.submit(id, AUTHOR));
    }

    private static AuthorText memo() {
        return new AuthorText(
                FIRST.toString(),
                Map.of(
                        Paragraph.DECISION,
                        "The desk of six rings {actedOn} members a quarter, before their plan ends.",
                        Paragraph.WHY,
                        "It is the plainest that beats the desk's own points, and the desk can read it.",
                        Paragraph.RISKS,
                        "The web team counts sign-ins anew this summer; we look at that column first."),
                null,
                null,
                List.of(
                        watch(Watched.CAPTURE, WatchLimit.Side.AT_LEAST, 0.25, WatchLimit.Every.MONTH, AUTHOR),
                        watch(Watched.INPUT_STABILITY, WatchLimit.Side.AT_MOST, 0.2, WatchLimit.Every.MONTH, AUTHOR),
                        watch(Watched.OUTCOMES, WatchLimit.Side.AT_LEAST, 0.5, WatchLimit.Every.QUARTER, AUTHOR),
                        watch(Watched.ACTED_SHARE, WatchLimit.Side.AT_MOST, 0.1, WatchLimit.Every.MONTH, APPROVER)));
    }

    private static AuthorText.Watch watch(
            Watched measure, WatchLimit.Side side, double at, WatchLimit.Every every, String who) {
        return new AuthorText.Watch("", "", "", who, new WatchLimit(measure, side, at, every));
    }

    private void approve(long report) {
        boolean approved = QuarkusTransaction.requiringNew().call(() -> signOff.lapse(report) == null);
        if (!approved)
            QuarkusTransaction.requiringNew().run(() -> {
                String until = LocalDate.now(clock).plusDays(WAIVED_DAYS).toString();
                for (CheckResult check :
                        EvidenceFile.evidence(signOff.get(report).evidence).checks()) {
                    if (!check.passes())
                        signOff.waive(
                                report, check.check(), "A first season; we look again.", until, APPROVER, DECIDES);
                }
                signOff.approve(report, "", "", "", APPROVER, DECIDES);
            });
        Release made = QuarkusTransaction.requiringNew()
                .call(() -> releases.make(report, "", ReleaseDocument.Unknown.MISSING, AUTHOR));
        queue.enqueue(FormWork.NAME, made.id);
    }

    /** The next week's file, after the last the quarter's. */
    private void bring(long id, int number, Path folder) throws IOException {
        boolean quarter = number > WEEKS;
        String name =
                (quarter ? "plan-lapse-next" : String.format(Locale.ROOT, "plan-lapse-week-%02d", number)) + ".csv.gz";
        Dataset dataset =
                datasets.read(name, AUTHOR, folder.resolve(name), TableFile.Manner.UNKNOWN, Progress.NONE, null);
        LocalDate day = quarter ? QUARTER : FIRST.plusWeeks(number - 1L);
        FollowBatch batch = follows.make(id, dataset.id, day.toString(), null, AUTHOR);
        queue.enqueue(FollowWork.NAME, batch.id);
    }
}
