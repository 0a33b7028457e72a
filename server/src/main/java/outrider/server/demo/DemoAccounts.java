package outrider.server.demo;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.Optional;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import outrider.server.account.Account;
import outrider.server.account.Accounts;

/** Whoever plays a part in the demo. */
@ApplicationScoped
class DemoAccounts {
    private final Accounts accounts;
    private final Optional<String> password;

    DemoAccounts(Accounts accounts, @ConfigProperty(name = "outrider.demo.password") Optional<String> password) {
        this.accounts = accounts;
        this.password = password.filter(p -> !p.isBlank());
    }

    /** Makes those that are missing, where a password is set for them. */
    void ensure() {
        if (password.isEmpty()) return;
        accounts.ensure(DemoFiles.AUTHOR, Account.ANALYST, password.get());
        accounts.ensure("approver", Account.APPROVER, password.get());
        accounts.ensure(DemoFiles.READER, Account.READER, password.get());
        accounts.ensure("administrator", Account.ADMINISTRATOR, password.get());
    }
}
