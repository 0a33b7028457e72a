package outrider.server.follow;

import static java.util.Objects.requireNonNull;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import jakarta.persistence.LockModeType;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.ForbiddenException;
import jakarta.ws.rs.NotFoundException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.Canonical;
import outrider.casefile.Check;
import outrider.casefile.EvidenceFile;
import outrider.casefile.FollowUp;
import outrider.casefile.Sha256;
import outrider.casefile.checks.FollowUpByTwo;
import outrider.follow.Advice;
import outrider.report.Approval;
import outrider.report.FollowUpReport;
import outrider.server.access.Access;
import outrider.server.access.Right;
import outrider.server.account.Account;
import outrider.server.brief.Brief;
import outrider.server.brief.Briefs;
import outrider.server.dataset.Dataset;
import outrider.server.dataset.Datasets;
import outrider.server.release.Releases;
import outrider.server.signoff.Policies;
import outrider.server.trail.Act;
import outrider.server.trail.Imprint;
import outrider.server.trail.Trail;

/** Follow-up reports: issued for good, and approved by somebody else where the policy asks for it. */
@ApplicationScoped
public class FollowReports {
    private static final int LONGEST = 4000;

    private final Releases releases;
    private final Datasets datasets;
    private final Briefs briefs;
    private final Policies policies;
    private final Access access;
    private final SecurityIdentity identity;
    private final Trail trail;
    private final Imprint imprint;

    FollowReports(
            Releases releases,
            Datasets datasets,
            Briefs briefs,
            Policies policies,
            Access access,
            SecurityIdentity identity,
            Trail trail,
            Imprint imprint) {
        this.releases = releases;
        this.datasets = datasets;
        this.briefs = briefs;
        this.policies = policies;
        this.access = access;
        this.identity = identity;
        this.trail = trail;
        this.imprint = imprint;
    }

    /** How a follow-up report stands. */
    public enum State {
        /** The policy asked for nobody else. */
        STANDS,
        WAITING,
        APPROVED,
        RETURNED
    }

    /**
     * A follow-up report.
     *
     * @param words how it stands, in a sentence
     * @param until day of its newest batch
     * @param barred why whoever asks cannot decide on it; null where they can, or nobody has to
     */
    public record FollowReportView(
            long id,
            long briefId,
            String brief,
            String question,
            int version,
            Advice.Kind advice,
            LocalDate until,
            State state,
            String words,
            String issuedBy,
            Instant issuedAt,
            String sha256,
            @Nullable String barred) {}

    /** The newest first. */
    @ActivateRequestContext
    List<FollowReportView> of(long briefId) {
        return FollowReport.<FollowReport>list("briefId = ?1 order by id desc", briefId).stream()
                .map(this::view)
                .toList();
    }

    @ActivateRequestContext
    FollowReportView view(long id) {
        return view(get(id));
    }

    /** Those that wait for whoever asks. */
    @ActivateRequestContext
    List<FollowReportView> waiting() {
        if (!identity.getRoles().contains(Account.APPROVER)) return List.of();
        List<FollowReport> open = FollowReport.list(
                "from FollowReport r where r.byTwo and not exists (select 1 from FollowReportAct a where a.reportId = r.id) order by r.id");
        return open.stream()
                .filter(report -> access.of(report.briefId) != Right.NONE && barred(report) == null)
                .map(this::view)
                .toList();
    }

    /** As it would be issued now. */
    @ActivateRequestContext
    String draft(long briefId) {
        return FollowUpReport.draft(told(briefId, null, "", me()));
    }

    /**
     * Issues one about all batches of the newest version: from here on it never changes.
     *
     * @param said what the author makes of it
     * @throws BadInput if a batch is being worked out, there is none, or the words are too long
     */
    @Transactional
    public FollowReportView issue(long briefId, @Nullable String said, String by) {
        Brief.findById(briefId, LockModeType.PESSIMISTIC_WRITE);
        String words = said == null ? "" : said.strip();
        if (words.length() > LONGEST) throw BadInput.of("said", "is longer than 4,000 letters", "shorten it");
        long id = ((Number) FollowReport.getEntityManager()
                        .createNativeQuery("select nextval(pg_get_serial_sequence('follow_report', 'id'))")
                        .getSingleResult())
                .longValue();
        FollowUp told = told(briefId, id, words, by);
        FollowReport report = new FollowReport();
        report.id = id;
        report.briefId = briefId;
        report.releaseId = newest(briefId).get(0).releaseId;
        report.evidence = Canonical.write(told);
        report.sha256 = Sha256.of(report.evidence);
        report.signature = imprint.sign(report.evidence);
        report.rendering = FollowUpReport.render(report.evidence).getBytes(StandardCharsets.UTF_8);
        report.advice = told.conclusion().advice().kind();
        report.until = requireNonNull(told.newest().day());
        report.byTwo = told.issued().byTwo();
        report.cannotApprove = told.issued().cannotApprove();
        report.issuedBy = by;
        report.issuedAt = Instant.parse(told.issued().issuedAt());
        report.persist();
        Trail.add(
                Trail.chain(briefId),
                by,
                Act.FOLLOW_UP_ISSUED,
                EvidenceFile.followUp(id),
                "evidence SHA-256 " + report.sha256);
        return view(report);
    }

    /** Worked out batches of the newest version that has any, the oldest first. */
    private List<FollowBatch> newest(long briefId) {
        List<FollowBatch> listed = FollowBatch.list("briefId = ?1 order by day, id", briefId);
        for (FollowBatch batch : listed) {
            if (batch.status.open()) {
                throw BadInput.state(
                        BadInput.Code.BUSY, "batch of " + batch.day, "is being worked out", "wait until it is done");
            }
        }
        List<FollowBatch> all =
                listed.stream().filter(batch -> batch.figures != null).toList();
        if (all.isEmpty()) {
            throw BadInput.state(
                    BadInput.Code.NOT_READY,
                    "batches",
                    "are none yet",
                    "bring the first one, there is nothing to report");
        }
        long version = all.stream().mapToLong(batch -> batch.releaseId).max().getAsLong();
        return all.stream().filter(batch -> batch.releaseId == version).toList();
    }

    private FollowUp told(long briefId, @Nullable Long number, String said, String by) {
        List<FollowBatch> own = newest(briefId);
        String chain = Trail.chain(briefId);
        TreeSet<String> shaped =
                new TreeSet<>(trail.doers(List.of(chain), List.of(Act.BATCH_BROUGHT, Act.OUTCOMES_BROUGHT)));
        shaped.add(by);
        Check byTwo = Check.named(FollowUpByTwo.NAME);
        List<FollowNotice> notices =
                FollowNotice.list("briefId = ?1 and releaseId = ?2 order by day, id", briefId, own.get(0).releaseId);
        return FollowUp.of(
                new FollowUp.Issue(
                        new FollowUp.Issued(
                                number, by, imprint.issuedAt(), policies.demands(byTwo), List.copyOf(shaped)),
                        notices.stream().map(FollowReports::notice).toList(),
                        said,
                        imprint.head(chain),
                        imprint.openKey()),
                releases.document(releases.get(own.get(0).releaseId)),
                own.stream().map(this::batch).toList());
    }

    private static FollowUp.Notice notice(FollowNotice n) {
        String at = n.answeredAt == null ? null : n.answeredAt.toString();
        return new FollowUp.Notice(n.day, n.who, n.words, n.answer, n.answeredBy, at);
    }

    private FollowUp.Batch batch(FollowBatch batch) {
        return new FollowUp.Batch(
                batch.day,
                source(batch.datasetId),
                batch.outcomes.stream().map(this::source).toList(),
                batch.id,
                requireNonNull(batch.told()));
    }

    private FollowUp.Source source(long datasetId) {
        Dataset dataset = datasets.get(datasetId);
        return new FollowUp.Source(dataset.name, dataset.sha256);
    }

    /** @throws NotFoundException if there is none */
    private static FollowReport get(long id) {
        FollowReport report = FollowReport.findById(id);
        if (report == null) throw new NotFoundException("there is no follow-up report " + id);
        return report;
    }

    private String me() {
        return identity.getPrincipal().getName();
    }

    private static @Nullable FollowReportAct act(FollowReport report) {
        return FollowReportAct.find("reportId", report.id).firstResult();
    }

    private @Nullable String barred(FollowReport report) {
        Set<String> roles = identity.getRoles();
        if (!report.byTwo || act(report) != null) return null;
        if (!roles.contains(Account.APPROVER)) return "Only an approver decides on it.";
        if (!report.cannotApprove.contains(me())) return null;
        return "You issued it or brought a batch of it; somebody else has to decide on it.";
    }

    /**
     * Decides on one that the policy asks two for.
     *
     * @throws BadInput if nobody has to, somebody has already, or one is returned without words
     * @throws ForbiddenException with the reason
     */
    @Transactional
    FollowReportView decide(long id, FollowReportAct.Kind kind, @Nullable String said) {
        FollowReport report = get(id);
        Brief.findById(report.briefId, LockModeType.PESSIMISTIC_WRITE);
        if (!report.byTwo || act(report) != null) {
            throw BadInput.state(
                    BadInput.Code.ALREADY_DONE, "report", id + " waits for nobody", "issue a new one to go on");
        }
        String barred = barred(report);
        if (barred != null) throw new ForbiddenException(barred);
        String words = said == null ? "" : said.strip();
        if (words.length() > LONGEST) throw BadInput.of("words", "are longer than 4,000 letters", "shorten them");
        if (words.isEmpty() && kind == FollowReportAct.Kind.RETURNED) {
            throw BadInput.of("words", "are missing", "say in a sentence what it lacks");
        }
        FollowReportAct act = new FollowReportAct();
        act.reportId = id;
        act.act = kind;
        act.byName = me();
        act.at = imprint.now();
        act.words = words;
        act.persist();
        Act done = kind == FollowReportAct.Kind.APPROVED ? Act.FOLLOW_UP_APPROVED : Act.FOLLOW_UP_RETURNED;
        Trail.brief(report.briefId, done, EvidenceFile.followUp(id), words);
        return view(report);
    }

    private FollowReportView view(FollowReport report) {
        Brief brief = briefs.get(report.briefId);
        FollowReportAct act = act(report);
        return new FollowReportView(
                report.id,
                report.briefId,
                brief.name,
                brief.question,
                releases.get(report.releaseId).version,
                report.advice,
                report.until,
                state(report, act),
                words(report, act),
                report.issuedBy,
                report.issuedAt,
                report.sha256,
                barred(report));
    }

    private static State state(FollowReport report, @Nullable FollowReportAct act) {
        if (!report.byTwo) return State.STANDS;
        if (act == null) return State.WAITING;
        return act.act == FollowReportAct.Kind.APPROVED ? State.APPROVED : State.RETURNED;
    }

    private static String words(FollowReport report, @Nullable FollowReportAct act) {
        if (!report.byTwo) return "";
        if (act == null) return "Waits for approval.";
        String did = act.act == FollowReportAct.Kind.APPROVED ? "Approved by " : "Returned by ";
        return did + act.byName + (act.words.isEmpty() ? "." : ": " + act.words);
    }

    /** The report's page as it stands. {@code fonts} brings its fonts along; the PDF has its own. */
    @ActivateRequestContext
    String html(long id, boolean fonts) {
        FollowReport report = get(id);
        FollowReportAct act = act(report);
        List<Approval> said = act == null
                ? List.of()
                : List.of(new Approval(act.act.word, "", act.byName, act.at.toString(), act.words, null));
        String page = new String(report.rendering, StandardCharsets.UTF_8);
        return FollowUpReport.complete(page, said, words(report, act), fonts);
    }

    /** The evidence with signature and audit trail. */
    @ActivateRequestContext
    byte[] evidence(long id) {
        FollowReport report = get(id);
        return EvidenceFile.write(report.evidence, report.signature, trail.of(Trail.chain(report.briefId)));
    }
}
