package outrider.server.signoff;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.Response;
import java.time.Instant;
import java.util.List;
import outrider.report.PdfReport;
import outrider.server.account.Account;

/** Reports: issued, read as page, file, PDF and evidence, approved or returned. */
@Path("/reports")
public class SignOffResource {
    private final SignOff signOff;
    private final SecurityIdentity identity;

    SignOffResource(SignOff signOff, SecurityIdentity identity) {
        this.signOff = signOff;
        this.identity = identity;
    }

    public record Act(String act, String by, Instant at, String words) {}

    /** {@code state} is the last act; {@code mine} whether the reader issued it. */
    public record ReportView(
            long id,
            long briefId,
            String sha256,
            String issuedBy,
            Instant issuedAt,
            String state,
            boolean mine,
            List<Act> acts) {}

    public record Words(String words) {}

    private ReportView view(Report report) {
        List<Act> acts = signOff.acts(report.id).stream()
                .map(a -> new Act(a.act, a.byName, a.at, a.words))
                .toList();
        return new ReportView(
                report.id,
                report.briefId,
                report.sha256,
                report.issuedBy,
                report.issuedAt,
                acts.get(acts.size() - 1).act(),
                report.issuedBy.equals(me()),
                acts);
    }

    private String me() {
        return identity.getPrincipal().getName();
    }

    @GET
    @Transactional
    public List<ReportView> list(@QueryParam("brief") long brief) {
        return signOff.of(brief).stream().map(this::view).toList();
    }

    @POST
    @RolesAllowed(Account.ANALYST)
    @Transactional
    public ReportView issue(@QueryParam("brief") long brief) {
        return view(signOff.issue(brief, me()));
    }

    @GET
    @Path("/{id}")
    @Transactional
    public ReportView get(long id) {
        return view(signOff.get(id));
    }

    @POST
    @Path("/{id}/approve")
    @RolesAllowed(Account.APPROVER)
    public ReportView approve(long id, Words words) {
        signOff.decide(id, ReportAct.APPROVED, me(), words.words());
        return get(id);
    }

    @POST
    @Path("/{id}/return")
    @RolesAllowed(Account.APPROVER)
    public ReportView giveBack(long id, Words words) {
        signOff.decide(id, ReportAct.RETURNED, me(), words.words());
        return get(id);
    }

    @GET
    @Path("/{id}/page")
    @Produces("text/html;charset=UTF-8")
    public String page(long id) {
        return signOff.html(id, true);
    }

    @GET
    @Path("/{id}/report.html")
    @Produces("text/html;charset=UTF-8")
    public Response html(long id) {
        return file(signOff.html(id, true), id, "html");
    }

    @GET
    @Path("/{id}/report.pdf")
    @Produces("application/pdf")
    public Response pdf(long id) {
        return file(PdfReport.of(signOff.html(id, false)), id, "pdf");
    }

    @GET
    @Path("/{id}/evidence.json")
    @Produces("application/json")
    @Transactional
    public Response evidence(long id) {
        return Response.ok(signOff.get(id).evidence)
                .header("Content-Disposition", "attachment; filename=\"evidence.json\"")
                .build();
    }

    private static Response file(Object content, long id, String ending) {
        return Response.ok(content)
                .header("Content-Disposition", "attachment; filename=\"sign-off-" + id + "." + ending + "\"")
                .build();
    }
}
