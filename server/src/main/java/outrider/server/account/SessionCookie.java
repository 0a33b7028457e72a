package outrider.server.account;

import io.quarkus.vertx.http.runtime.security.PersistentLoginManager;
import io.vertx.ext.web.RoutingContext;
import jakarta.enterprise.context.ApplicationScoped;
import java.time.Duration;
import org.eclipse.microprofile.config.inject.ConfigProperty;

/** Gives the cookie of a sign-in that did not come by the form, readable by what reads the form's. */
@ApplicationScoped
class SessionCookie {
    private final PersistentLoginManager cookies;
    private final String name;

    SessionCookie(
            @ConfigProperty(name = "quarkus.http.auth.session.encryption-key") String key,
            @ConfigProperty(name = "quarkus.http.auth.form.cookie-name") String name,
            @ConfigProperty(name = "outrider.session.most") Duration most) {
        this.name = name;
        cookies = new PersistentLoginManager(
                key, name, most.toMillis(), most.toMillis(), true, "STRICT", "/", most.toSeconds(), null);
    }

    void give(String token, RoutingContext to) {
        cookies.save(token, to, name, null, to.request().isSSL());
    }
}
