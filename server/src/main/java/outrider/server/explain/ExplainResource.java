package outrider.server.explain;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.server.account.Account;
import outrider.server.work.WorkQueue;

/** Importance of columns, and how the score goes with them. */
@Path("/candidates/{candidate}/explanations")
public class ExplainResource {
    private final Explanations explanations;
    private final WorkQueue queue;
    private final SecurityIdentity identity;

    ExplainResource(Explanations explanations, WorkQueue queue, SecurityIdentity identity) {
        this.explanations = explanations;
        this.queue = queue;
        this.identity = identity;
    }

    /**
     * What is asked: a measure for importance, or one or two columns for dependence.
     *
     * @param columns null for none
     */
    public record Asked(
            @Nullable ImportanceMeasure measure, @Nullable List<String> columns) {}

    /** Asks, or finds what was asked before. */
    @POST
    @RolesAllowed(Account.ANALYST)
    public Explanations.ExplanationView ask(long candidate, Asked asked) {
        Explanation.Plan plan =
                new Explanation.Plan(asked.measure(), asked.columns() == null ? List.of() : asked.columns());
        Explanation found =
                explanations.ask(candidate, plan, identity.getPrincipal().getName());
        if (found.active()) queue.enqueue(ExplainWork.NAME, found.id);
        return explanations.view(found);
    }

    @GET
    @Path("/{id}")
    public Explanations.ExplanationView of(long candidate, long id) {
        return explanations.view(explanations.get(candidate, id));
    }

    @POST
    @Path("/{id}/stop")
    @RolesAllowed(Account.ANALYST)
    public void stop(long candidate, long id) {
        explanations.stop(candidate, id);
    }
}
