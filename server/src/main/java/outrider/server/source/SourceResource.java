package outrider.server.source;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import java.io.IOException;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.casefile.BriefFile;
import outrider.server.access.Access;
import outrider.server.access.Belonging;
import outrider.server.access.Right;
import outrider.server.account.Account;
import outrider.server.dataset.UploadView;
import outrider.server.dataset.Uploads;
import outrider.table.Preview;

/** Tables out of databases that the administrator has named. */
@Path("/sources")
@RolesAllowed(Account.ANALYST)
public class SourceResource {
    private final Sources sources;
    private final Uploads uploads;
    private final Access access;
    private final SecurityIdentity identity;

    SourceResource(Sources sources, Uploads uploads, Access access, SecurityIdentity identity) {
        this.access = access;
        this.sources = sources;
        this.uploads = uploads;
        this.identity = identity;
    }

    /**
     * What is asked of a source.
     *
     * @param name what the copy is called; null while it is only looked at
     * @param briefId the brief whose file it is to replace, or null
     */
    public record SourceQuery(
            String source,
            String query,
            @Nullable String name,
            @Nullable Long briefId) {}

    /** The first records of its answer. */
    public record SourcePreview(List<String> names, List<List<@Nullable String>> rows) {}

    @GET
    public List<String> names() {
        return sources.names();
    }

    @POST
    @Path("/preview")
    public SourcePreview preview(SourceQuery asked) {
        Preview preview = sources.preview(asked.source() == null ? "" : asked.source(), asked.query());
        return new SourcePreview(preview.names(), preview.rows());
    }

    /** Copies the answer in the background; the copy is then read as a file that came in. */
    @POST
    @Path("/copy")
    public UploadView copy(SourceQuery asked) throws IOException {
        if (asked.briefId() != null) access.demand(Belonging.BRIEF, asked.briefId(), Right.WORK);
        sources.preview(asked.source() == null ? "" : asked.source(), asked.query());
        String by = identity.getPrincipal().getName();
        return uploads.view(
                uploads.copied(
                        asked.name(),
                        asked.briefId(),
                        by,
                        new BriefFile.Origin(asked.source(), asked.query().strip()),
                        progress -> sources.copy(asked.source(), asked.query(), progress)),
                false);
    }
}
