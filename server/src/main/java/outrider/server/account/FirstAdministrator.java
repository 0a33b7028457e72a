package outrider.server.account;

import io.quarkus.runtime.Quarkus;
import io.quarkus.runtime.StartupEvent;
import jakarta.annotation.Priority;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import jakarta.enterprise.event.Observes;
import java.util.Optional;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.jboss.logging.Logger;

/** Where a start names an administrator, makes that account, or gives it another password, and ends. */
@ApplicationScoped
public class FirstAdministrator {
    private static final Logger LOG = Logger.getLogger(FirstAdministrator.class);

    private final Accounts accounts;
    private final Optional<String> name;
    private final Optional<String> password;

    FirstAdministrator(
            Accounts accounts,
            @ConfigProperty(name = "outrider.admin.name") Optional<String> name,
            @ConfigProperty(name = "outrider.admin.password") Optional<String> password) {
        this.accounts = accounts;
        this.name = name.filter(n -> !n.isBlank());
        this.password = password.filter(p -> !p.isBlank());
    }

    @ActivateRequestContext
    void make(@Observes @Priority(100) StartupEvent event) {
        if (name.isEmpty() || password.isEmpty()) return;
        accounts.administrator(name.get(), password.get());
        LOG.info("administrator made");
        Quarkus.asyncExit(0);
    }
}
