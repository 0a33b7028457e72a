package outrider.server.signoff;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.PUT;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.Response;
import java.util.Map;
import outrider.casefile.AuthorText;
import outrider.server.account.Account;
import outrider.server.brief.Briefs;
import outrider.server.web.Attachment;

/** The next report of a brief: written, looked at, and submitted. */
@Path("/sign-off/{brief}")
public class SignOffResource {
    private final Drafting drafting;
    private final SignOff signOff;
    private final ReportViews views;
    private final Briefs briefs;
    private final SecurityIdentity identity;

    SignOffResource(Drafting drafting, SignOff signOff, ReportViews views, Briefs briefs, SecurityIdentity identity) {
        this.drafting = drafting;
        this.signOff = signOff;
        this.views = views;
        this.briefs = briefs;
        this.identity = identity;
    }

    /**
     * What an author changes of a draft that was read in a version.
     *
     * @param answers by the number of the remark, from 0
     */
    public record DraftEdit(int version, AuthorText authorText, Map<String, String> answers) {}

    private String me() {
        return identity.getPrincipal().getName();
    }

    @GET
    public ReportViews.DraftView draft(long brief) {
        return views.draft(brief);
    }

    @PUT
    @RolesAllowed(Account.ANALYST)
    public ReportViews.DraftView write(long brief, DraftEdit edit) {
        drafting.save(brief, new Drafting.Edit(edit.version(), edit.authorText(), edit.answers()), me());
        return views.draft(brief);
    }

    /** @param inside whether a page of this application shows it, which has the fonts */
    @GET
    @Path("/preview")
    @Produces("text/html;charset=UTF-8")
    public String preview(long brief, @QueryParam("inside") boolean inside) {
        return drafting.preview(brief, !inside);
    }

    @POST
    @Path("/open-reserve")
    @RolesAllowed(Account.ANALYST)
    public ReportViews.DraftView open(long brief) {
        signOff.open(brief, me());
        return views.draft(brief);
    }

    @POST
    @Path("/submit")
    @RolesAllowed(Account.ANALYST)
    public ReportViews.ReportView submit(long brief) {
        drafting.ready(brief);
        return views.view(signOff.submit(brief, me()).id);
    }

    @GET
    @Path("/brief.yaml")
    @Produces("application/yaml")
    public Response yaml(long brief) {
        String name = briefs.get(brief).name.replaceAll("[^\\p{L}\\p{N}._-]+", "-");
        return Attachment.of(drafting.yaml(brief), name + ".yaml");
    }
}
