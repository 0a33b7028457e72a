package outrider.server.account;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.security.AuthenticationFailedException;
import io.quarkus.security.identity.AuthenticationRequestContext;
import io.quarkus.security.identity.IdentityProvider;
import io.quarkus.security.identity.SecurityIdentity;
import io.quarkus.security.identity.request.UsernamePasswordAuthenticationRequest;
import io.quarkus.security.runtime.QuarkusPrincipal;
import io.quarkus.security.runtime.QuarkusSecurityIdentity;
import io.quarkus.vertx.http.runtime.security.HttpSecurityUtils;
import io.smallrye.mutiny.Uni;
import io.vertx.ext.web.RoutingContext;
import jakarta.enterprise.context.ApplicationScoped;
import java.util.Set;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import outrider.server.trail.Act;
import outrider.server.trail.Trail;

/** Signs in with name and password. */
@ApplicationScoped
public class PasswordIdentity implements IdentityProvider<UsernamePasswordAuthenticationRequest> {
    /** Attribute of an identity that may do nothing before it has a password of its own. */
    public static final String PASSWORD_DUE = "password due";

    /** Attribute that holds the number of the sign-in. */
    static final String SIGN_IN = "sign-in";

    /** Attribute of an identity for which a provider vouches. */
    static final String PROVIDED = "provided";

    /** Attribute that holds the number of the account. */
    static final String ACCOUNT = "account";

    private static final Logger LOG = Logger.getLogger(PasswordIdentity.class);
    private static final long RETRY_WHEN_BUSY = 3;
    private static final int LONGEST_NAME = 80;

    private final SignIns signIns;
    private final Throttle throttle;
    private final PasswordHashes hashes;

    PasswordIdentity(SignIns signIns, Throttle throttle, PasswordHashes hashes) {
        this.signIns = signIns;
        this.throttle = throttle;
        this.hashes = hashes;
    }

    @Override
    public Class<UsernamePasswordAuthenticationRequest> getRequestType() {
        return UsernamePasswordAuthenticationRequest.class;
    }

    @Override
    public Uni<SecurityIdentity> authenticate(
            UsernamePasswordAuthenticationRequest request, AuthenticationRequestContext context) {
        RoutingContext from = HttpSecurityUtils.getRoutingContextAttribute(request);
        String address = SignIns.address(from);
        String name = request.getUsername();
        long wait = throttle.wait(name, address);
        if (wait > 0) return Uni.createFrom().failure(later(from, wait));
        return context.runBlocking(() -> signedIn(request, from, name, address));
    }

    private SecurityIdentity signedIn(
            UsernamePasswordAuthenticationRequest request, @Nullable RoutingContext from, String name, String address) {
        Account known = QuarkusTransaction.requiringNew().call(() -> Account.named(name));
        Account account = known == null || known.provider != null ? null : known;
        String password = new String(request.getPassword().getPassword());
        Boolean right = throttle.compared(() -> hashes.matches(password, account == null ? null : account.passwordHash)
                && AccountRules.isHashedWhole(password));
        if (right == null) throw later(from, RETRY_WHEN_BUSY);
        if (account == null || !right || !account.active) {
            throttle.failed(name, address);
            refused(name, address);
            throw new AuthenticationFailedException();
        }
        throttle.succeeded(name, address);
        String token = QuarkusTransaction.requiringNew().call(() -> signIns.begin(account, from));
        return QuarkusSecurityIdentity.builder()
                .setPrincipal(new QuarkusPrincipal(token))
                .build();
    }

    /** Says when to try again, in the answer that the refusal becomes. */
    private static AuthenticationFailedException later(@Nullable RoutingContext from, long seconds) {
        if (from != null) {
            from.addHeadersEndHandler(end -> {
                from.response().setStatusCode(429);
                from.response().putHeader("Retry-After", Long.toString(seconds));
            });
        }
        return new AuthenticationFailedException();
    }

    private static void refused(String name, String address) {
        String shown = name.length() <= LONGEST_NAME ? name : name.substring(0, LONGEST_NAME) + "…";
        LOG.info("sign-in refused from " + address);
        QuarkusTransaction.requiringNew()
                .run(() -> Trail.add(
                        Trail.HOUSE, Trail.SERVER, Act.SIGN_IN_REFUSED, AccountRules.plain(shown), "from " + address));
    }

    static SecurityIdentity identity(SignIns.Held held) {
        Account account = held.account();
        QuarkusSecurityIdentity.Builder identity = QuarkusSecurityIdentity.builder()
                .setPrincipal(new QuarkusPrincipal(account.name))
                .addAttribute(SIGN_IN, held.signIn().id)
                .addAttribute(ACCOUNT, account.id)
                .addRoles(Set.copyOf(account.roles));
        if (account.provider != null) identity.addAttribute(PROVIDED, true);
        if (account.passwordDue) identity.addAttribute(PASSWORD_DUE, true);
        return identity.build();
    }
}
