package outrider.server.dataset;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.Consumes;
import jakarta.ws.rs.DELETE;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.StreamingOutput;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.util.List;
import java.util.stream.Collectors;
import outrider.base.BadInput;
import outrider.parquet.ParquetTables;
import outrider.server.access.Access;
import outrider.server.account.Account;
import outrider.server.trail.Downloads;
import outrider.table.CsvTableWriter;
import outrider.table.Table;

/** Files in. */
@Path("/datasets")
public class DatasetResource {
    private final Datasets datasets;
    private final Uploads uploads;
    private final Access access;
    private final Downloads downloads;
    private final SecurityIdentity identity;

    DatasetResource(Datasets datasets, Uploads uploads, Access access, Downloads downloads, SecurityIdentity identity) {
        this.downloads = downloads;
        this.access = access;
        this.datasets = datasets;
        this.uploads = uploads;
        this.identity = identity;
    }

    /** A file of records that was read. */
    public record DatasetView(long id, String name, String sha256, long bytes, int records) {
        static DatasetView of(Dataset dataset) {
            String with = dataset.joins.stream().map(join -> join.file().file()).collect(Collectors.joining(", "));
            String name = dataset.name + (with.isEmpty() ? "" : " with " + with);
            return new DatasetView(dataset.id, name, dataset.sha256, dataset.bytes, dataset.records);
        }
    }

    /** Those that one brought, or that belong to a brief that one may see: the newest first, but batches after the others. */
    @GET
    public List<DatasetView> list() {
        return Dataset.<Dataset>list(
                        "from Dataset d where d.id in ?1 order by (case when exists (select 1 from FollowBatch b where b.datasetId = d.id) then 1 else 0 end), d.id desc",
                        access.datasets())
                .stream()
                .map(DatasetView::of)
                .toList();
    }

    @POST
    @RolesAllowed(Account.ANALYST)
    @Consumes("application/octet-stream")
    public DatasetView upload(@QueryParam("name") String name, InputStream body) throws IOException {
        if (name == null || name.isBlank()) throw BadInput.of("name", "is missing", "say what the file is called");
        return DatasetView.of(
                uploads.readNow(name.strip(), identity.getPrincipal().getName(), body));
    }

    /** The columns as they were read, every value letter by letter as its file had it. */
    @GET
    @Path("/{id}/file.csv")
    @Produces("text/csv")
    public StreamingOutput csv(long id) {
        Table table = taken(id);
        return out -> CsvTableWriter.write(table, out);
    }

    /** The same as Parquet: numbers as DOUBLE, days as DATE, the rest as STRING. */
    @GET
    @Path("/{id}/file.parquet")
    @Produces("application/vnd.apache.parquet")
    public StreamingOutput parquet(long id) {
        Table table = taken(id);
        return out -> {
            java.nio.file.Path file = Files.createTempFile("outrider", ".parquet");
            try {
                ParquetTables.write(table, file);
                Files.copy(file, out);
            } finally {
                Files.deleteIfExists(file);
            }
        };
    }

    private Table taken(long id) {
        Table table = datasets.table(id);
        downloads.file(datasets.get(id).name);
        return table;
    }

    @DELETE
    @Path("/{id}")
    @RolesAllowed(Account.ANALYST)
    public void delete(long id) {
        datasets.delete(id);
    }
}
