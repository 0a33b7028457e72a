package outrider.server.signoff;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.PUT;
import jakarta.ws.rs.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.CaseYaml;
import outrider.casefile.Check;
import outrider.casefile.Policy;
import outrider.casefile.PolicyText;
import outrider.server.account.Account;

/** The policy, read by all, changed by the administrator. */
@Path("/policy")
public class PolicyResource {
    private final Policies policies;
    private final PolicyTrial trials;
    private final SecurityIdentity identity;

    PolicyResource(Policies policies, PolicyTrial trials, SecurityIdentity identity) {
        this.policies = policies;
        this.trials = trials;
        this.identity = identity;
    }

    /**
     * A policy as text, or as a name with its checks and their limits.
     *
     * @param basedOn the version that the editor saw
     */
    public record NewPolicy(
            @Nullable String text,
            @Nullable String name,
            @Nullable Map<String, Map<String, Double>> checks,
            int basedOn) {}

    @GET
    public List<Policies.PolicyView> all() {
        return policies.all();
    }

    @PUT
    @RolesAllowed(Account.ADMINISTRATOR)
    public Policies.PolicyView save(NewPolicy wanted) {
        String text = wanted.text() == null ? PolicyText.of(read(wanted)) : wanted.text();
        return policies.save(text, wanted.basedOn(), identity.getPrincipal().getName());
    }

    /** What another policy would say of the reports that wait for a decision or an answer; keeps nothing. */
    @POST
    @Path("/trial")
    @RolesAllowed(Account.ADMINISTRATOR)
    public PolicyTrial.Trial trial(NewPolicy wanted) {
        return trials.of(wanted.text() == null ? read(wanted) : CaseYaml.readPolicy(wanted.text()));
    }

    private static Policy read(NewPolicy wanted) {
        if (wanted.checks() == null || wanted.name() == null) {
            throw BadInput.of("checks", "are missing", "send a text, or a name and checks");
        }
        Map<Check, Map<String, Double>> checks = new TreeMap<>();
        wanted.checks().forEach((name, limits) -> checks.put(Check.named(name), limits));
        return new Policy(Policy.FORMAT, wanted.name(), checks);
    }
}
