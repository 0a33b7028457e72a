package outrider.server.account;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.security.AuthenticationFailedException;
import io.quarkus.security.identity.AuthenticationRequestContext;
import io.quarkus.security.identity.IdentityProvider;
import io.quarkus.security.identity.SecurityIdentity;
import io.quarkus.security.identity.request.TrustedAuthenticationRequest;
import io.quarkus.security.runtime.QuarkusPrincipal;
import io.quarkus.security.runtime.QuarkusSecurityIdentity;
import io.quarkus.vertx.http.runtime.security.HttpSecurityUtils;
import io.smallrye.mutiny.Uni;
import io.vertx.ext.web.RoutingContext;
import jakarta.enterprise.context.ApplicationScoped;

/** Knows again who signed in, by the token in the encrypted cookie; who comes with one that has ended sees the page on which to sign in. */
@ApplicationScoped
public class CookieIdentity implements IdentityProvider<TrustedAuthenticationRequest> {
    private final SignIns signIns;

    CookieIdentity(SignIns signIns) {
        this.signIns = signIns;
    }

    @Override
    public Class<TrustedAuthenticationRequest> getRequestType() {
        return TrustedAuthenticationRequest.class;
    }

    @Override
    public Uni<SecurityIdentity> authenticate(
            TrustedAuthenticationRequest request, AuthenticationRequestContext context) {
        return context.runBlocking(() -> {
            SignIns.Held held = QuarkusTransaction.requiringNew().call(() -> signIns.held(request.getPrincipal()));
            if (held != null) return PasswordIdentity.identity(held);
            RoutingContext asked = HttpSecurityUtils.getRoutingContextAttribute(request);
            boolean page = asked != null && !asked.normalizedPath().startsWith("/api/");
            if (!page) throw new AuthenticationFailedException();
            return QuarkusSecurityIdentity.builder()
                    .setPrincipal(new QuarkusPrincipal(""))
                    .setAnonymous(true)
                    .build();
        });
    }
}
