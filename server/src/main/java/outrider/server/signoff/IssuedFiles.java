package outrider.server.signoff;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import java.nio.charset.StandardCharsets;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import outrider.base.BadInput;
import outrider.casefile.Check;
import outrider.casefile.EvidenceFile;
import outrider.report.Approval;
import outrider.report.HtmlReport;
import outrider.server.trail.ReportActKind;
import outrider.server.trail.Trail;

/** An issued report as it leaves: its page and its evidence, with what was said to it. */
@ApplicationScoped
class IssuedFiles {
    private final SignOff signOff;
    private final ReportStatuses statuses;
    private final Trail trail;

    IssuedFiles(SignOff signOff, ReportStatuses statuses, Trail trail) {
        this.signOff = signOff;
        this.statuses = statuses;
        this.trail = trail;
    }

    /** What was said to a report, for its page. */
    private static Approval approval(ReportAct a) {
        String act =
                a.act == ReportActKind.APPROVED && !a.condition.isEmpty() ? "approved under a condition" : a.act.word();
        String about = a.about.isEmpty() ? "" : Check.named(a.about).title();
        String remarks = a.remarks == null
                ? ""
                : a.remarks.stream()
                        .map(r -> r.paragraph().title() + ": " + r.words())
                        .collect(Collectors.joining(" "));
        String words = Stream.of(a.words, a.condition, remarks)
                .filter(text -> !text.isEmpty())
                .collect(Collectors.joining(" "));
        return new Approval(act, about, a.byName, a.at.toString(), words, a.until == null ? null : a.until.toString());
    }

    /** The report's page as it stands. {@code fonts} brings its fonts along; the PDF has its own. */
    @ActivateRequestContext
    String html(long id, boolean fonts) {
        Report report = signOff.get(id);
        if (report.rendering == null) {
            throw BadInput.of("report", id + " was issued by an earlier version", "download its evidence");
        }
        return HtmlReport.complete(
                new String(report.rendering, StandardCharsets.UTF_8),
                signOff.acts(id).stream().map(IssuedFiles::approval).toList(),
                statuses.of(report).status().words(),
                fonts);
    }

    /** The evidence with signature and audit trail. */
    @ActivateRequestContext
    byte[] evidence(long id) {
        Report report = signOff.get(id);
        if (report.signature == null) return report.evidence;
        return EvidenceFile.write(report.evidence, report.signature, trail.of(Trail.chain(report.briefId)));
    }
}
