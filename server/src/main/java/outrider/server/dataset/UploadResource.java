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
@Path("/uploads")
@RolesAllowed(Account.ANALYST)
public class UploadResource {
    private final Uploads uploads;
    private final Access access;
    private final SecurityIdentity identity;

    UploadResource(Uploads uploads, Access access, SecurityIdentity identity) {
        this.access = access;
        this.uploads = uploads;
        this.identity = identity;
    }

    /**
     * A file that is about to come.
     *
     * @param briefId the brief whose file it is to replace, or null
     */
    public record NewUpload(String name, long bytes, Long briefId) {}

    @GET
    public List<UploadView> list() {
        return uploads.open(identity.getPrincipal().getName()).stream()
                .map(a -> uploads.view(a, false))
                .toList();
    }

    @POST
    public UploadView begin(NewUpload wanted) throws IOException {
        if (wanted.briefId() != null) access.demand(Belonging.BRIEF, wanted.briefId(), Right.WORK);
        String by = identity.getPrincipal().getName();
        return uploads.view(uploads.begin(wanted.name(), wanted.bytes(), wanted.briefId(), by), false);
    }

    @GET
    @Path("/{id}")
    public UploadView get(long id) {
        return uploads.view(uploads.get(id), true);
    }

    @PUT
    @Path("/{id}/bytes")
    @Consumes("application/octet-stream")
    public void append(long id, @QueryParam("from") long from, InputStream slice) throws IOException {
        uploads.append(id, from, slice);
    }

    @PUT
    @Path("/{id}/manner")
    public UploadView correct(long id, TableFile.Manner manner) {
        return uploads.view(uploads.correct(id, manner), true);
    }

    @POST
    @Path("/{id}/read")
    public UploadView read(long id) {
        return uploads.view(uploads.read(id), false);
    }

    @POST
    @Path("/{id}/stop")
    public UploadView stop(long id) {
        return uploads.view(uploads.stop(id), false);
    }

    @DELETE
    @Path("/{id}")
    public void discard(long id) throws IOException {
        uploads.discard(id);
    }
}
