package outrider.server.access;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.persistence.Tuple;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.ForbiddenException;
import jakarta.ws.rs.NotFoundException;
import java.util.List;
import java.util.Set;
import outrider.server.account.Account;

/** Who may do what with a brief and all that is its own. */
@ApplicationScoped
public class Access {
    private static final String BRIEF = """
            select b.owner, m.level, exists (select 1 from report r where r.brief_id = b.id) as reported
            from brief b left join brief_member m on m.brief_id = b.id and m.name = ?2 where b.id = ?1""";

    private final EntityManager database;
    private final SecurityIdentity identity;

    Access(EntityManager database, SecurityIdentity identity) {
        this.database = database;
        this.identity = identity;
    }

    /**
     * Demands that whoever asks has a right.
     *
     * @throws NotFoundException if they may not even see it, as if it were not there
     * @throws ForbiddenException if they may see it, but no more
     */
    @Transactional
    public void demand(Belonging what, long id, Right least) {
        Right has = right(what, id, identity.getPrincipal().getName(), identity.getRoles());
        if (has == Right.NONE) throw new NotFoundException("there is no " + what.word + " " + id);
        if (has.compareTo(least) >= 0) return;
        throw new ForbiddenException(
                switch (least) {
                    case RECORDS ->
                        "Its records are seen by members who are analysts or approvers; ask the brief's owner.";
                    case OWN -> "Only the brief's owner does this.";
                    default -> "You may read this brief, but not change it; ask its owner.";
                });
    }

    /** Numbers of the files that whoever asks brought, or that belong to a brief that they own or are let in to. */
    @Transactional
    public List<Long> datasets() {
        @SuppressWarnings("unchecked")
        List<Number> found = database.createNativeQuery("""
                        select d.id from dataset d where d.created_by = ?1 or exists (
                          select 1 from brief b where b.dataset_id = d.id and (b.owner = ?1 or exists (
                            select 1 from brief_member m where m.brief_id = b.id and m.name = ?1)))""")
                .setParameter(1, identity.getPrincipal().getName())
                .getResultList();
        return found.stream().map(Number::longValue).toList();
    }

    /** What whoever asks may do with a brief. */
    public Right of(long briefId) {
        return ofBrief(briefId, identity.getPrincipal().getName(), identity.getRoles());
    }

    /** What somebody may do with a brief; nothing where there is no such account. */
    public Right of(long briefId, String name) {
        Account account = Account.find("name = ?1 and active", name).firstResult();
        return account == null ? Right.NONE : ofBrief(briefId, name, Set.copyOf(account.roles));
    }

    private Right right(Belonging what, long id, String who, Set<String> roles) {
        boolean made = (what == Belonging.DATASET || what == Belonging.UPLOAD) && madeBy(what, id, who);
        if (made) return Right.OWN;
        Right most = Right.NONE;
        for (Object brief :
                database.createNativeQuery(what.briefs).setParameter(1, id).getResultList()) {
            Right found = ofBrief(((Number) brief).longValue(), who, roles);
            if (found.compareTo(most) > 0) most = found;
        }
        return most;
    }

    private boolean madeBy(Belonging what, long id, String who) {
        String table = what == Belonging.DATASET ? "dataset" : "upload";
        return !database.createNativeQuery("select 1 from " + table + " where id = ?1 and created_by = ?2")
                .setParameter(1, id)
                .setParameter(2, who)
                .getResultList()
                .isEmpty();
    }

    private Right ofBrief(long id, String who, Set<String> roles) {
        @SuppressWarnings("unchecked")
        List<Tuple> found = database.createNativeQuery(BRIEF, Tuple.class)
                .setParameter(1, id)
                .setParameter(2, who)
                .getResultList();
        if (found.isEmpty()) return Right.NONE;
        Tuple brief = found.get(0);
        String level = brief.get("level", String.class);
        if (who.equals(brief.get("owner", String.class))) return Right.OWN;
        if (BriefMember.Level.WORK.name().equals(level)) return Right.WORK;
        boolean decides = roles.contains(Account.APPROVER);
        if (level != null) return decides || roles.contains(Account.ANALYST) ? Right.RECORDS : Right.READ;
        return decides && brief.get("reported", Boolean.class) ? Right.READ : Right.NONE;
    }
}
