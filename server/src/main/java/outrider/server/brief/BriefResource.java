package outrider.server.brief;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.PUT;
import jakarta.ws.rs.Path;
import java.util.List;
import java.util.Map;
import outrider.server.account.Account;

/** Briefs, their columns and their split. */
@Path("/briefs")
public class BriefResource {
    private final Briefs briefs;
    private final SecurityIdentity identity;

    BriefResource(Briefs briefs, SecurityIdentity identity) {
        this.briefs = briefs;
        this.identity = identity;
    }

    public record NewBrief(long datasetId) {}

    public record NewSplit(List<Double> shares, long seed) {}

    @GET
    @Transactional
    public List<BriefView> list() {
        return Brief.<Brief>list("order by id desc").stream().map(briefs::view).toList();
    }

    @POST
    @RolesAllowed(Account.ANALYST)
    @Transactional
    public BriefView make(NewBrief wanted) {
        return briefs.view(
                briefs.make(wanted.datasetId(), identity.getPrincipal().getName()));
    }

    @GET
    @Path("/{id}")
    @Transactional
    public BriefView get(long id) {
        return briefs.view(briefs.get(id));
    }

    @PUT
    @Path("/{id}")
    @RolesAllowed(Account.ANALYST)
    public BriefView edit(long id, Briefs.Edit edit) {
        briefs.edit(id, edit);
        return get(id);
    }

    @GET
    @Path("/{id}/columns")
    @Transactional
    public List<ColumnView> columns(long id) {
        return briefs.columns(briefs.get(id));
    }

    @PUT
    @Path("/{id}/roles")
    @RolesAllowed(Account.ANALYST)
    public List<ColumnView> changeRoles(long id, Map<String, ColumnRole> changes) {
        briefs.changeRoles(id, changes);
        return columns(id);
    }

    @POST
    @Path("/{id}/split")
    @RolesAllowed(Account.ANALYST)
    public BriefView split(long id, NewSplit wanted) {
        briefs.split(id, wanted.shares(), wanted.seed());
        return get(id);
    }
}
