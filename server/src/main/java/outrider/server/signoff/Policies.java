package outrider.server.signoff;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.OptimisticLockException;
import jakarta.transaction.Transactional;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.CaseYaml;
import outrider.casefile.Check;
import outrider.casefile.Policy;
import outrider.casefile.PolicyText;
import outrider.server.trail.Act;
import outrider.server.trail.Trail;

/** What reports are held against, in versions; the first comes with the program. */
@ApplicationScoped
public class Policies {
    private static final int LONGEST = 20_000;

    private final Clock clock;

    Policies(Clock clock) {
        this.clock = clock;
    }

    /**
     * A version of the policy.
     *
     * @param checks all that there are, demanded or not
     * @param by and {@code at} are null for the one that comes with the program
     */
    public record PolicyView(
            int version,
            String name,
            String text,
            List<Demand> checks,
            @Nullable String by,
            @Nullable Instant at) {
        static PolicyView of(int version, String text, @Nullable String by, @Nullable Instant at) {
            Policy policy = CaseYaml.readPolicy(text);
            List<Demand> checks =
                    Check.all().stream().map(check -> Demand.of(check, policy)).toList();
            return new PolicyView(version, policy.name(), text, checks, by, at);
        }
    }

    /**
     * A check, and what a policy asks of it.
     *
     * @param sentence what it asks for, with its limits by name in braces
     * @param demanded whether the policy has it; its limits are those to begin with where it has not
     */
    public record Demand(String check, String title, String sentence, boolean demanded, List<Check.Limit> limits) {
        static Demand of(Check check, Policy policy) {
            Map<String, Double> given = policy.checks().get(check);
            List<Check.Limit> limits = check.limits().stream()
                    .map(l -> new Check.Limit(l.name(), given == null ? l.value() : given.get(l.name())))
                    .toList();
            return new Demand(check.jsonName(), check.title(), check.demand(), given != null, limits);
        }
    }

    /** A policy with its version. */
    record Current(int version, Policy policy) {}

    /** Newest first. */
    public List<PolicyView> all() {
        List<PolicyView> views = new ArrayList<>();
        for (PolicyVersion v : PolicyVersion.<PolicyVersion>list("order by version desc")) {
            views.add(PolicyView.of(v.version, v.text, v.byName, v.at));
        }
        views.add(PolicyView.of(1, PolicyText.of(Policy.shipped()), null, null));
        return views;
    }

    Current current() {
        PolicyView newest = all().get(0);
        return new Current(newest.version(), CaseYaml.readPolicy(newest.text()));
    }

    /** Whether the policy that holds now has a check. */
    public boolean demands(Check check) {
        return current().policy().checks().containsKey(check);
    }

    /**
     * Keeps a new version.
     *
     * @param basedOn the version that the editor saw
     * @throws BadInput naming what is wrong with it
     */
    @Transactional
    public PolicyView save(String text, int basedOn, String by) {
        PolicyView newest = all().get(0);
        if (newest.version() != basedOn) throw new OptimisticLockException();
        if (text == null || text.length() > LONGEST)
            throw BadInput.of("policy", "is missing or too long", "shorten it");
        Policy policy = CaseYaml.readPolicy(text);
        if (text.equals(newest.text())) return newest;
        PolicyVersion next = new PolicyVersion();
        next.version = basedOn + 1;
        next.text = text;
        next.byName = by;
        next.at = clock.instant();
        next.persist();
        Trail.house(Act.POLICY_CHANGED, policy.name(), "version " + next.version + "\n" + text);
        return PolicyView.of(next.version, next.text, next.byName, next.at);
    }
}
