package outrider.server.demo;

import io.quarkus.narayana.jta.QuarkusTransaction;
import jakarta.enterprise.context.ApplicationScoped;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Set;
import outrider.casefile.AuthorText;
import outrider.casefile.CheckResult;
import outrider.casefile.CutRule;
import outrider.casefile.EvidenceFile;
import outrider.casefile.Paragraph;
import outrider.casefile.ReleaseDocument;
import outrider.follow.WatchLimit;
import outrider.follow.Watched;
import outrider.server.account.Account;
import outrider.server.comparison.ComparisonView.CutView;
import outrider.server.comparison.Comparisons;
import outrider.server.release.Release;
import outrider.server.release.Releases;
import outrider.server.signoff.Drafting;
import outrider.server.signoff.Report;
import outrider.server.signoff.SignOff;

/** What the author and the approver of the demo do to have a brief signed. */
@ApplicationScoped
class DemoSignOff {
    private static final String APPROVER = "approver";
    private static final Set<String> DECIDES = Set.of(Account.APPROVER);
    private static final double CALLS_ON_VALIDATION = 750;
    private static final double LETTERS_ON_VALIDATION = 900;
    private static final int WAIVED_DAYS = 90;

    private final Comparisons comparisons;
    private final Drafting drafting;
    private final SignOff signOff;
    private final Releases releases;
    private final Clock clock;

    DemoSignOff(Comparisons comparisons, Drafting drafting, SignOff signOff, Releases releases, Clock clock) {
        this.comparisons = comparisons;
        this.drafting = drafting;
        this.signOff = signOff;
        this.releases = releases;
        this.clock = clock;
    }

    List<Report> of(long brief) {
        return signOff.of(brief);
    }

    void submitLetters(long brief, long candidate) {
        submit(brief, new CutView(candidate, LETTERS_ON_VALIDATION, CutRule.BY_HAND), letters());
    }

    void submitCalls(long brief, long candidate, LocalDate first) {
        CutRule rule = new CutRule(CutRule.Kind.CAPACITY, null);
        submit(brief, new CutView(candidate, CALLS_ON_VALIDATION, rule), calls(first));
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
                        watch(
                                Watched.SCORE_STABILITY,
                                WatchLimit.Side.AT_MOST,
                                0.1,
                                WatchLimit.Every.YEAR,
                                DemoFiles.AUTHOR),
                        watch(
                                Watched.OUTCOMES,
                                WatchLimit.Side.AT_LEAST,
                                0.9,
                                WatchLimit.Every.YEAR,
                                DemoFiles.AUTHOR)));
    }

    private void submit(long id, CutView cut, AuthorText authorText) {
        // cut, words and opening are kept together
        boolean begun = QuarkusTransaction.requiringNew().call(() -> comparisons.known(id) != null);
        if (!begun)
            QuarkusTransaction.requiringNew().run(() -> {
                comparisons.setCut(id, cut, DemoFiles.AUTHOR);
                drafting.save(id, new Drafting.Edit(-1, authorText, Map.of()), DemoFiles.AUTHOR);
                signOff.open(id, DemoFiles.AUTHOR);
            });
        QuarkusTransaction.requiringNew().run(() -> signOff.submit(id, DemoFiles.AUTHOR));
    }

    private static AuthorText calls(LocalDate first) {
        return new AuthorText(
                first.toString(),
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
                        watch(
                                Watched.CAPTURE,
                                WatchLimit.Side.AT_LEAST,
                                0.25,
                                WatchLimit.Every.MONTH,
                                DemoFiles.AUTHOR),
                        watch(
                                Watched.INPUT_STABILITY,
                                WatchLimit.Side.AT_MOST,
                                0.2,
                                WatchLimit.Every.MONTH,
                                DemoFiles.AUTHOR),
                        watch(
                                Watched.OUTCOMES,
                                WatchLimit.Side.AT_LEAST,
                                0.5,
                                WatchLimit.Every.QUARTER,
                                DemoFiles.AUTHOR),
                        watch(Watched.ACTED_SHARE, WatchLimit.Side.AT_MOST, 0.1, WatchLimit.Every.MONTH, APPROVER)));
    }

    private static AuthorText.Watch watch(
            Watched measure, WatchLimit.Side side, double at, WatchLimit.Every every, String who) {
        return new AuthorText.Watch("", "", "", who, new WatchLimit(measure, side, at, every));
    }

    /** Waives what does not pass, approves, and takes it into service. */
    Release approve(long report) {
        boolean approved = QuarkusTransaction.requiringNew().call(() -> signOff.lapse(report) == null);
        if (!approved)
            QuarkusTransaction.requiringNew().run(() -> {
                String until = LocalDate.now(clock).plusDays(WAIVED_DAYS).toString();
                for (CheckResult check : EvidenceFile.evidence(signOff.get(report).evidence)
                        .judged()
                        .checks()) {
                    if (!check.passes())
                        signOff.waive(
                                report, check.check(), "A first season; we look again.", until, APPROVER, DECIDES);
                }
                signOff.approve(report, "", "", "", APPROVER, DECIDES);
            });
        return QuarkusTransaction.requiringNew()
                .call(() -> releases.make(report, "", ReleaseDocument.Unknown.MISSING, DemoFiles.AUTHOR));
    }
}
