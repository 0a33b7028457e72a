package outrider.server.home;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.ws.rs.DefaultValue;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.QueryParam;
import outrider.server.account.Account;

/** The list of briefs. */
@Path("/briefs")
public class HomeResource {
    private final Home home;
    private final SecurityIdentity identity;

    HomeResource(Home home, SecurityIdentity identity) {
        this.home = home;
        this.identity = identity;
    }

    /** Newest first; {@code mine} for those that the caller owns, {@code open} for those that wait for something. */
    @GET
    public Home.BriefPage list(
            @QueryParam("find") @DefaultValue("") String find,
            @QueryParam("mine") boolean mine,
            @QueryParam("open") boolean open,
            @QueryParam("from") int from,
            @QueryParam("size") @DefaultValue("50") int size) {
        String who = identity.getPrincipal().getName();
        return home.page(find, mine ? who : "", who, identity.hasRole(Account.APPROVER), open, from, size);
    }
}
