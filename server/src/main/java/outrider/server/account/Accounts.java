package outrider.server.account;

import io.quarkus.elytron.security.common.BcryptUtil;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.NotFoundException;
import java.util.List;
import outrider.base.BadInput;
import outrider.server.trail.Act;
import outrider.server.trail.Trail;

/** Makes and changes accounts. */
@ApplicationScoped
public class Accounts {
    /** Makes the account where there is none of that name; one that is there keeps its password and its roles. */
    @Transactional
    public void ensure(String name, String role, String password) {
        if (Account.named(name) == null) store(name, List.of(role), password);
    }

    private static Account store(String name, List<String> roles, String password) {
        Account account = new Account();
        account.name = name;
        account.roles = roles;
        account.passwordHash = BcryptUtil.bcryptHash(password);
        account.persist();
        Trail.house(Act.ACCOUNT_MADE, name, String.join(", ", roles));
        return account;
    }

    List<Account> all() {
        return Account.list("order by name");
    }

    /** @throws BadInput naming the field that will not do */
    @Transactional
    Account make(String name, List<String> roles, String password) {
        String wanted = AccountRules.name(name);
        for (Account other : all()) {
            if (!AccountRules.alike(other.name).equals(AccountRules.alike(wanted))) continue;
            boolean same = other.name.equals(wanted);
            throw BadInput.of(
                    "name",
                    "\"" + wanted + "\" is " + (same ? "taken" : "too much like \"" + other.name + "\""),
                    "choose another");
        }
        return store(wanted, checked(roles), AccountRules.password(password, wanted));
    }

    /**
     * Null leaves as it is.
     *
     * @throws BadInput if nobody would be left who can change accounts
     */
    @Transactional
    Account change(long id, List<String> roles, Boolean active, String password) {
        Account account = Account.findById(id);
        if (account == null) throw new NotFoundException("there is no account " + id);
        StringBuilder words = new StringBuilder();
        if (roles != null && !checked(roles).equals(account.roles)) {
            words.append("roles ")
                    .append(account.roles)
                    .append(" → ")
                    .append(checked(roles))
                    .append(". ");
            account.roles = checked(roles);
        }
        if (active != null && active != account.active) {
            words.append(active ? "may sign in again. " : "may no longer sign in. ");
            account.active = active;
        }
        if (password != null) {
            account.passwordHash = BcryptUtil.bcryptHash(AccountRules.password(password, account.name));
            words.append("new password. ");
        }
        boolean administered = all().stream().anyMatch(a -> a.active && a.roles.contains(Account.ADMINISTRATOR));
        if (!administered) {
            throw BadInput.of("roles", "would leave no administrator", "give another account that role first");
        }
        if (!words.isEmpty())
            Trail.house(Act.ACCOUNT_CHANGED, account.name, words.toString().strip());
        return account;
    }

    private static List<String> checked(List<String> roles) {
        if (roles == null || roles.isEmpty()) throw BadInput.of("roles", "are missing", "give at least one");
        for (String role : roles) {
            if (Account.ROLES.contains(role)) continue;
            throw BadInput.of("roles", "hold \"" + role + "\"", "give some of " + String.join(", ", Account.ROLES));
        }
        return Account.ROLES.stream().filter(roles::contains).toList();
    }
}
