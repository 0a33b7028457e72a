package outrider.server.account;

import io.quarkus.elytron.security.common.BcryptUtil;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.transaction.Transactional;

/** Makes accounts. */
@ApplicationScoped
public class Accounts {

    /** Makes the account, or gives it this password. */
    @Transactional
    public void ensure(String name, String role, String password) {
        Account account = Account.named(name);
        if (account == null) {
            account = new Account();
            account.name = name;
            account.role = role;
        } else if (BcryptUtil.matches(password, account.passwordHash)) {
            return;
        }
        account.passwordHash = BcryptUtil.bcryptHash(password);
        account.persist();
    }
}
