package outrider.server.follow;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.Response;
import jakarta.ws.rs.core.StreamingOutput;
import java.io.IOException;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.server.account.Account;
import outrider.server.trail.Downloads;
import outrider.server.web.Attachment;
import outrider.server.work.WorkQueue;
import outrider.table.CsvTableWriter;

/** Whether a release is still what was signed: batches, and outcomes as they come. */
@Path("/follow")
public class FollowResource {
    private final Follows follows;
    private final Notices notices;
    private final NextBrief next;
    private final FollowWork work;
    private final Downloads downloads;
    private final WorkQueue queue;
    private final SecurityIdentity identity;

    FollowResource(
            Follows follows,
            Notices notices,
            NextBrief next,
            FollowWork work,
            Downloads downloads,
            WorkQueue queue,
            SecurityIdentity identity) {
        this.work = work;
        this.downloads = downloads;
        this.next = next;
        this.notices = notices;
        this.follows = follows;
        this.queue = queue;
        this.identity = identity;
    }

    /**
     * A file as a batch.
     *
     * @param day ISO, on which its records were decided on
     * @param version that scored them; null for the newest
     */
    public record NewFollowBatch(
            @Nullable String day, @Nullable Integer version) {}

    @GET
    public Follows.FollowView of(@QueryParam("brief") long brief) {
        return follows.of(brief);
    }

    @POST
    @RolesAllowed(Account.ANALYST)
    public Follows.FollowView make(
            @QueryParam("brief") long brief, @QueryParam("dataset") long dataset, NewFollowBatch wanted) {
        FollowBatch batch = follows.make(
                brief,
                dataset,
                wanted.day(),
                wanted.version(),
                identity.getPrincipal().getName());
        queue.enqueue(FollowWork.NAME, batch.id);
        return of(brief);
    }

    /** Outcomes that came later, a file with the identifier and the outcome. */
    @POST
    @Path("/{id}/outcomes")
    @RolesAllowed(Account.ANALYST)
    public Follows.FollowView outcomes(long id, @QueryParam("dataset") long dataset) {
        follows.outcomes(id, dataset, identity.getPrincipal().getName());
        queue.enqueue(FollowWork.NAME, id);
        return of(follows.get(id).briefId);
    }

    /** Outcomes that came twice and differ: identifier, the one before, and the one that counts. */
    @GET
    @Path("/{id}/contradictions.csv")
    @Produces("text/csv;charset=UTF-8")
    public Response contradictions(long id) {
        FollowWork.Contradictions found = work.contradictions(id);
        downloads.records(found.briefId(), "contradictory outcomes of batch " + id);
        StreamingOutput out = stream -> CsvTableWriter.write(found.table(), stream);
        return Attachment.of(out, "contradictory-outcomes-" + id + ".csv");
    }

    /** The brief's next revision, on this batch with the outcomes that arrived and the release's scores as one to beat. */
    @POST
    @Path("/{id}/next-brief")
    @RolesAllowed(Account.ANALYST)
    public NextBrief.Begun nextBrief(long id) throws IOException {
        return next.begin(id, identity.getPrincipal().getName());
    }

    /** The next revision on this batch, with what decides now as it stands and recalibrated on the outcomes that arrived. */
    @POST
    @Path("/{id}/recalibrate")
    @RolesAllowed(Account.ANALYST)
    public NextBrief.Begun recalibrate(long id) throws IOException {
        return next.recalibrate(id, identity.getPrincipal().getName());
    }

    /** What a notice is answered with. */
    public record NoticeAnswer(@Nullable String words) {}

    /** Open notices that wait for whoever asks, of all briefs. */
    @GET
    @Path("/notices")
    public List<Notices.NoticeView> waiting() {
        return notices.waiting();
    }

    /** Whoever it waits for answers it, or whoever may change the brief. */
    @POST
    @Path("/notices/{id}/answer")
    public List<Notices.NoticeView> answer(long id, NoticeAnswer said) {
        notices.answer(id, said.words());
        return notices.waiting();
    }
}
