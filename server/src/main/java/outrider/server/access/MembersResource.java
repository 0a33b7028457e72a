package outrider.server.access;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.DELETE;
import jakarta.ws.rs.ForbiddenException;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.PUT;
import jakarta.ws.rs.Path;
import java.util.List;
import outrider.server.account.Account;
import outrider.server.account.Accounts;

/** Whose a brief is, and who else may see or change it. */
@Path("/members")
public class MembersResource {
    private final Members members;
    private final Accounts accounts;
    private final SecurityIdentity identity;

    MembersResource(Members members, Accounts accounts, SecurityIdentity identity) {
        this.members = members;
        this.accounts = accounts;
        this.identity = identity;
    }

    /** Somebody who is let in. */
    public record MemberView(String name, BriefMember.Level level) {}

    /** Somebody who could be: by their roles. */
    public record PersonView(String name, List<String> roles) {}

    /**
     * Who may see a brief.
     *
     * @param mine whether whoever asks owns it and may change this
     * @param people who could be let in; empty unless it is theirs
     */
    public record MembersView(String owner, List<MemberView> members, boolean mine, List<PersonView> people) {}

    /** What a member may do. */
    public record MemberLevel(BriefMember.Level level) {}

    /** Who takes a brief over. */
    public record NewOwner(String name) {}

    /** Every brief and its owner. */
    @GET
    @RolesAllowed(Account.ADMINISTRATOR)
    public List<Members.OwnedBrief> all() {
        return members.all();
    }

    @GET
    @Path("/{brief}")
    public MembersView of(long brief) {
        String owner = members.owner(brief);
        boolean mine = owner.equals(identity.getPrincipal().getName());
        List<PersonView> people = accounts.active().stream()
                .filter(a -> mine && !a.name.equals(owner))
                .map(a -> new PersonView(a.name, a.roles))
                .toList();
        List<MemberView> in = BriefMember.of(brief).stream()
                .map(m -> new MemberView(m.name, m.level))
                .toList();
        return new MembersView(owner, in, mine, people);
    }

    @PUT
    @Path("/{brief}/people/{name}")
    @RolesAllowed(Account.ANALYST)
    public MembersView let(long brief, String name, MemberLevel level) {
        members.let(brief, name, level.level());
        return of(brief);
    }

    @DELETE
    @Path("/{brief}/people/{name}")
    @RolesAllowed(Account.ANALYST)
    public MembersView remove(long brief, String name) {
        members.remove(brief, name);
        return of(brief);
    }

    /** Hands a brief on: its owner does, or an administrator. */
    @PUT
    @Path("/{brief}/owner")
    @RolesAllowed({Account.ANALYST, Account.ADMINISTRATOR})
    @Transactional
    public void handOn(long brief, NewOwner to) {
        boolean mine = members.owner(brief).equals(identity.getPrincipal().getName());
        if (!mine && !identity.hasRole(Account.ADMINISTRATOR)) {
            throw new ForbiddenException("Only the brief's owner or an administrator hands it on.");
        }
        members.handOn(brief, to.name());
    }
}
