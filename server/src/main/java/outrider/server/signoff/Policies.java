package outrider.server.signoff;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.OptimisticLockException;
import jakarta.transaction.Transactional;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.CaseYaml;
import outrider.casefile.Policy;
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

    /** @param by and {@code at} are null for the one that comes with the program */
    public record PolicyView(
            int version,
            String text,
            @Nullable String by,
            @Nullable Instant at) {}

    /** A policy with its version. */
    record Current(int version, Policy policy) {}

    /** Newest first. */
    public List<PolicyView> all() {
        List<PolicyView> views = new ArrayList<>();
        for (PolicyVersion v : PolicyVersion.<PolicyVersion>list("order by version desc")) {
            views.add(new PolicyView(v.version, v.text, v.byName, v.at));
        }
        views.add(new PolicyView(1, CaseYaml.shippedPolicy(), null, null));
        return views;
    }

    Current current() {
        PolicyView newest = all().get(0);
        return new Current(newest.version(), CaseYaml.readPolicy(newest.text()));
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
        return new PolicyView(next.version, next.text, next.byName, next.at);
    }
}
