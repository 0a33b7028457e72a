package outrider.server.account;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.NotFoundException;
import java.util.List;
import java.util.stream.Stream;
import outrider.base.BadInput;
import outrider.server.trail.Act;
import outrider.server.trail.Trail;

/** Makes and changes accounts. */
@ApplicationScoped
public class Accounts {
    /** Kept where a hash would be; no password has it as its hash. */
    static final String NO_PASSWORD = "*";

    /** Stands for the address where somebody who is signed in says the present password again. */
    private static final String SIGNED_IN = "signed in";

    private final EntityManager database;
    private final SignIns signIns;
    private final Throttle throttle;
    private final PasswordHashes hashes;

    Accounts(EntityManager database, SignIns signIns, Throttle throttle, PasswordHashes hashes) {
        this.database = database;
        this.signIns = signIns;
        this.throttle = throttle;
        this.hashes = hashes;
    }

    /**
     * Makes the account where there is none of that name; one that is there keeps its password and its roles.
     *
     * @return whether it was made
     */
    @Transactional
    public boolean ensure(String name, String role, String password) {
        if (Account.named(name) != null) return false;
        store(name, List.of(role), password);
        return true;
    }

    /**
     * Makes an administrator, or gives one another password and lets them sign in again; it is changed at the first sign-in.
     *
     * @throws BadInput if name or password will not do
     */
    @Transactional
    public void administrator(String name, String password) {
        oneAtATime();
        Account account = Account.named(name);
        if (account == null) {
            make(name, List.of(Account.ADMINISTRATOR), password);
            return;
        }
        account.passwordHash = hashes.of(AccountRules.password(password, name));
        account.passwordDue = true;
        account.active = true;
        if (!account.roles.contains(Account.ADMINISTRATOR)) {
            account.roles = Stream.concat(account.roles.stream(), Stream.of(Account.ADMINISTRATOR))
                    .toList();
        }
        signIns.endAll(account.id, null);
        Trail.house(Act.ACCOUNT_CHANGED, name, "administrator with a new password, by command");
    }

    /**
     * The account of somebody for whom a provider vouches, made at their first sign-in; its roles are those that the provider says now.
     *
     * @param provider who vouches, and as whom
     * @throws BadInput if they have no role here, may not sign in, or their name is somebody else's
     */
    @Transactional
    Account ofProvider(String provider, String name, List<String> roles) {
        oneAtATime();
        if (roles.isEmpty()) {
            throw BadInput.of("groups", "of yours stand for no role here", "ask for one like outrider-analyst");
        }
        Account known = Account.find("provider", provider).firstResult();
        if (known == null) {
            String wanted = AccountRules.name(name);
            demandFree(wanted);
            known = store(wanted, roles, NO_PASSWORD);
            known.provider = provider;
        }
        if (!known.active) throw BadInput.of("account", "may no longer sign in", "ask the administrator");
        if (!known.roles.equals(roles)) {
            Trail.house(Act.ACCOUNT_CHANGED, known.name, "roles " + known.roles + " → " + roles + " by the provider.");
            known.roles = roles;
        }
        return known;
    }

    private Account store(String name, List<String> roles, String password) {
        Account account = new Account();
        account.name = name;
        account.roles = roles;
        account.passwordHash = password.equals(NO_PASSWORD) ? NO_PASSWORD : hashes.of(password);
        account.persist();
        Trail.house(Act.ACCOUNT_MADE, name, String.join(", ", roles));
        return account;
    }

    List<Account> all() {
        return Account.list("order by name");
    }

    /** Those who may sign in. */
    public List<Account> active() {
        return Account.list("active order by name");
    }

    /**
     * Changes one's own password; other sign-ins of the account end.
     *
     * @param signIn the one that stays
     * @throws BadInput if the present one is wrong or the new one will not do
     */
    @Transactional
    void own(long id, String now, String wanted, long signIn) {
        Account account = Account.findById(id);
        if (account.provider != null) throw BadInput.of("password", "is your provider's", "change it there");
        if (throttle.wait(account.name, SIGNED_IN) > 0) {
            throw BadInput.state(BadInput.Code.BUSY, "now", "was wrong too often", "try again in some minutes");
        }
        Boolean right = throttle.compared(() -> now != null && hashes.matches(now, account.passwordHash));
        if (right == null) throw BadInput.state(BadInput.Code.BUSY, "password", "cannot be checked now", "try again");
        if (!right) {
            throttle.failed(account.name, SIGNED_IN);
            throw BadInput.of("now", "is not your present password", "type it again");
        }
        String password = AccountRules.password(wanted, account.name);
        if (password.equals(now)) throw BadInput.of("password", "is the present one", "choose another");
        account.passwordHash = hashes.of(password);
        account.passwordDue = false;
        signIns.endAll(id, signIn);
        Trail.house(Act.PASSWORD_CHANGED, account.name, "by its owner");
    }

    /** @throws BadInput naming the field that will not do */
    @Transactional
    Account make(String name, List<String> roles, String password) {
        oneAtATime();
        String wanted = AccountRules.name(name);
        demandFree(wanted);
        Account made = store(wanted, checked(roles), AccountRules.password(password, wanted));
        made.passwordDue = true;
        return made;
    }

    /**
     * Null leaves as it is.
     *
     * @param by whoever changes it, who gives themselves no role
     * @throws BadInput if nobody would be left who can change accounts
     */
    @Transactional
    Account change(long id, List<String> roles, Boolean active, String password, String by) {
        oneAtATime();
        Account account = Account.findById(id);
        if (account == null) throw new NotFoundException("there is no account " + id);
        StringBuilder words = new StringBuilder();
        if (roles != null && !checked(roles).equals(account.roles)) {
            if (account.name.equals(by) && !account.roles.containsAll(roles)) {
                throw BadInput.of("roles", "are your own", "ask another administrator for more");
            }
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
            if (!active) signIns.endAll(id, null);
        }
        if (password != null) {
            if (account.provider != null) {
                throw BadInput.of("password", "of " + account.name + " is their provider's", "have it changed there");
            }
            account.passwordHash = hashes.of(AccountRules.password(password, account.name));
            account.passwordDue = !account.name.equals(by);
            signIns.endAll(id, null);
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

    private void demandFree(String wanted) {
        for (Account other : all()) {
            if (!AccountRules.alike(other.name).equals(AccountRules.alike(wanted))) continue;
            boolean same = other.name.equals(wanted);
            throw BadInput.of(
                    "name",
                    "\"" + wanted + "\" is " + (same ? "taken" : "too much like \"" + other.name + "\""),
                    "choose another");
        }
    }

    /** Two administrators who disable one another at the same moment come one after the other. */
    private void oneAtATime() {
        database.createNativeQuery("lock table account in share row exclusive mode")
                .executeUpdate();
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
