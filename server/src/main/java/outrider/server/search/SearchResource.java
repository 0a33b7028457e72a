package outrider.server.search;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.QueryParam;
import java.util.List;
import outrider.server.account.Account;
import outrider.server.candidate.FitWork;
import outrider.server.work.WorkQueue;

/** Searches over kinds and settings. */
@Path("/searches")
public class SearchResource {
    private final Searches searches;
    private final WorkQueue queue;
    private final SecurityIdentity identity;

    SearchResource(Searches searches, WorkQueue queue, SecurityIdentity identity) {
        this.searches = searches;
        this.queue = queue;
        this.identity = identity;
    }

    /** The newest first. */
    @GET
    public List<Searches.SearchView> list(@QueryParam("brief") long brief) {
        return searches.of(brief).stream().map(searches::view).toList();
    }

    @POST
    @RolesAllowed(Account.ANALYST)
    public Searches.SearchView make(@QueryParam("brief") long brief, SearchRun.Plan plan) {
        return queued(searches.make(brief, plan, identity.getPrincipal().getName()).id);
    }

    @GET
    @Path("/{id}")
    public Searches.SearchView one(long id) {
        return searches.view(searches.get(id));
    }

    @POST
    @Path("/{id}/stop")
    @RolesAllowed(Account.ANALYST)
    public void stop(long id) {
        searches.stop(id);
    }

    /** Goes on where it was stopped; of the plan only the limits are read. */
    @POST
    @Path("/{id}/resume")
    @RolesAllowed(Account.ANALYST)
    public Searches.SearchView resume(long id, SearchRun.Plan limits) {
        return queued(searches.resume(id, limits).id);
    }

    private Searches.SearchView queued(long id) {
        queue.enqueue(SearchWork.NAME, id);
        return one(id);
    }

    /** Makes a candidate of a trial. */
    @POST
    @Path("/{id}/trials/{number}/keep")
    @RolesAllowed(Account.ANALYST)
    public long keep(long id, int number) {
        long candidate = searches.keep(id, number, identity.getPrincipal().getName()).id;
        queue.enqueue(FitWork.NAME, candidate);
        return candidate;
    }
}
