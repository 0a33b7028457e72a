package outrider.server.candidate;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.DELETE;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.PATCH;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.QueryParam;
import java.time.Clock;
import java.util.List;
import outrider.server.account.Account;
import outrider.server.work.WorkQueue;
import outrider.server.work.WorkStatus;

/** A brief's candidates, and each one's own page. */
@Path("/candidates")
public class CandidateResource {
    private final Candidates candidates;
    private final NewCandidates made;
    private final CandidateDetails details;
    private final WorkQueue queue;
    private final SecurityIdentity identity;
    private final Clock clock;

    CandidateResource(
            Candidates candidates,
            NewCandidates made,
            CandidateDetails details,
            WorkQueue queue,
            SecurityIdentity identity,
            Clock clock) {
        this.candidates = candidates;
        this.made = made;
        this.details = details;
        this.queue = queue;
        this.identity = identity;
        this.clock = clock;
    }

    private CandidateView view(Candidate candidate) {
        return CandidateView.of(candidate, null, clock.instant());
    }

    @GET
    @Path("/kinds")
    public List<KindView> kinds() {
        return KindView.all();
    }

    @GET
    public List<CandidateView> list(@QueryParam("brief") long brief) {
        List<Candidate> all = candidates.of(brief);
        boolean waiting = all.stream().anyMatch(c -> c.status == WorkStatus.WAITING);
        String ahead = waiting ? candidates.ahead(brief) : null;
        return all.stream()
                .map(c -> CandidateView.of(c, ahead, clock.instant()))
                .toList();
    }

    /** Deleted ones, the last deleted first. */
    @GET
    @Path("/deleted")
    public List<CandidateView> deleted(@QueryParam("brief") long brief) {
        return candidates.deleted(brief).stream().map(this::view).toList();
    }

    @POST
    @RolesAllowed(Account.ANALYST)
    public CandidateView make(@QueryParam("brief") long brief, NewCandidates.Wanted wanted) {
        long id = made.make(brief, wanted, identity.getPrincipal().getName()).id;
        queue.enqueue(FitWork.NAME, id);
        return one(id);
    }

    /** Every kind as it comes that is not there yet, the fastest first; gives those that were made. */
    @POST
    @Path("/all")
    @RolesAllowed(Account.ANALYST)
    public List<CandidateView> makeAll(@QueryParam("brief") long brief) {
        List<Long> ids = made.makeAll(brief, identity.getPrincipal().getName());
        for (long id : ids) queue.enqueue(FitWork.NAME, id);
        return ids.stream().map(this::one).toList();
    }

    @GET
    @Path("/{id}")
    public CandidateView one(long id) {
        return view(candidates.get(id));
    }

    @PATCH
    @Path("/{id}")
    @RolesAllowed(Account.ANALYST)
    @Transactional
    public CandidateView remark(long id, Candidates.Remarks remarks) {
        return view(candidates.remark(id, remarks));
    }

    @POST
    @Path("/{id}/stop")
    @RolesAllowed(Account.ANALYST)
    @Transactional
    public CandidateView stop(long id) {
        return view(candidates.stop(id));
    }

    @DELETE
    @Path("/{id}")
    @RolesAllowed(Account.ANALYST)
    public void delete(long id) {
        candidates.delete(id);
    }

    @POST
    @Path("/{id}/restore")
    @RolesAllowed(Account.ANALYST)
    @Transactional
    public CandidateView restore(long id) {
        return view(candidates.restore(id));
    }

    @GET
    @Path("/{id}/summary")
    public ModelSummary summary(long id) {
        return ModelSummary.of(candidates.model(candidates.get(id)));
    }

    @GET
    @Path("/{id}/preparation")
    public List<CandidateDetails.Prepared> preparation(long id) {
        return details.prepared(id);
    }

    /** @param number from 1, of training or validation */
    @GET
    @Path("/{id}/records/{number}")
    public CandidateDetails.RecordView record(long id, int number) {
        return details.record(id, number);
    }

    @GET
    @Path("/{id}/leaf")
    public CandidateDetails.LeafView leaf(long id, @QueryParam("node") int node) {
        return details.leaf(id, node);
    }
}
