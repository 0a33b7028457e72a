package outrider.server.endpoint;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.PUT;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.QueryParam;
import java.io.IOException;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.server.account.Account;

/** Keys of the endpoint, and what was asked by them. */
@Path("/score-keys")
public class ScoreKeyResource {
    private static final int EACH_SECOND = 200;

    private final ScoreKeys keys;
    private final ScoreCounts counts;
    private final KeptRequests kept;
    private final SecurityIdentity identity;

    ScoreKeyResource(ScoreKeys keys, ScoreCounts counts, KeptRequests kept, SecurityIdentity identity) {
        this.kept = kept;
        this.keys = keys;
        this.counts = counts;
        this.identity = identity;
    }

    /**
     * A key of the endpoint to be made.
     *
     * @param perMinute requests; null for 200 a second
     */
    public record NewScoreKey(String name, @Nullable Integer perMinute) {}

    /** A key as it is listed. */
    public record ScoreKeyView(
            long id,
            String name,
            String begins,
            int perMinute,
            String madeBy,
            Instant madeAt,
            @Nullable String revokedBy,
            @Nullable Instant revokedAt,
            @Nullable Instant usedAt) {
        static ScoreKeyView of(ScoreKey row) {
            return new ScoreKeyView(
                    row.id,
                    row.name,
                    row.begins,
                    row.perMinute,
                    row.madeBy,
                    row.madeAt,
                    row.revokedBy,
                    row.revokedAt,
                    row.usedAt);
        }
    }

    /**
     * A key that was made; its secret is shown this once.
     *
     * @param secret shown this once
     */
    public record ScoreKeyMade(ScoreKeyView view, String secret) {}

    /**
     * The keys of an endpoint, how much each was used, and whether requests are kept.
     *
     * @param counts of the last 30 days, the newest first
     */
    public record EndpointUse(
            List<ScoreKeyView> keys, List<ScoreCounts.DayCount> counts, KeptRequests.KeepingView keeping) {}

    @GET
    public EndpointUse of(@QueryParam("brief") long brief) {
        return new EndpointUse(
                keys.of(brief).stream().map(ScoreKeyView::of).toList(), counts.of(brief), kept.of(brief));
    }

    @POST
    @RolesAllowed(Account.ANALYST)
    public ScoreKeyMade make(@QueryParam("brief") long brief, NewScoreKey wanted) {
        int perMinute = wanted.perMinute() == null ? 60 * EACH_SECOND : wanted.perMinute();
        ScoreKeys.Made made = keys.make(
                brief, wanted.name(), perMinute, identity.getPrincipal().getName());
        return new ScoreKeyMade(ScoreKeyView.of(made.row()), made.key());
    }

    /** Whether what the endpoint is asked is kept from now on. */
    @PUT
    @Path("/keeping")
    @RolesAllowed(Account.ANALYST)
    public EndpointUse keeping(@QueryParam("brief") long brief, @QueryParam("on") boolean on) {
        kept.keeping(brief, on, identity.getPrincipal().getName());
        return of(brief);
    }

    /** Makes a batch of what was kept of a version. */
    @POST
    @Path("/kept/batch")
    @RolesAllowed(Account.ANALYST)
    public EndpointUse batch(@QueryParam("brief") long brief, @QueryParam("version") int version) throws IOException {
        kept.batch(brief, version, identity.getPrincipal().getName());
        return of(brief);
    }

    /** Keeps what was asked of a version no longer. */
    @POST
    @Path("/kept/discard")
    @RolesAllowed(Account.ANALYST)
    public EndpointUse discard(@QueryParam("brief") long brief, @QueryParam("version") int version) {
        kept.discard(brief, version, identity.getPrincipal().getName());
        return of(brief);
    }

    @POST
    @Path("/{id}/revoke")
    @RolesAllowed(Account.ANALYST)
    public ScoreKeyView revoke(long id) {
        return ScoreKeyView.of(keys.revoke(id, identity.getPrincipal().getName()));
    }
}
