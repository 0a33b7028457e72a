package outrider.server.schedule;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.QueryParam;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.server.account.Account;
import outrider.server.work.WorkQueue;

/** Lists that are scored by themselves. */
@Path("/schedules")
public class ScheduleResource {
    private final Schedules schedules;
    private final Places places;
    private final WorkQueue queue;
    private final SecurityIdentity identity;

    ScheduleResource(Schedules schedules, Places places, WorkQueue queue, SecurityIdentity identity) {
        this.schedules = schedules;
        this.places = places;
        this.queue = queue;
        this.identity = identity;
    }

    /**
     * What is to be scored by itself.
     *
     * @param hour of the day, UTC; null as soon as a list comes
     * @param reasons for each record; null for none
     * @param followed whether each list becomes a batch of the release that scored it; null for no
     */
    public record NewSchedule(
            String place,
            @Nullable Integer hour,
            @Nullable Integer reasons,
            @Nullable Boolean followed) {}

    /**
     * The schedules of a brief, and the places that the administrator named.
     *
     * @param places that have been named for lists and that this brief may use
     */
    public record SchedulesView(List<Schedules.ScheduleView> schedules, List<String> places) {}

    @GET
    public SchedulesView of(@QueryParam("brief") long brief) {
        return new SchedulesView(schedules.of(brief), places.names(brief));
    }

    @POST
    @RolesAllowed(Account.ANALYST)
    public SchedulesView make(@QueryParam("brief") long brief, NewSchedule wanted) {
        int reasons = wanted.reasons() == null ? 0 : wanted.reasons();
        schedules.make(
                brief,
                wanted.place(),
                wanted.hour(),
                reasons,
                Boolean.TRUE.equals(wanted.followed()),
                identity.getPrincipal().getName());
        return of(brief);
    }

    @POST
    @Path("/{id}/end")
    @RolesAllowed(Account.ANALYST)
    public void end(long id) {
        schedules.end(id, identity.getPrincipal().getName());
    }

    /** Tries the lists again that failed. */
    @POST
    @Path("/{id}/again")
    @RolesAllowed(Account.ANALYST)
    public void again(long id) {
        schedules.get(id);
        for (Long run : schedules.again(id, null)) queue.enqueue(ScheduleWork.NAME, run);
    }
}
