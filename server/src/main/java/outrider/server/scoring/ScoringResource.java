package outrider.server.scoring;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.DELETE;
import jakarta.ws.rs.DefaultValue;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.Response;
import jakarta.ws.rs.core.StreamingOutput;
import java.nio.file.Files;
import java.util.List;
import outrider.documents.ModelDocument;
import outrider.exchange.ScoringRecipe;
import outrider.parquet.ParquetTables;
import outrider.server.account.Account;
import outrider.server.trail.Downloads;
import outrider.server.web.Attachment;
import outrider.server.work.WorkQueue;
import outrider.table.CsvTableWriter;
import outrider.table.Table;

/** Lists scored by a candidate, and the recipe to do it elsewhere. */
@Path("/lists")
public class ScoringResource {
    private final ScoredLists lists;
    private final Recipes recipes;
    private final WorkQueue queue;
    private final Downloads downloads;
    private final SecurityIdentity identity;

    ScoringResource(
            ScoredLists lists, Recipes recipes, WorkQueue queue, Downloads downloads, SecurityIdentity identity) {
        this.downloads = downloads;
        this.lists = lists;
        this.recipes = recipes;
        this.queue = queue;
        this.identity = identity;
    }

    /** The newest first. */
    @GET
    public List<ScoredLists.ListView> list(@QueryParam("brief") long brief) {
        return lists.of(brief).stream().map(lists::view).toList();
    }

    @GET
    @Path("/fit")
    public ScoredLists.FitView fit(@QueryParam("candidate") long candidate, @QueryParam("dataset") long dataset) {
        return lists.fit(candidate, dataset);
    }

    @POST
    @RolesAllowed(Account.ANALYST)
    public long make(
            @QueryParam("candidate") long candidate,
            @QueryParam("dataset") long dataset,
            @QueryParam("reasons") @DefaultValue("0") int reasons) {
        long id =
                lists.make(candidate, dataset, reasons, identity.getPrincipal().getName()).id;
        queue.enqueue(ListWork.NAME, id);
        return id;
    }

    @POST
    @Path("/{id}/stop")
    @RolesAllowed(Account.ANALYST)
    public void stop(long id) {
        lists.stop(id);
    }

    @DELETE
    @Path("/{id}")
    @RolesAllowed(Account.ANALYST)
    public void delete(long id) {
        lists.delete(id);
    }

    @GET
    @Path("/{id}/scored.csv")
    @Produces("text/csv")
    public Response csv(long id) {
        Table scored = taken(id);
        return Attachment.of((StreamingOutput) out -> CsvTableWriter.write(scored, out), "scored-" + id + ".csv");
    }

    @GET
    @Path("/{id}/scored.parquet")
    @Produces("application/vnd.apache.parquet")
    public Response parquet(long id) {
        Table scored = taken(id);
        StreamingOutput written = out -> {
            java.nio.file.Path file = Files.createTempFile("outrider", ".parquet");
            try {
                ParquetTables.write(scored, file);
                Files.copy(file, out);
            } finally {
                Files.deleteIfExists(file);
            }
        };
        return Attachment.of(written, "scored-" + id + ".parquet");
    }

    /** What {@code outrider score} needs to score lists as this candidate does. */
    @GET
    @Path("/recipe/{candidate}")
    @Produces("application/json")
    @Transactional
    public Response recipe(long candidate) {
        ScoringRecipe recipe = recipes.of(candidate);
        downloads.recipe(lists.brief(candidate), recipe.candidate());
        StreamingOutput written = out -> ModelDocument.writeRecipe(recipe, out);
        return Attachment.of(written, "recipe-" + candidate + ".json");
    }

    private Table taken(long id) {
        Table scored = lists.scored(id);
        downloads.records(lists.get(id).briefId, "scored list " + id);
        return scored;
    }
}
