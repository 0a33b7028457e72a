package outrider.server.brief;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.Consumes;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.PUT;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.QueryParam;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Map;
import outrider.casefile.ColumnSetup;
import outrider.casefile.Population;
import outrider.check.RefreshChange;
import outrider.formula.Functions;
import outrider.server.access.Access;
import outrider.server.access.Belonging;
import outrider.server.access.Right;
import outrider.server.account.Account;
import outrider.server.brief.Columns.ColumnsView;
import outrider.server.dataset.DatasetJoin;
import outrider.split.SplitPlan;

/** Briefs, their columns and their split. */
@Path("/briefs")
public class BriefResource {
    private final Briefs briefs;
    private final Columns columns;
    private final Splits splits;
    private final Revisions revisions;
    private final Shaping shaping;
    private final Joins joins;
    private final Access access;
    private final SecurityIdentity identity;

    BriefResource(
            Briefs briefs,
            Columns columns,
            Splits splits,
            Revisions revisions,
            Shaping shaping,
            Joins joins,
            Access access,
            SecurityIdentity identity) {
        this.access = access;
        this.shaping = shaping;
        this.joins = joins;
        this.briefs = briefs;
        this.columns = columns;
        this.splits = splits;
        this.revisions = revisions;
        this.identity = identity;
    }

    /** A brief to be begun. */
    public record NewBrief(long datasetId) {}

    @POST
    @RolesAllowed(Account.ANALYST)
    @Transactional
    public BriefView make(NewBrief wanted) {
        access.demand(Belonging.DATASET, wanted.datasetId(), Right.RECORDS);
        return briefs.view(
                briefs.make(wanted.datasetId(), identity.getPrincipal().getName()));
    }

    @GET
    @Path("/{id}")
    public BriefView get(long id) {
        return briefs.view(briefs.get(id));
    }

    @PUT
    @Path("/{id}")
    @RolesAllowed(Account.ANALYST)
    public BriefView edit(long id, Briefs.Edit edit) {
        briefs.edit(id, edit);
        return get(id);
    }

    @GET
    @Path("/{id}/columns")
    public ColumnsView columns(long id) {
        return columns.view(id);
    }

    @GET
    @Path("/{id}/columns/detail")
    public ColumnDetail column(long id, @QueryParam("name") String name) {
        return columns.detail(id, name);
    }

    /** Changes some columns together; {@code seen} is the state of all columns that the editor saw, and is demanded. */
    @PUT
    @Path("/{id}/columns")
    @RolesAllowed(Account.ANALYST)
    public ColumnsView change(long id, @QueryParam("seen") Long seen, Map<String, ColumnSetup> changes) {
        columns.change(id, changes, seen, identity.getPrincipal().getName());
        return columns.view(id);
    }

    @POST
    @Path("/{id}/columns/notes")
    @RolesAllowed(Account.ANALYST)
    @Consumes("application/octet-stream")
    public ColumnsView note(long id, @QueryParam("seen") Long seen, InputStream notes) throws IOException {
        columns.note(id, notes, seen, identity.getPrincipal().getName());
        return columns.view(id);
    }

    @POST
    @Path("/{id}/columns/undo")
    @RolesAllowed(Account.ANALYST)
    public ColumnsView undo(long id, @QueryParam("seen") Long seen) {
        columns.undo(id, seen);
        return columns.view(id);
    }

    /** The functions that formulas may use. */
    @GET
    @Path("/functions")
    public List<FunctionView> functions() {
        return Functions.all().stream()
                .map(f -> new FunctionView(f.name(), f.usage(), f.says()))
                .toList();
    }

    /** A function of formulas: as it is written, and what it gives. */
    public record FunctionView(String name, String usage, String says) {}

    /** What a formula would make; nothing is kept. */
    @POST
    @Path("/{id}/columns/made/preview")
    @RolesAllowed(Account.ANALYST)
    public Shaping.MadePreview made(long id, Shaping.Draft draft) {
        return shaping.preview(id, draft);
    }

    /** The records that the brief is about, and what is left out. */
    @GET
    @Path("/{id}/population")
    public Shaping.PopulationView population(long id) {
        return shaping.facts(id, briefs.get(id).population);
    }

    /** What a population would leave; nothing is kept. */
    @POST
    @Path("/{id}/population/preview")
    @RolesAllowed(Account.ANALYST)
    public Shaping.PopulationView population(long id, Population population) {
        return shaping.facts(id, population);
    }

    @PUT
    @Path("/{id}/population")
    @RolesAllowed(Account.ANALYST)
    public Shaping.PopulationView settle(long id, Shaping.Settling settling) {
        return shaping.settle(id, settling);
    }

    /** What a split would count; nothing is kept. */
    @POST
    @Path("/{id}/split/preview")
    @RolesAllowed(Account.ANALYST)
    public SplitFacts preview(long id, SplitPlan plan) {
        return splits.preview(briefs.unlocked(id), plan);
    }

    @POST
    @Path("/{id}/split")
    @RolesAllowed(Account.ANALYST)
    public BriefView split(long id, SplitPlan plan) {
        briefs.split(id, plan);
        return get(id);
    }

    /** Begins the next revision: the same brief, open to another split, outcome or types. */
    @POST
    @Path("/{id}/revision")
    @RolesAllowed(Account.ANALYST)
    public BriefView revision(long id) {
        return get(revisions.next(id, null, identity.getPrincipal().getName()));
    }

    /** What was joined to the brief's file so far. */
    @GET
    @Path("/{id}/joins")
    public List<DatasetJoin> joined(long id) {
        return joins.of(id);
    }

    /** What a join would do; without a key one is proposed. */
    @POST
    @Path("/{id}/joins/preview")
    @RolesAllowed(Account.ANALYST)
    public Joins.JoinPreview previewJoin(long id, Joins.WantedJoin wanted) {
        access.demand(Belonging.DATASET, wanted.datasetId(), Right.RECORDS);
        return joins.preview(id, wanted);
    }

    /** Joins a second file: in this brief, or in its next revision where candidates exist. */
    @POST
    @Path("/{id}/joins")
    @RolesAllowed(Account.ANALYST)
    public BriefView join(long id, Joins.WantedJoin wanted) {
        access.demand(Belonging.DATASET, wanted.datasetId(), Right.RECORDS);
        return get(joins.join(id, wanted, identity.getPrincipal().getName()));
    }

    /** Takes the columns away that were joined last. */
    @POST
    @Path("/{id}/joins/undo")
    @RolesAllowed(Account.ANALYST)
    public BriefView undoJoin(long id) {
        return get(joins.undo(id, identity.getPrincipal().getName()));
    }

    /** What a newer file changes. */
    @GET
    @Path("/{id}/refresh/{dataset}")
    public List<RefreshChange> refresh(long id, long dataset) {
        return revisions.changes(id, dataset);
    }

    /** Takes a newer file: into this brief, or into its next revision where candidates exist. */
    @POST
    @Path("/{id}/refresh/{dataset}")
    @RolesAllowed(Account.ANALYST)
    public BriefView replace(long id, long dataset) {
        return get(revisions.replace(id, dataset, identity.getPrincipal().getName()));
    }
}
