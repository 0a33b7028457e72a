package outrider.server.account;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.core.NewCookie;
import jakarta.ws.rs.core.Response;
import java.util.List;
import org.eclipse.microprofile.config.inject.ConfigProperty;

/** Who is signed in; signing out. Signing in is a form post to {@code /api/login}. */
@Path("/me")
public class AccountResource {
    private final SecurityIdentity identity;
    private final String cookie;

    AccountResource(
            SecurityIdentity identity, @ConfigProperty(name = "quarkus.http.auth.form.cookie-name") String cookie) {
        this.identity = identity;
        this.cookie = cookie;
    }

    public record Me(String name, List<String> roles) {}

    @GET
    public Me me() {
        return new Me(
                identity.getPrincipal().getName(),
                identity.getRoles().stream().sorted().toList());
    }

    @POST
    @Path("/sign-out")
    public Response signOut() {
        return Response.noContent()
                .cookie(new NewCookie.Builder(cookie)
                        .path("/")
                        .maxAge(0)
                        .httpOnly(true)
                        .build())
                .build();
    }
}
