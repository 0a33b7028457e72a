package outrider.server.signoff;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.ForbiddenException;
import jakarta.ws.rs.NotFoundException;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.List;
import outrider.base.BadInput;
import outrider.report.Approval;
import outrider.report.Evidence;
import outrider.report.EvidenceFile;
import outrider.report.HtmlReport;
import outrider.server.brief.Brief;
import outrider.server.brief.Briefs;
import outrider.server.comparison.Comparisons;
import outrider.server.comparison.Cut;
import outrider.split.SealOpening;

/** Issuing reports, and what others say to them. */
@ApplicationScoped
public class SignOff {
    private static final DateTimeFormatter WHEN =
            DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm 'UTC'").withZone(ZoneOffset.UTC);

    private final Briefs briefs;
    private final Comparisons comparisons;
    private final EvidenceMaker maker;

    SignOff(Briefs briefs, Comparisons comparisons, EvidenceMaker maker) {
        this.briefs = briefs;
        this.comparisons = comparisons;
        this.maker = maker;
    }

    /**
     * Opens the reserve for the brief's cut, if it is not open yet, and keeps the evidence.
     *
     * @throws BadInput if there is no cut, or the reserve was opened for another candidate or cut
     */
    @Transactional
    public Report issue(long briefId, String by) {
        Brief brief = briefs.get(briefId);
        Cut cut = comparisons.cut(briefId);
        Seal seal = open(briefId, cut, by);
        SealOpening opening = new SealOpening(seal.openedBy, seal.openedAt, cut.candidateId.toString(), cut.records);
        Instant now = Instant.now();
        Evidence evidence = maker.make(brief, cut, opening, by, WHEN.format(now), WHEN.format(seal.openedAt));
        Report report = new Report();
        report.briefId = briefId;
        report.evidence = EvidenceFile.write(evidence);
        report.sha256 = EvidenceFile.sha256(report.evidence);
        report.issuedBy = by;
        report.issuedAt = now;
        report.persist();
        add(report.id, ReportAct.ISSUED, by, "");
        return report;
    }

    private static Seal open(long briefId, Cut cut, String by) {
        Seal seal = Seal.findById(briefId);
        if (seal == null) {
            seal = new Seal();
            seal.briefId = briefId;
            seal.candidateId = cut.candidateId;
            seal.cutRecords = cut.records;
            seal.openedBy = by;
            seal.openedAt = Instant.now();
            seal.persist();
        } else if (!seal.candidateId.equals(cut.candidateId) || seal.cutRecords != cut.records) {
            throw BadInput.of(
                    "reserve",
                    "was opened by " + seal.openedBy + " for another candidate or cut and cannot confirm this one",
                    "go back to that candidate and cut, or make a new brief with records nobody has seen");
        }
        return seal;
    }

    private static void add(long reportId, String act, String by, String words) {
        ReportAct row = new ReportAct();
        row.reportId = reportId;
        row.act = act;
        row.byName = by;
        row.at = Instant.now();
        row.words = words;
        row.persist();
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

    /**
     * Approves or returns.
     *
     * @throws ForbiddenException if {@code by} issued the report
     * @throws BadInput if it was decided before, or is returned without words
     */
    @Transactional
    public void decide(long id, String act, String by, String words) {
        Report report = Report.findById(id, jakarta.persistence.LockModeType.PESSIMISTIC_WRITE);
        if (report == null) throw new NotFoundException("there is no report " + id);
        if (report.issuedBy.equals(by)) {
            throw new ForbiddenException("Whoever issued a report cannot decide on it; another approver has to.");
        }
        List<ReportAct> acts = acts(id);
        ReportAct last = acts.get(acts.size() - 1);
        if (!last.act.equals(ReportAct.ISSUED)) {
            throw BadInput.of("report", "was " + last.act + " by " + last.byName, "ask for a new report");
        }
        String said = words == null ? "" : words.strip();
        if (act.equals(ReportAct.RETURNED) && said.isEmpty()) {
            throw BadInput.of("words", "are missing", "say what has to change");
        }
        if (said.length() > 4000) throw BadInput.of("words", "are longer than 4,000 letters", "shorten them");
        add(id, act, by, said);
    }

    /** The report's page. {@code forBrowser} brings its fonts along; the PDF has its own. */
    @Transactional
    public String html(long id, boolean forBrowser) {
        Report report = get(id);
        List<Approval> approvals = acts(id).stream()
                .map(a -> new Approval(a.act, a.byName, WHEN.format(a.at), a.words))
                .toList();
        return forBrowser
                ? HtmlReport.standalone(report.evidence, approvals)
                : HtmlReport.render(report.evidence, approvals);
    }
}
