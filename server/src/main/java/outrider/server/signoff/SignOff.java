package outrider.server.signoff;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.ForbiddenException;
import jakarta.ws.rs.NotFoundException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.Canonical;
import outrider.casefile.Check;
import outrider.casefile.CheckResult;
import outrider.casefile.Evidence;
import outrider.casefile.EvidenceFile;
import outrider.casefile.Sha256;
import outrider.report.HtmlReport;
import outrider.server.account.Account;
import outrider.server.brief.Brief;
import outrider.server.brief.Briefs;
import outrider.server.candidate.Candidate;
import outrider.server.comparison.Comparisons;
import outrider.server.comparison.Cut;
import outrider.server.trail.Act;
import outrider.server.trail.ReportActKind;
import outrider.server.trail.ServerKey;
import outrider.server.trail.Trail;

/** Opening the reserve, submitting reports, and what others say to them. */
@ApplicationScoped
public class SignOff {
    private static final int LONGEST = 4000;

    private final Briefs briefs;
    private final Comparisons comparisons;
    private final Drafting drafting;
    private final ReportStatuses statuses;
    private final ServerKey key;
    private final EntityManager database;

    private final Clock clock;

    SignOff(
            Briefs briefs,
            Comparisons comparisons,
            Drafting drafting,
            ReportStatuses statuses,
            ServerKey key,
            EntityManager database,
            Clock clock) {
        this.briefs = briefs;
        this.clock = clock;
        this.comparisons = comparisons;
        this.drafting = drafting;
        this.statuses = statuses;
        this.key = key;
        this.database = database;
    }

    /**
     * Opens the brief's reserve for its cut, once.
     *
     * @throws BadInput if it is open, there is no cut, or nothing was held back
     */
    @Transactional
    public Seal open(long briefId, String by) {
        alone(briefId);
        Cut cut = comparisons.cut(briefId);
        Seal known = Seal.findById(briefId);
        if (known != null) {
            throw BadInput.state(
                    BadInput.Code.ALREADY_DONE,
                    "reserve",
                    "was opened by " + known.openedBy + " already",
                    "it is opened once");
        }
        if (!requireNonNull(briefs.get(briefId).split).hasReserve()) {
            throw BadInput.state(
                    BadInput.Code.NOT_READY,
                    "reserve",
                    "was never held back",
                    "submit without it: its check fails until it is waived");
        }
        Seal seal = new Seal();
        seal.briefId = briefId;
        seal.candidateId = cut.candidateId;
        seal.cutRecords = cut.records;
        seal.openedBy = by;
        seal.openedAt = clock.instant().truncatedTo(ChronoUnit.MILLIS);
        seal.persist();
        Candidate candidate = Candidate.findById(cut.candidateId);
        Trail.add(
                Trail.chain(briefId),
                by,
                Act.RESERVE_OPENED,
                candidate.name,
                "at " + cut.records + " records of validation");
        return seal;
    }

    /**
     * Issues the report: from here on it never changes.
     *
     * @throws BadInput if a report of the brief waits already, a remark is not answered, or the draft cannot be computed
     */
    @Transactional
    public Report submit(long briefId, String by) {
        alone(briefId);
        Report last = Report.find("briefId = ?1 order by id desc", briefId).firstResult();
        if (last != null && status(last).state() == ReportStatus.State.WAITING) {
            throw BadInput.state(
                    BadInput.Code.BUSY, "report", last.id + " waits for approval", "withdraw it first, or wait");
        }
        long id = ((Number) database.createNativeQuery("select nextval(pg_get_serial_sequence('report', 'id'))")
                        .getSingleResult())
                .longValue();
        Evidence evidence = drafting.evidence(briefId, id, by);
        for (Evidence.Answer answer : evidence.judged().answers()) {
            if (answer.answer().isEmpty()) {
                throw BadInput.of(
                        "answers",
                        "lack one to the remark on “" + answer.paragraph().title() + "”",
                        "answer it first");
            }
        }
        Report report = new Report();
        report.id = id;
        report.briefId = briefId;
        report.evidence = Canonical.write(evidence);
        report.sha256 = Sha256.of(report.evidence);
        report.signature = key.pair().sign(report.evidence);
        report.rendering = HtmlReport.render(report.evidence).getBytes(StandardCharsets.UTF_8);
        report.supersedes = last == null ? null : last.id;
        report.cannotApprove = evidence.issued().cannotApprove();
        report.issuedBy = by;
        report.issuedAt = Instant.parse(evidence.issued().issuedAt());
        report.persist();
        ReportAct.of(id, ReportActKind.SUBMITTED, by, "", clock.instant()).persist();
        Trail.add(
                Trail.chain(briefId),
                by,
                Act.REPORT_SUBMITTED,
                subject(id),
                "evidence SHA-256 " + report.sha256 + (last == null ? "" : ", in place of report " + last.id));
        return report;
    }

    /** Whatever settles something of a brief for good waits until whoever else does has ended. */
    private void alone(long briefId) {
        if (database.find(Brief.class, briefId, LockModeType.PESSIMISTIC_WRITE) == null) {
            throw new NotFoundException("there is no brief " + briefId);
        }
    }

    /** By which approvals and waivers end. */
    private LocalDate today() {
        return statuses.today();
    }

    private static String subject(long id) {
        return "report " + id;
    }

    /** @throws NotFoundException if there is none */
    public Report get(long id) {
        Report report = Report.findById(id);
        if (report == null) throw new NotFoundException("there is no report " + id);
        return report;
    }

    public List<Report> of(long briefId) {
        return Report.list("briefId = ?1 order by id desc", briefId);
    }

    /** Oldest first. */
    public List<ReportAct> acts(long reportId) {
        return ReportAct.list("reportId = ?1 order by id", reportId);
    }

    private ReportStatus status(Report report) {
        return statuses.of(report).status();
    }

    /** Why what a report approved may not go on; null where it may, superseded by another report or not. */
    public @Nullable String lapse(long reportId) {
        return ReportStatus.lapse(acts(reportId), today());
    }

    /**
     * What was approved, and by whom.
     *
     * @param condition empty for none
     */
    public record Approved(
            Report report,
            Evidence evidence,
            String by,
            String condition,
            @Nullable LocalDate until) {}

    /** @throws BadInput if the report is not approved as things stand */
    public Approved approved(long id) {
        Report report = get(id);
        ReportStatus status = status(report);
        if (status.state() != ReportStatus.State.APPROVED) {
            throw BadInput.state(
                    BadInput.Code.NOT_READY,
                    "report",
                    id + " does not stand: " + status.words(),
                    "only what is approved goes into service");
        }
        ReportAct act = acts(id).stream()
                .filter(a -> a.act == ReportActKind.APPROVED)
                .reduce((a, b) -> b)
                .orElseThrow();
        return new Approved(report, EvidenceFile.evidence(report.evidence), act.byName, act.condition, act.until);
    }

    /** Why this person cannot decide on it, in words; null where they can. */
    @Nullable
    String barred(Report report, String who, Set<String> roles) {
        if (!roles.contains(Account.APPROVER)) return "Only an approver decides on it.";
        List<String> own = report.cannotApprove == null ? List.of(report.issuedBy) : report.cannotApprove;
        if (!own.contains(who)) return null;
        return "You shaped what this report proposes; somebody else has to decide on it.";
    }

    /** @throws ForbiddenException with the reason */
    private Report toDecide(long id, String who, Set<String> roles) {
        Report report = Report.findById(id, LockModeType.PESSIMISTIC_WRITE);
        if (report == null) throw new NotFoundException("there is no report " + id);
        String barred = barred(report, who, roles);
        if (barred != null) throw new ForbiddenException(barred);
        ReportStatus status = status(report);
        if (status.state() != ReportStatus.State.WAITING) {
            throw BadInput.state(
                    BadInput.Code.ALREADY_DONE,
                    "report",
                    id + " waits for nobody: " + status.words(),
                    "ask for a new one");
        }
        return report;
    }

    private static String said(String field, String words, boolean needed) {
        String said = words == null ? "" : words.strip();
        if (needed && said.isEmpty()) throw BadInput.of(field, "is missing", "say it in a sentence");
        if (said.length() > LONGEST) throw BadInput.of(field, "is longer than 4,000 letters", "shorten it");
        return said;
    }

    private @Nullable LocalDate day(String until, boolean needed) {
        if (until == null || until.isBlank()) {
            if (needed) throw BadInput.of("until", "is missing", "give the last day, like 2027-03-31");
            return null;
        }
        try {
            LocalDate day = LocalDate.parse(until);
            if (day.isBefore(today())) {
                throw BadInput.of("until", "is " + until + ", which is over", "give a later day");
            }
            return day;
        } catch (DateTimeParseException e) {
            throw BadInput.of("until", "is \"" + until + "\"", "give a day like 2027-03-31");
        }
    }

    /**
     * Accepts that a check fails.
     *
     * @throws BadInput if it does not fail, or reason or day are missing
     */
    @Transactional
    public void waive(long id, Check check, String reason, String until, String by, Set<String> roles) {
        Report report = toDecide(id, by, roles);
        boolean fails = EvidenceFile.evidence(report.evidence).judged().checks().stream()
                .anyMatch(c -> c.check() == check && !c.passes());
        if (!fails) throw BadInput.of("check", check.title() + " does not fail here", "waive only checks that fail");
        ReportAct act = ReportAct.of(id, ReportActKind.WAIVED, by, said("reason", reason, true), clock.instant());
        act.about = check.jsonName();
        act.until = day(until, true);
        act.persist();
        Trail.add(
                Trail.chain(report.briefId),
                by,
                Act.CHECK_WAIVED,
                subject(id),
                check.title() + " until " + act.until + ": " + act.words);
    }

    /** @throws BadInput if a check fails that is not waived */
    @Transactional
    public void approve(long id, String words, String condition, String until, String by, Set<String> roles) {
        Report report = toDecide(id, by, roles);
        List<String> open = open(report);
        if (!open.isEmpty()) {
            throw BadInput.state(
                    BadInput.Code.NOT_READY,
                    "checks",
                    "fail: " + String.join(", ", open),
                    "waive each with a reason and a day, or return the report");
        }
        ReportAct act = ReportAct.of(id, ReportActKind.APPROVED, by, said("words", words, false), clock.instant());
        act.condition = said("condition", condition, false);
        act.until = day(until, false);
        act.persist();
        Trail.add(
                Trail.chain(report.briefId),
                by,
                Act.REPORT_APPROVED,
                subject(id),
                (act.condition.isEmpty() ? "without condition" : "on condition: " + act.condition)
                        + (act.until == null ? "" : ", until " + act.until)
                        + (act.words.isEmpty() ? "" : ". " + act.words));
    }

    /** Titles of checks that fail and are not waived. */
    private List<String> open(Report report) {
        Set<String> waived = ReportStatus.waived(acts(report.id), today());
        return EvidenceFile.evidence(report.evidence).judged().checks().stream()
                .filter(c -> !c.passes() && !waived.contains(c.check().jsonName()))
                .map(CheckResult::title)
                .toList();
    }

    /** @throws BadInput without a word or a remark */
    @Transactional
    void giveBack(long id, String words, List<ReportAct.Remark> remarks, String by, Set<String> roles) {
        Report report = toDecide(id, by, roles);
        List<ReportAct.Remark> kept = new ArrayList<>();
        for (ReportAct.Remark r : remarks == null ? List.<ReportAct.Remark>of() : remarks) {
            if (r.paragraph() == null) throw BadInput.of("remark", "says not on which chapter", "name its chapter");
            kept.add(new ReportAct.Remark(r.paragraph(), said("remark", r.words(), true)));
        }
        ReportAct act =
                ReportAct.of(id, ReportActKind.RETURNED, by, said("words", words, kept.isEmpty()), clock.instant());
        act.remarks = kept;
        act.persist();
        String told =
                kept.stream().map(r -> r.paragraph().title() + ": " + r.words()).collect(Collectors.joining("; "));
        Trail.add(
                Trail.chain(report.briefId),
                by,
                Act.REPORT_RETURNED,
                subject(id),
                act.words + (told.isEmpty() ? "" : (act.words.isEmpty() ? "" : " ") + told));
    }

    /**
     * Takes a report out of force.
     *
     * @throws ForbiddenException unless they issued it, or may approve, or administer
     */
    @Transactional
    void withdraw(long id, String reason, String by, Set<String> roles) {
        Report report = Report.findById(id, LockModeType.PESSIMISTIC_WRITE);
        if (report == null) throw new NotFoundException("there is no report " + id);
        boolean may =
                report.issuedBy.equals(by) || roles.contains(Account.APPROVER) || roles.contains(Account.ADMINISTRATOR);
        if (!may) throw new ForbiddenException("Its author, an approver or the administrator withdraws a report.");
        if (status(report).state() == ReportStatus.State.WITHDRAWN) {
            throw BadInput.state(
                    BadInput.Code.ALREADY_DONE, "report", id + " is withdrawn already", "nothing is left to do");
        }
        String why = said("reason", reason, true);
        ReportAct.of(id, ReportActKind.WITHDRAWN, by, why, clock.instant()).persist();
        Trail.add(Trail.chain(report.briefId), by, Act.REPORT_WITHDRAWN, subject(id), why);
    }
}
