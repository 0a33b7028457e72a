package outrider.server.follow;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.Response;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.server.account.Account;
import outrider.server.signoff.Printer;
import outrider.server.web.Attachment;

/** Follow-up reports: issued, read as page, file, PDF and evidence, approved or returned. */
@Path("/follow/reports")
public class FollowReportResource {
    private final FollowReports reports;
    private final Printer printer;
    private final SecurityIdentity identity;

    FollowReportResource(FollowReports reports, Printer printer, SecurityIdentity identity) {
        this.identity = identity;
        this.reports = reports;
        this.printer = printer;
    }

    /**
     * A follow-up report to be issued.
     *
     * @param said what the author makes of it; null for nothing
     */
    public record NewFollowReport(@Nullable String said) {}

    /**
     * What somebody decides on a follow-up report.
     *
     * @param words null for none, where it is approved
     */
    public record FollowDecision(@Nullable String words) {}

    @GET
    public List<FollowReports.FollowReportView> list(@QueryParam("brief") long brief) {
        return reports.of(brief);
    }

    /** Those that wait for whoever asks, of all briefs. */
    @GET
    @Path("/waiting")
    public List<FollowReports.FollowReportView> waiting() {
        return reports.waiting();
    }

    @POST
    @RolesAllowed(Account.ANALYST)
    public FollowReports.FollowReportView issue(@QueryParam("brief") long brief, NewFollowReport wanted) {
        return reports.issue(brief, wanted.said(), identity.getPrincipal().getName());
    }

    /** As it would be issued now, without words. */
    @GET
    @Path("/draft")
    @Produces("text/html;charset=UTF-8")
    public String draft(@QueryParam("brief") long brief) {
        return reports.draft(brief);
    }

    @GET
    @Path("/{id}")
    public FollowReports.FollowReportView get(long id) {
        return reports.view(id);
    }

    @POST
    @Path("/{id}/approve")
    @RolesAllowed(Account.APPROVER)
    public FollowReports.FollowReportView approve(long id, FollowDecision said) {
        return reports.decide(id, FollowReportAct.Kind.APPROVED, said.words());
    }

    @POST
    @Path("/{id}/return")
    @RolesAllowed(Account.APPROVER)
    public FollowReports.FollowReportView giveBack(long id, FollowDecision said) {
        return reports.decide(id, FollowReportAct.Kind.RETURNED, said.words());
    }

    /** For a page of this application, which has the fonts. */
    @GET
    @Path("/{id}/page")
    @Produces("text/html;charset=UTF-8")
    public String page(long id) {
        return reports.html(id, false);
    }

    @GET
    @Path("/{id}/follow-up.html")
    @Produces("text/html;charset=UTF-8")
    public Response html(long id) {
        return Attachment.of(reports.html(id, true), "follow-up-" + id + ".html");
    }

    @GET
    @Path("/{id}/follow-up.pdf")
    @Produces("application/pdf")
    public Response pdf(long id) {
        return Attachment.of(printer.pdf(reports.html(id, false)), "follow-up-" + id + ".pdf");
    }

    @GET
    @Path("/{id}/follow-up.json")
    @Produces("application/json")
    public Response evidence(long id) {
        return Attachment.of(reports.evidence(id), "follow-up-" + id + ".json");
    }
}
