package outrider.server.access;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.persistence.Tuple;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.NotFoundException;
import java.util.List;
import outrider.base.BadInput;
import outrider.server.account.Account;
import outrider.server.account.Accounts;
import outrider.server.trail.Act;
import outrider.server.trail.Trail;

/** Owners and members of briefs. */
@ApplicationScoped
public class Members {
    private final EntityManager database;
    private final Accounts accounts;

    Members(EntityManager database, Accounts accounts) {
        this.database = database;
        this.accounts = accounts;
    }

    /** A brief and whose it is. */
    public record OwnedBrief(long id, String name, int revision, String owner) {}

    /** All briefs, the newest first. */
    List<OwnedBrief> all() {
        @SuppressWarnings("unchecked")
        List<Tuple> found = database.createNativeQuery(
                        "select id, name, revision, owner from brief order by id desc", Tuple.class)
                .getResultList();
        return found.stream()
                .map(t -> new OwnedBrief(
                        t.get("id", Number.class).longValue(),
                        t.get("name", String.class),
                        t.get("revision", Number.class).intValue(),
                        t.get("owner", String.class)))
                .toList();
    }

    String owner(long briefId) {
        List<?> found = database.createNativeQuery("select owner from brief where id = ?1")
                .setParameter(1, briefId)
                .getResultList();
        if (found.isEmpty()) throw new NotFoundException("there is no brief " + briefId);
        return (String) found.get(0);
    }

    /**
     * Lets somebody in, or changes what they may do.
     *
     * @throws BadInput if there is no such account, it owns the brief, or may not work by its roles
     */
    @Transactional
    public void let(long briefId, String name, BriefMember.Level level) {
        if (level == null) throw BadInput.of("level", "is missing", "give READ or WORK");
        Account account = known(name);
        if (name.equals(owner(briefId))) throw BadInput.of("name", "owns the brief", "hand it on first");
        if (level == BriefMember.Level.WORK && !account.roles.contains(Account.ANALYST)) {
            throw BadInput.of("level", "is work, and " + name + " is no analyst", "let them read");
        }
        BriefMember member = BriefMember.findById(new BriefMember.Key(briefId, name));
        if (member == null) {
            member = new BriefMember();
            member.briefId = briefId;
            member.name = name;
            member.level = level;
            member.persist();
        } else {
            member.level = level;
        }
        String may = level == BriefMember.Level.WORK ? "works on it" : "reads it";
        Trail.brief(briefId, Act.MEMBER_LET_IN, name, may);
    }

    @Transactional
    void remove(long briefId, String name) {
        if (BriefMember.deleteById(new BriefMember.Key(briefId, name))) {
            Trail.brief(briefId, Act.MEMBER_SENT_AWAY, name, "");
        }
    }

    /**
     * Gives the brief to somebody else; who owned it goes on working on it.
     *
     * @throws BadInput if there is no such account or it is no analyst's
     */
    @Transactional
    void handOn(long briefId, String name) {
        String before = owner(briefId);
        if (name.equals(before)) return;
        if (!known(name).roles.contains(Account.ANALYST))
            throw BadInput.of("name", name + " is no analyst", "hand it to one");
        BriefMember.deleteById(new BriefMember.Key(briefId, name));
        database.createNativeQuery("update brief set owner = ?2 where id = ?1")
                .setParameter(1, briefId)
                .setParameter(2, name)
                .executeUpdate();
        if (known(before).roles.contains(Account.ANALYST)) let(briefId, before, BriefMember.Level.WORK);
        Trail.brief(briefId, Act.HANDED_ON, name, "from " + before);
    }

    /** The next revision of a brief has the members of the one before. */
    @Transactional
    public void copy(long from, long to) {
        database.createNativeQuery(
                        "insert into brief_member (brief_id, name, level) select ?2, name, level from brief_member where brief_id = ?1")
                .setParameter(1, from)
                .setParameter(2, to)
                .executeUpdate();
    }

    private Account known(String name) {
        return accounts.active().stream()
                .filter(a -> a.name.equals(name))
                .findFirst()
                .orElseThrow(() -> BadInput.of("name", "\"" + name + "\" is no account", "choose one of the list"));
    }
}
