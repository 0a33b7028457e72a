package outrider.server.signoff;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.PUT;
import jakarta.ws.rs.Path;
import java.util.List;
import outrider.server.account.Account;

/** The policy, read by all, changed by the administrator. */
@Path("/policy")
public class PolicyResource {
    private final Policies policies;
    private final SecurityIdentity identity;

    PolicyResource(Policies policies, SecurityIdentity identity) {
        this.policies = policies;
        this.identity = identity;
    }

    public record NewPolicy(String text, int basedOn) {}

    @GET
    @Transactional
    public List<Policies.PolicyView> all() {
        return policies.all();
    }

    @PUT
    @RolesAllowed(Account.ADMINISTRATOR)
    public Policies.PolicyView save(NewPolicy wanted) {
        return policies.save(
                wanted.text(), wanted.basedOn(), identity.getPrincipal().getName());
    }
}
