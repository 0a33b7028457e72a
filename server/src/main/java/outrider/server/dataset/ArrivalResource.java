package outrider.server.dataset;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.Consumes;
import jakarta.ws.rs.DELETE;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.PUT;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.QueryParam;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import outrider.casefile.TableFile;
import outrider.server.access.Access;
import outrider.server.access.Belonging;
import outrider.server.access.Right;
import outrider.server.account.Account;

/** Files on their way in. */
@Path("/arrivals")
@RolesAllowed(Account.ANALYST)
public class ArrivalResource {
    private final Arrivals arrivals;
    private final Access access;
    private final SecurityIdentity identity;

    ArrivalResource(Arrivals arrivals, Access access, SecurityIdentity identity) {
        this.access = access;
        this.arrivals = arrivals;
        this.identity = identity;
    }

    /** @param briefId the brief whose file it is to replace, or null */
    public record NewArrival(String name, long bytes, Long briefId) {}

    @GET
    public List<ArrivalView> list() {
        return arrivals.open(identity.getPrincipal().getName()).stream()
                .map(a -> arrivals.view(a, false))
                .toList();
    }

    @POST
    public ArrivalView begin(NewArrival wanted) throws IOException {
        if (wanted.briefId() != null) access.demand(Belonging.BRIEF, wanted.briefId(), Right.WORK);
        String by = identity.getPrincipal().getName();
        return arrivals.view(arrivals.begin(wanted.name(), wanted.bytes(), wanted.briefId(), by), false);
    }

    @GET
    @Path("/{id}")
    public ArrivalView get(long id) {
        return arrivals.view(arrivals.get(id), true);
    }

    @PUT
    @Path("/{id}/bytes")
    @Consumes("application/octet-stream")
    public void append(long id, @QueryParam("from") long from, InputStream slice) throws IOException {
        arrivals.append(id, from, slice);
    }

    @PUT
    @Path("/{id}/manner")
    public ArrivalView correct(long id, TableFile.Manner manner) {
        return arrivals.view(arrivals.correct(id, manner), true);
    }

    @POST
    @Path("/{id}/read")
    public ArrivalView read(long id) {
        return arrivals.view(arrivals.read(id), false);
    }

    @POST
    @Path("/{id}/stop")
    public ArrivalView stop(long id) {
        return arrivals.view(arrivals.stop(id), false);
    }

    @DELETE
    @Path("/{id}")
    public void discard(long id) throws IOException {
        arrivals.discard(id);
    }
}
