package outrider.server.signoff;

import static java.util.Objects.requireNonNull;
import static java.util.stream.Collectors.toSet;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Inline;
import outrider.casefile.AuthorText;
import outrider.casefile.Check;
import outrider.casefile.CheckResult;
import outrider.casefile.Evidence;
import outrider.casefile.EvidenceFile;
import outrider.casefile.Paragraph;
import outrider.casefile.UsualPlan;
import outrider.follow.WatchLimit;
import outrider.follow.Watched;
import outrider.report.FigureWords;
import outrider.report.FirstPage;
import outrider.server.account.Account;
import outrider.server.brief.Brief;
import outrider.server.brief.Briefs;
import outrider.server.signoff.ReportStatuses.Current;
import outrider.server.trail.ReportActKind;

/** What the screens of the sign-off show. */
@ApplicationScoped
class ReportViews {
    private final SignOff signOff;
    private final ReportStatuses statuses;
    private final Drafting drafting;
    private final Briefs briefs;
    private final SecurityIdentity identity;

    ReportViews(SignOff signOff, ReportStatuses statuses, Drafting drafting, Briefs briefs, SecurityIdentity identity) {
        this.signOff = signOff;
        this.statuses = statuses;
        this.drafting = drafting;
        this.briefs = briefs;
        this.identity = identity;
    }

    /**
     * What somebody did to a report, and the words that went with it.
     *
     * @param about the check waived, in words; empty otherwise
     */
    record ActView(
            ReportActKind act,
            String about,
            String by,
            Instant at,
            String words,
            String condition,
            @Nullable String until,
            List<ReportAct.Remark> remarks) {}

    /** One line of a list of reports. */
    record ReportHead(
            long id,
            long briefId,
            String brief,
            String question,
            String issuedBy,
            Instant issuedAt,
            ReportStatus.State state,
            String words,
            @Nullable Long supersedes,
            @Nullable Long supersededBy) {}

    /**
     * A check of the policy, what it found, and its waiver where it has one.
     *
     * @param waiver who waived it, why and until when, in words; null where nobody did
     */
    record CheckView(
            String check,
            String title,
            boolean passes,
            String words,
            Paragraph paragraph,
            @Nullable String waiver) {}

    /**
     * What an approver decides on, in words.
     *
     * @param said the author's on each of the first chapters, figures put in
     */
    record Page(
            String decision,
            String expected,
            List<FirstPage.Alternative> ways,
            String confirmation,
            boolean confirmed,
            List<String> why,
            List<String> risks,
            Map<String, String> said) {

        static Page of(Evidence evidence) {
            FirstPage page = new FirstPage(evidence);
            boolean confirmed = evidence.figures().trust().reserve() != null
                    && evidence.figures().trust().reserve().confirms();
            return new Page(
                    page.decision(),
                    page.expected(),
                    page.ways(),
                    page.confirmation(),
                    confirmed,
                    page.why(),
                    page.risks(),
                    Map.of(
                            "decision", page.said(Paragraph.DECISION),
                            "why", page.said(Paragraph.WHY),
                            "risks", page.said(Paragraph.RISKS)));
        }
    }

    /**
     * A report as its page shows it: what it says, its checks, and what was done to it.
     *
     * @param page null for one of an earlier version
     */
    record ReportView(
            ReportHead head, String sha256, @Nullable Page page, Judged judged, May may) {
        /**
         * How it was held against the policy, and what came of it.
         */
        record Judged(List<CheckView> checks, int policyVersion, List<ActView> acts, List<Evidence.Answer> answers)
                implements Inline {}

        /**
         * What whoever asks may do with it.
         *
         * @param barred why whoever reads it cannot decide on it; null where they can
         * @param mayWithdraw whether they may take it out of force
         */
        record May(@Nullable String barred, boolean mayWithdraw) implements Inline {}
    }

    /** A chapter of a report. */
    record ParagraphView(Paragraph paragraph, String title) {}

    /** A remark that waits for an answer. */
    record RemarkView(Paragraph paragraph, String title, String words, String by) {}

    /** Who opened the reserve, when, and for what. */
    record SealView(String openedBy, Instant openedAt, long candidateId, double records) {}

    /**
     * The next report of a brief.
     *
     * @param watchable what a typed line of the monitoring plan can watch
     */
    record DraftView(
            Begun begun,
            Computed computed,
            List<ParagraphView> paragraphs,
            List<WatchedView> watchable,
            List<ReportHead> reports) {
        /**
         * What the author has written so far.
         */
        record Begun(int version, AuthorText authorText, Map<String, String> answers, List<RemarkView> remarks)
                implements Inline {}

        /**
         * What the report would say.
         *
         * @param problem why it cannot be computed, in words; null where it can
         * @param figures by the names that authors may use
         */
        record Computed(
                @Nullable SealView seal,
                @Nullable String problem,
                @Nullable Page page,
                List<CheckView> checks,
                int policyVersion,
                Map<String, String> figures)
                implements Inline {}
    }

    /**
     * What a typed line of a monitoring plan can watch.
     *
     * @param usual a limit to begin with; null where nothing can be said yet
     */
    record WatchedView(
            Watched measure,
            String words,
            Watched.Unit unit,
            @Nullable WatchLimit usual) {
        static List<WatchedView> all(@Nullable Evidence evidence) {
            return Arrays.stream(Watched.values())
                    .map(w -> new WatchedView(
                            w, w.words(), w.unit(), evidence == null ? null : UsualPlan.of(w, evidence.figures())))
                    .toList();
        }
    }

    private String me() {
        return identity.getPrincipal().getName();
    }

    private Set<String> roles() {
        return identity.getRoles();
    }

    private List<ReportHead> heads(List<Current> statuses) {
        Map<Long, Brief> named =
                briefs.all(statuses.stream().map(s -> s.report().briefId).collect(toSet()));
        return statuses.stream()
                .map(s -> head(s, requireNonNull(named.get(s.report().briefId))))
                .toList();
    }

    private static ReportHead head(Current current, Brief brief) {
        Report report = current.report();
        ReportStatus status = current.status();
        Report later = current.later();
        return new ReportHead(
                report.id,
                report.briefId,
                brief.name,
                brief.question,
                report.issuedBy,
                report.issuedAt,
                status.state(),
                status.words(),
                report.supersedes,
                later == null ? null : later.id);
    }

    @ActivateRequestContext
    List<ReportHead> of(long briefId) {
        return heads(statuses.of(signOff.of(briefId)));
    }

    /** Reports that wait for whoever asks: to be decided on, or to be answered. */
    @ActivateRequestContext
    List<ReportHead> waiting() {
        return heads(statuses.open().stream().filter(this::isMine).toList());
    }

    private boolean isMine(Current current) {
        Report report = current.report();
        return switch (current.state()) {
            case WAITING -> signOff.barred(report, me(), roles()) == null;
            case RETURNED -> report.issuedBy.equals(me());
            default -> false;
        };
    }

    @ActivateRequestContext
    ReportView view(long id) {
        Report report = signOff.get(id);
        ReportHead head = head(statuses.of(report), briefs.get(report.briefId));
        List<ReportAct> acts = signOff.acts(id);
        boolean mayWithdraw = head.state() != ReportStatus.State.WITHDRAWN
                && head.state() != ReportStatus.State.SUPERSEDED
                && (report.issuedBy.equals(me())
                        || roles().contains(Account.APPROVER)
                        || roles().contains(Account.ADMINISTRATOR));
        Evidence evidence = report.rendering == null ? null : EvidenceFile.evidence(report.evidence);
        return new ReportView(
                head,
                report.sha256,
                evidence == null ? null : Page.of(evidence),
                new ReportView.Judged(
                        evidence == null ? List.of() : checks(evidence.judged().checks(), acts),
                        evidence == null ? 0 : evidence.judged().policyVersion(),
                        acts.stream().map(ReportViews::act).toList(),
                        evidence == null ? List.of() : evidence.judged().answers()),
                new ReportView.May(signOff.barred(report, me(), roles()), mayWithdraw));
    }

    private static ActView act(ReportAct a) {
        return new ActView(
                a.act,
                a.about.isEmpty() ? "" : Check.named(a.about).title(),
                a.byName,
                a.at,
                a.words,
                a.condition,
                a.until == null ? null : a.until.toString(),
                a.remarks == null ? List.of() : a.remarks);
    }

    private List<CheckView> checks(List<CheckResult> results, List<ReportAct> acts) {
        Set<String> waived = ReportStatus.waived(acts, statuses.today());
        return results.stream()
                .map(c -> {
                    String waiver = null;
                    for (ReportAct a : acts) {
                        if (a.about.equals(c.check().jsonName()) && waived.contains(a.about)) {
                            waiver = "waived by " + a.byName + " until " + a.until + ": " + a.words;
                        }
                    }
                    return new CheckView(c.check().jsonName(), c.title(), c.passes(), c.words(), c.paragraph(), waiver);
                })
                .toList();
    }

    @ActivateRequestContext
    DraftView draft(long briefId) {
        Brief brief = briefs.get(briefId);
        Draft draft = drafting.draft(brief.id);
        Seal seal = Seal.findById(briefId);
        List<RemarkView> remarks = new ArrayList<>();
        for (ReportAct act : drafting.toAnswer(briefId)) {
            for (ReportAct.Remark r : act.remarks == null ? List.<ReportAct.Remark>of() : act.remarks) {
                remarks.add(new RemarkView(r.paragraph(), r.paragraph().title(), r.words(), act.byName));
            }
        }
        Evidence evidence = null;
        String problem = null;
        try {
            evidence = drafting.evidence(briefId, null, null);
        } catch (BadInput e) {
            problem = e.getMessage();
        }
        return new DraftView(
                new DraftView.Begun(draft.version, draft.authorText, draft.answers, remarks),
                new DraftView.Computed(
                        seal == null
                                ? null
                                : new SealView(seal.openedBy, seal.openedAt, seal.candidateId, seal.cutRecords),
                        problem,
                        evidence == null ? null : Page.of(evidence),
                        evidence == null ? List.of() : checks(evidence.judged().checks(), List.of()),
                        evidence == null ? 0 : evidence.judged().policyVersion(),
                        evidence == null ? Map.of() : FigureWords.of(evidence.recipe(), evidence.figures())),
                Arrays.stream(Paragraph.values())
                        .map(p -> new ParagraphView(p, p.title()))
                        .toList(),
                WatchedView.all(evidence),
                of(briefId));
    }
}
