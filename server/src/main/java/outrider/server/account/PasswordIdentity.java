package outrider.server.account;

import io.quarkus.elytron.security.common.BcryptUtil;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.security.AuthenticationFailedException;
import io.quarkus.security.identity.AuthenticationRequestContext;
import io.quarkus.security.identity.IdentityProvider;
import io.quarkus.security.identity.SecurityIdentity;
import io.quarkus.security.identity.request.UsernamePasswordAuthenticationRequest;
import io.quarkus.security.runtime.QuarkusPrincipal;
import io.quarkus.security.runtime.QuarkusSecurityIdentity;
import io.smallrye.mutiny.Uni;
import jakarta.enterprise.context.ApplicationScoped;
import java.util.Set;

/** Signs in with name and password. */
@ApplicationScoped
public class PasswordIdentity implements IdentityProvider<UsernamePasswordAuthenticationRequest> {
    /** Compared against when the name is unknown, so that the answer takes as long. */
    private static final String NOBODYS_HASH = BcryptUtil.bcryptHash("nobody's password");

    @Override
    public Class<UsernamePasswordAuthenticationRequest> getRequestType() {
        return UsernamePasswordAuthenticationRequest.class;
    }

    @Override
    public Uni<SecurityIdentity> authenticate(
            UsernamePasswordAuthenticationRequest request, AuthenticationRequestContext context) {
        return context.runBlocking(() -> {
            Account account = QuarkusTransaction.requiringNew().call(() -> Account.named(request.getUsername()));
            String password = new String(request.getPassword().getPassword());
            boolean right = BcryptUtil.matches(password, account == null ? NOBODYS_HASH : account.passwordHash);
            if (account == null || !right || !account.active) throw new AuthenticationFailedException();
            return identity(account);
        });
    }

    static SecurityIdentity identity(Account account) {
        return QuarkusSecurityIdentity.builder()
                .setPrincipal(new QuarkusPrincipal(account.name))
                .addRoles(Set.copyOf(account.roles))
                .build();
    }
}
