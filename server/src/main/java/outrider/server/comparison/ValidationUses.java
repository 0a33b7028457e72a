package outrider.server.comparison;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import jakarta.transaction.Transactional;
import java.time.Clock;
import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import outrider.casefile.Sha256;
import outrider.server.account.Account;
import outrider.server.brief.Brief;
import outrider.server.candidate.Candidates;
import outrider.server.trail.Act;
import outrider.server.trail.Trail;

/** Counts how often validation is used to choose, and what that costs (METHODS section 6). */
@ApplicationScoped
public class ValidationUses {
    private final Candidates candidates;
    private final EntityManager database;
    private final SecurityIdentity identity;

    private final Clock clock;

    ValidationUses(Candidates candidates, EntityManager database, SecurityIdentity identity, Clock clock) {
        this.clock = clock;
        this.candidates = candidates;
        this.database = database;
        this.identity = identity;
    }

    /**
     * Counts a look at each candidate, and one for the brief where something is new to this person since their last. Whoever cannot
     * change the brief chooses nothing by looking; their looks are not counted.
     */
    @Transactional
    public void looked(Brief brief, Comparisons.Compared compared) {
        List<Long> ids = compared.candidates().stream().map(c -> c.id).toList();
        if (ids.isEmpty() || !identity.hasRole(Account.ANALYST)) return;
        String news =
                Sha256.of(ids + brief.stakes.toString() + brief.campaign.plannedRate() + brief.campaign.capacity());
        if (isKnown(brief, news)) return;
        // two at the same moment are one look
        database.find(Brief.class, brief.id, LockModeType.PESSIMISTIC_WRITE);
        if (isKnown(brief, news)) return;
        candidates.look(ids);
        add(brief.id, ValidationUse.Use.LOOKED, compared(compared), news);
        Trail.brief(
                brief.id,
                Act.LOOKED,
                ids.size() + " candidates",
                compared.candidates().stream().map(c -> c.name).collect(Collectors.joining(", ")));
    }

    private boolean isKnown(Brief brief, String news) {
        ValidationUse last = ValidationUse.find(
                        "briefId = ?1 and act = ?2 and byName = ?3 order by id desc",
                        brief.id,
                        ValidationUse.Use.LOOKED,
                        me())
                .firstResult();
        return last != null && last.news.equals(news);
    }

    /** Counts a choice where it differs from the one before. */
    @Transactional
    void chose(long briefId, int compared, long candidateId, String rule) {
        String news = Sha256.of(candidateId + rule);
        ValidationUse last = ValidationUse.find(
                        "briefId = ?1 and act = ?2 order by id desc", briefId, ValidationUse.Use.CHOSE)
                .firstResult();
        if (last == null || !last.news.equals(news)) add(briefId, ValidationUse.Use.CHOSE, compared, news);
    }

    private void add(long briefId, ValidationUse.Use act, int compared, String news) {
        ValidationUse use = new ValidationUse();
        use.briefId = briefId;
        use.act = act;
        use.candidates = compared;
        use.news = news;
        use.byName = me();
        use.at = clock.instant();
        use.persist();
    }

    private String me() {
        return identity.getPrincipal().getName();
    }

    private static int compared(Comparisons.Compared compared) {
        return (int)
                compared.candidates().stream().filter(c -> !c.kind.reference()).count();
    }

    /** How often somebody looked at a brief's validation figures, and chose by them. */
    public record Counts(int looks, int choices) {}

    public Counts counts(long briefId) {
        return new Counts(
                (int) ValidationUse.count("briefId = ?1 and act = ?2", briefId, ValidationUse.Use.LOOKED),
                (int) ValidationUse.count("briefId = ?1 and act = ?2", briefId, ValidationUse.Use.CHOSE));
    }

    ComparisonView.ValidationUseView view(Brief brief, Comparisons.Compared compared, @Nullable Double optimism) {
        Counts counts = counts(brief.id);
        return new ComparisonView.ValidationUseView(counts.looks(), counts.choices(), compared(compared), optimism);
    }
}
