package outrider.server.access;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.ws.rs.ForbiddenException;
import jakarta.ws.rs.NotFoundException;
import jakarta.ws.rs.container.ContainerRequestContext;
import jakarta.ws.rs.core.MultivaluedMap;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import org.jboss.resteasy.reactive.server.ServerRequestFilter;
import outrider.server.account.Account;
import outrider.server.account.PasswordIdentity;

/** Lets a request through to what its caller has a right to, and to nothing else. */
public class AccessFilter {
    private final Access access;
    private final SecurityIdentity identity;

    AccessFilter(Access access, SecurityIdentity identity) {
        this.access = access;
        this.identity = identity;
    }

    @ServerRequestFilter
    public void check(ContainerRequestContext request) {
        String path = request.getUriInfo().getPath().replaceFirst("^/?(api/)?", "");
        if (identity.getAttribute(PasswordIdentity.PASSWORD_DUE) != null && !path.matches("me(/.*)?")) {
            throw new ForbiddenException("Your password was set by somebody else; choose one of your own first.");
        }
        AddressRule rule = AddressRule.of(path);
        if (rule == null) throw new NotFoundException("there is nothing at " + path);
        Right needed = rule.needed(request.getMethod(), path);
        Matcher numbers = rule.path().matcher(path);
        if (numbers.matches()) {
            for (int i = 0; i < rule.named().size(); i++) {
                access.demand(rule.named().get(i), Long.parseLong(numbers.group(i + 1)), needed);
            }
        }
        MultivaluedMap<String, String> given = request.getUriInfo().getQueryParameters();
        for (Belonging what : rule.asked()) {
            List<String> ids = given.get(what.name().toLowerCase(Locale.ROOT));
            if (ids == null) continue;
            for (String id : ids) access.demand(what, number(what, id), needed);
        }
        boolean house = path.startsWith("trail") && !given.containsKey("brief");
        if (house && !identity.hasRole(Account.ADMINISTRATOR)) {
            throw new ForbiddenException("The trail of accounts and files is read by the administrator.");
        }
    }

    private static long number(Belonging what, String id) {
        if (id.matches("-?\\d{1,18}")) return Long.parseLong(id);
        throw new NotFoundException("there is no " + what.word + " " + id);
    }
}
