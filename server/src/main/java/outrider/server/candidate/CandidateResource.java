package outrider.server.candidate;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.DELETE;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.QueryParam;
import java.util.List;
import outrider.server.account.Account;

/** A brief's candidates, and each one's own page. */
@Path("/candidates")
public class CandidateResource {
    private final Candidates candidates;
    private final FitWork work;
    private final SecurityIdentity identity;

    CandidateResource(Candidates candidates, FitWork work, SecurityIdentity identity) {
        this.candidates = candidates;
        this.work = work;
        this.identity = identity;
    }

    @GET
    @Transactional
    public List<CandidateView> list(@QueryParam("brief") long brief) {
        return candidates.of(brief).stream().map(CandidateView::of).toList();
    }

    @POST
    @RolesAllowed(Account.ANALYST)
    public CandidateView make(@QueryParam("brief") long brief, Candidates.Wanted wanted) {
        Candidate candidate =
                candidates.make(brief, wanted, identity.getPrincipal().getName());
        work.enqueue(candidate.id);
        return CandidateView.of(candidate);
    }

    @POST
    @Path("/{id}/stop")
    @RolesAllowed(Account.ANALYST)
    public CandidateView stop(long id) {
        return CandidateView.of(candidates.stop(id));
    }

    @DELETE
    @Path("/{id}")
    @RolesAllowed(Account.ANALYST)
    public void delete(long id) {
        candidates.delete(id);
    }

    @GET
    @Path("/{id}/learnt")
    @Transactional
    public CandidateView.Learnt learnt(long id) {
        return CandidateView.Learnt.of(candidates.model(candidates.get(id)));
    }
}
