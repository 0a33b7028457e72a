package outrider.server.account;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.security.AuthenticationFailedException;
import io.quarkus.security.identity.AuthenticationRequestContext;
import io.quarkus.security.identity.IdentityProvider;
import io.quarkus.security.identity.SecurityIdentity;
import io.quarkus.security.identity.request.TrustedAuthenticationRequest;
import io.smallrye.mutiny.Uni;
import jakarta.enterprise.context.ApplicationScoped;

/** Knows again who signed in, by the name in the encrypted cookie. */
@ApplicationScoped
public class CookieIdentity implements IdentityProvider<TrustedAuthenticationRequest> {
    @Override
    public Class<TrustedAuthenticationRequest> getRequestType() {
        return TrustedAuthenticationRequest.class;
    }

    @Override
    public Uni<SecurityIdentity> authenticate(
            TrustedAuthenticationRequest request, AuthenticationRequestContext context) {
        return context.runBlocking(() -> {
            Account account = QuarkusTransaction.requiringNew().call(() -> Account.named(request.getPrincipal()));
            if (account == null || !account.active) throw new AuthenticationFailedException();
            return PasswordIdentity.identity(account);
        });
    }
}
