package outrider.server.account;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.ws.rs.DELETE;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.PUT;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.core.NewCookie;
import jakarta.ws.rs.core.Response;
import java.time.Instant;
import java.util.List;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import outrider.server.trail.Act;

/** Who is signed in and where; signing out; one's own password. Signing in is a form post to {@code /api/login}. */
@Path("/me")
public class AccountResource {
    private final SecurityIdentity identity;
    private final SignIns signIns;
    private final Accounts accounts;
    private final String cookie;

    AccountResource(
            SecurityIdentity identity,
            SignIns signIns,
            Accounts accounts,
            @ConfigProperty(name = "quarkus.http.auth.form.cookie-name") String cookie) {
        this.identity = identity;
        this.signIns = signIns;
        this.accounts = accounts;
        this.cookie = cookie;
    }

    /**
     * Who is signed in.
     *
     * @param passwordDue whether somebody else chose the password, which is changed before anything else
     * @param provided whether a provider vouches for them, so that they have no password here
     */
    public record Me(String name, List<String> roles, boolean passwordDue, boolean provided) {}

    /**
     * A sign-in of one's own.
     *
     * @param here whether this is the one that asks
     */
    public record SignInView(long id, Instant begunAt, Instant usedAt, String address, String agent, boolean here) {}

    /**
     * A change of one's own password.
     *
     * @param now the present one
     */
    public record NewPassword(String now, String password) {}

    private String name() {
        return identity.getPrincipal().getName();
    }

    private long account() {
        return identity.<Long>getAttribute(PasswordIdentity.ACCOUNT);
    }

    private long signIn() {
        return identity.<Long>getAttribute(PasswordIdentity.SIGN_IN);
    }

    @GET
    public Me me() {
        return new Me(
                name(),
                identity.getRoles().stream().sorted().toList(),
                identity.getAttribute(PasswordIdentity.PASSWORD_DUE) != null,
                identity.getAttribute(PasswordIdentity.PROVIDED) != null);
    }

    @POST
    @Path("/sign-out")
    public Response signOut() {
        signIns.end(account(), signIn(), name(), Act.SIGNED_OUT);
        return Response.noContent()
                .cookie(new NewCookie.Builder(cookie)
                        .path("/")
                        .maxAge(0)
                        .httpOnly(true)
                        .build())
                .build();
    }

    /** Where one is signed in, the latest used first. */
    @GET
    @Path("/sign-ins")
    public List<SignInView> signIns() {
        return signIns.open(account()).stream()
                .map(s -> new SignInView(s.id, s.begunAt, s.usedAt, s.address, s.agent, s.id == signIn()))
                .toList();
    }

    /** Ends one of them. */
    @DELETE
    @Path("/sign-ins/{id}")
    public void end(long id) {
        signIns.end(account(), id, name(), Act.SIGN_IN_ENDED);
    }

    /** Chooses another password; every other sign-in ends. */
    @PUT
    @Path("/password")
    public void password(NewPassword wanted) {
        accounts.own(account(), wanted.now(), wanted.password(), signIn());
    }
}
