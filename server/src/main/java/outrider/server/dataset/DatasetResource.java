package outrider.server.dataset;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.Consumes;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.QueryParam;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import outrider.base.BadInput;
import outrider.server.account.Account;

/** Files in. */
@Path("/datasets")
public class DatasetResource {
    private final Datasets datasets;
    private final SecurityIdentity identity;

    DatasetResource(Datasets datasets, SecurityIdentity identity) {
        this.datasets = datasets;
        this.identity = identity;
    }

    public record DatasetView(long id, String name, String sha256, long bytes, int records) {
        static DatasetView of(Dataset dataset) {
            return new DatasetView(dataset.id, dataset.name, dataset.sha256, dataset.bytes, dataset.records);
        }
    }

    @GET
    public List<DatasetView> list() {
        return Dataset.<Dataset>list("order by id desc").stream()
                .map(DatasetView::of)
                .toList();
    }

    @POST
    @RolesAllowed(Account.ANALYST)
    @Consumes("application/octet-stream")
    public DatasetView upload(@QueryParam("name") String name, InputStream body) throws IOException {
        if (name == null || name.isBlank()) throw BadInput.of("name", "is missing", "say what the file is called");
        return DatasetView.of(
                datasets.read(name.strip(), identity.getPrincipal().getName(), body));
    }
}
