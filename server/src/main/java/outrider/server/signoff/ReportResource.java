package outrider.server.signoff;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.Response;
import java.util.List;
import outrider.casefile.Check;
import outrider.server.account.Account;
import outrider.server.web.Attachment;

/** Issued reports: read as page, file, PDF and evidence; waived, approved, returned, withdrawn. */
@Path("/reports")
public class ReportResource {
    private final SignOff signOff;
    private final ReportViews views;
    private final IssuedFiles files;
    private final Printer printer;
    private final SecurityIdentity identity;

    ReportResource(SignOff signOff, ReportViews views, IssuedFiles files, Printer printer, SecurityIdentity identity) {
        this.files = files;
        this.printer = printer;
        this.signOff = signOff;
        this.views = views;
        this.identity = identity;
    }

    /**
     * Why a check need not pass, and until when.
     *
     * @param until the last day, ISO
     */
    public record Waiver(String check, String reason, String until) {}

    /**
     * What an approver says, on which condition and until which day.
     *
     * @param condition and {@code until}: null for none
     */
    public record ApprovalWords(String words, String condition, String until) {}

    /** Why a report goes back, with remarks at its paragraphs. */
    public record ReturnWords(String words, List<ReportAct.Remark> remarks) {}

    /** Why somebody does it. */
    public record Reason(String reason) {}

    private String me() {
        return identity.getPrincipal().getName();
    }

    @GET
    public List<ReportViews.ReportHead> list(@QueryParam("brief") long brief) {
        return views.of(brief);
    }

    @GET
    @Path("/waiting")
    public List<ReportViews.ReportHead> waiting() {
        return views.waiting();
    }

    @GET
    @Path("/{id}")
    public ReportViews.ReportView get(long id) {
        return views.view(id);
    }

    @POST
    @Path("/{id}/waive")
    @RolesAllowed(Account.APPROVER)
    public ReportViews.ReportView waive(long id, Waiver waiver) {
        signOff.waive(id, Check.named(waiver.check()), waiver.reason(), waiver.until(), me(), identity.getRoles());
        return get(id);
    }

    @POST
    @Path("/{id}/approve")
    @RolesAllowed(Account.APPROVER)
    public ReportViews.ReportView approve(long id, ApprovalWords said) {
        signOff.approve(id, said.words(), said.condition(), said.until(), me(), identity.getRoles());
        return get(id);
    }

    @POST
    @Path("/{id}/return")
    @RolesAllowed(Account.APPROVER)
    public ReportViews.ReportView giveBack(long id, ReturnWords said) {
        signOff.giveBack(id, said.words(), said.remarks(), me(), identity.getRoles());
        return get(id);
    }

    @POST
    @Path("/{id}/withdraw")
    @RolesAllowed({Account.ANALYST, Account.APPROVER, Account.ADMINISTRATOR})
    public ReportViews.ReportView withdraw(long id, Reason reason) {
        signOff.withdraw(id, reason.reason(), me(), identity.getRoles());
        return get(id);
    }

    /** @param inside whether a page of this application shows it, which has the fonts */
    @GET
    @Path("/{id}/page")
    @Produces("text/html;charset=UTF-8")
    public String page(long id, @QueryParam("inside") boolean inside) {
        return files.html(id, !inside);
    }

    @GET
    @Path("/{id}/report.html")
    @Produces("text/html;charset=UTF-8")
    public Response html(long id) {
        return Attachment.of(files.html(id, true), "sign-off-" + id + ".html");
    }

    @GET
    @Path("/{id}/report.pdf")
    @Produces("application/pdf")
    public Response pdf(long id) {
        return Attachment.of(printer.pdf(files.html(id, false)), "sign-off-" + id + ".pdf");
    }

    @GET
    @Path("/{id}/evidence.json")
    @Produces("application/json")
    public Response evidence(long id) {
        return Attachment.of(files.evidence(id), "evidence-" + id + ".json");
    }
}
