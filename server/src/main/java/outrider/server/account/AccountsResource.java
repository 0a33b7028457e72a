package outrider.server.account;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.PATCH;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import java.util.List;

/** Accounts, for the administrator. */
@Path("/accounts")
@RolesAllowed(Account.ADMINISTRATOR)
public class AccountsResource {
    private final Accounts accounts;

    private final SecurityIdentity identity;

    AccountsResource(Accounts accounts, SecurityIdentity identity) {
        this.accounts = accounts;
        this.identity = identity;
    }

    /** An account, as administrators see it. */
    public record AccountView(long id, String name, List<String> roles, boolean active) {
        static AccountView of(Account a) {
            return new AccountView(a.id, a.name, a.roles, a.active);
        }
    }

    /** An account to be made. */
    public record NewAccount(String name, List<String> roles, String password) {}

    /** Null leaves as it is. */
    public record AccountChange(List<String> roles, Boolean active, String password) {}

    @GET
    public List<AccountView> all() {
        return accounts.all().stream().map(AccountView::of).toList();
    }

    @POST
    public AccountView make(NewAccount wanted) {
        return AccountView.of(accounts.make(wanted.name(), wanted.roles(), wanted.password()));
    }

    @PATCH
    @Path("/{id}")
    public AccountView change(long id, AccountChange change) {
        return AccountView.of(accounts.change(
                id,
                change.roles(),
                change.active(),
                change.password(),
                identity.getPrincipal().getName()));
    }
}
