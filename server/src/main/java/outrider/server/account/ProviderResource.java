package outrider.server.account;

import io.quarkus.oidc.IdToken;
import io.quarkus.oidc.OidcSession;
import io.quarkus.security.identity.SecurityIdentity;
import io.vertx.ext.web.RoutingContext;
import jakarta.inject.Inject;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.core.Response;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.eclipse.microprofile.jwt.JsonWebToken;
import org.eclipse.microprofile.openapi.annotations.Operation;
import outrider.base.BadInput;

/** Signing in by the house's own provider (OpenID Connect Core 1.0, authorization code flow). */
@Path("/sign-in")
public class ProviderResource {
    /** What the provider's groups are called that stand for a role here. */
    private static final String PREFIX = "outrider-";

    @Inject
    @IdToken
    JsonWebToken token;

    private final OidcSession session;
    private final SecurityIdentity identity;
    private final Accounts accounts;
    private final SignIns signIns;
    private final SessionCookie cookie;
    private final boolean enabled;

    ProviderResource(
            OidcSession session,
            SecurityIdentity identity,
            Accounts accounts,
            SignIns signIns,
            SessionCookie cookie,
            @ConfigProperty(name = "outrider.oidc") boolean enabled) {
        this.session = session;
        this.identity = identity;
        this.accounts = accounts;
        this.signIns = signIns;
        this.cookie = cookie;
        this.enabled = enabled;
    }

    /**
     * By what else than a password one may sign in.
     *
     * @param provider whether people can sign in by a provider, beside name and password
     */
    public record SignInWays(boolean provider) {}

    @GET
    @Path("/ways")
    public SignInWays ways() {
        return new SignInWays(enabled);
    }

    /** Where the provider sends people back to; who may not come in is told so on the page on which one signs in. */
    @GET
    @Path("/provider")
    @Operation(hidden = true)
    public Response signedIn(@jakarta.ws.rs.core.Context RoutingContext from) {
        String name = Stream.of("preferred_username", "email", "sub")
                .map(claim -> token.<String>getClaim(claim))
                .filter(Objects::nonNull)
                .findFirst()
                .orElse("");
        List<String> roles = Account.ROLES.stream()
                .filter(role -> identity.hasRole(PREFIX + role))
                .toList();
        session.logout().await().indefinitely();
        try {
            Account account = accounts.ofProvider(token.getIssuer() + " " + token.getSubject(), name, roles);
            cookie.give(signIns.begin(account, from), from);
        } catch (BadInput e) {
            return on("/?refused=" + e.field());
        }
        return on("/");
    }

    /** To a page, whose address is not one of the API. */
    private static Response on(String page) {
        return Response.status(Response.Status.SEE_OTHER)
                .header("Location", page)
                .build();
    }
}
