package outrider.server.trail;

import io.quarkus.arc.Arc;
import io.quarkus.security.identity.SecurityIdentity;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.inject.spi.CDI;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.temporal.ChronoUnit;
import java.util.List;
import outrider.casefile.Evidence;
import outrider.casefile.TrailEntry;

/**
 * The audit trail: what everybody did to a brief and all that is its own, and what was done to data, accounts and the policy. An
 * entry is added in the transaction of the act itself, so that neither stands without the other.
 */
@ApplicationScoped
public class Trail {
    /** The chain of what belongs to no brief. */
    public static final String HOUSE = "house";
    /** Who acts where nobody is signed in. */
    public static final String SERVER = "server";

    private static final int LONGEST_WORDS = 6000;
    private static final int LONGEST_SUBJECT = 300;

    private final EntityManager database;
    private final ServerKey key;

    private final Clock clock;

    Trail(EntityManager database, ServerKey key, Clock clock) {
        this.clock = clock;
        this.database = database;
        this.key = key;
    }

    public static String chain(long briefId) {
        return "brief " + briefId;
    }

    /** Adds an act of whoever is signed in to a brief's chain. Needs a transaction. */
    public static void brief(long briefId, Act act, String subject, String words) {
        add(chain(briefId), who(), act, subject, words);
    }

    /** Adds an act of whoever is signed in to the house's chain. Needs a transaction. */
    public static void house(Act act, String subject, String words) {
        add(HOUSE, who(), act, subject, words);
    }

    /** Adds an act of somebody named. Needs a transaction. */
    public static void add(String chain, String by, Act act, String subject, String words) {
        CDI.current().select(Trail.class).get().append(chain, by, act, subject, words);
    }

    private static String who() {
        if (!Arc.container().requestContext().isActive()) return SERVER;
        SecurityIdentity identity = CDI.current().select(SecurityIdentity.class).get();
        return identity.isAnonymous() ? SERVER : identity.getPrincipal().getName();
    }

    void append(String chain, String by, Act act, String subject, String words) {
        // one writer a chain until its transaction ends
        database.createNativeQuery("select cast(pg_advisory_xact_lock(hashtext(?1)) as text)")
                .setParameter(1, chain)
                .getSingleResult();
        TrailRow last = last(chain);
        TrailEntry entry = TrailEntry.next(
                chain,
                last == null ? null : last.entry(),
                clock.instant().truncatedTo(ChronoUnit.MILLIS).toString(),
                by,
                act.words(),
                shortened(subject, LONGEST_SUBJECT),
                shortened(words, LONGEST_WORDS),
                key.pair());
        TrailRow.of(entry).persist();
    }

    private static String shortened(String text, int most) {
        return text.length() <= most ? text : text.substring(0, most - 1) + "…";
    }

    private static TrailRow last(String chain) {
        return TrailRow.find("chain = ?1 order by number desc", chain).firstResult();
    }

    /** Who did any of some acts to any of some chains, in the order of their names. */
    public List<String> doers(List<String> chains, List<Act> acts) {
        return database.createQuery(
                        "select distinct t.byName from TrailRow t where t.chain in ?1 and t.act in ?2 order by t.byName",
                        String.class)
                .setParameter(1, chains)
                .setParameter(2, acts.stream().map(Act::words).toList())
                .getResultList();
    }

    /** Where a chain stands. */
    public Evidence.TrailHead head(String chain) {
        TrailRow last = last(chain);
        return last == null
                ? new Evidence.TrailHead(chain, 0, "")
                : new Evidence.TrailHead(chain, last.number, last.hash);
    }

    /** Oldest first. */
    public List<TrailEntry> of(String chain) {
        return TrailRow.<TrailRow>list("chain = ?1 order by number", chain).stream()
                .map(TrailRow::entry)
                .toList();
    }
}
