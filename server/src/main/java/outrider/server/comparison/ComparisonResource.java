package outrider.server.comparison;

import static java.nio.charset.StandardCharsets.UTF_8;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.DefaultValue;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.PUT;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.CacheControl;
import jakarta.ws.rs.core.Response;
import jakarta.ws.rs.core.StreamingOutput;
import java.io.BufferedWriter;
import java.io.OutputStreamWriter;
import java.util.List;
import outrider.rank.CompactRanking;
import outrider.server.account.Account;
import outrider.server.trail.Downloads;
import outrider.server.web.Attachment;
import outrider.server.web.TableDownload;

/** Compare: its figures, the cut, and band tables. */
@Path("/comparisons")
public class ComparisonResource {
    private final Comparisons comparisons;
    private final ComparisonViews views;
    private final ThresholdViews thresholds;
    private final BandTables bands;
    private final ScoredRecords records;
    private final CandidateFigures figures;
    private final Downloads downloads;
    private final SecurityIdentity identity;

    ComparisonResource(
            Comparisons comparisons,
            ComparisonViews views,
            ThresholdViews thresholds,
            BandTables bands,
            ScoredRecords records,
            CandidateFigures figures,
            Downloads downloads,
            SecurityIdentity identity) {
        this.downloads = downloads;
        this.comparisons = comparisons;
        this.views = views;
        this.thresholds = thresholds;
        this.bands = bands;
        this.records = records;
        this.figures = figures;
        this.identity = identity;
    }

    /** @param held keys of curves that the asker has, with commas between: they are left out */
    @GET
    @Path("/{id}")
    public ComparisonView compare(
            long id,
            @QueryParam("leader") Long leader,
            @QueryParam("all") boolean all,
            @QueryParam("held") @DefaultValue("") String held) {
        return views.view(id, leader, all, List.of(held.split(",")));
    }

    /** Figures of all candidates with their intervals at one cut. */
    @GET
    @Path("/{id}/at")
    public ComparisonView.AtView at(long id, @QueryParam("records") double records, @QueryParam("leader") Long leader) {
        return views.at(id, records, leader);
    }

    @PUT
    @Path("/{id}/cut")
    @RolesAllowed(Account.ANALYST)
    public void setCut(long id, ComparisonView.CutView cut) {
        comparisons.setCut(id, cut, identity.getPrincipal().getName());
    }

    /**
     * One candidate's validation ranking in few bytes, see {@link CompactRanking}. It never changes for the same AUC and value
     * column.
     */
    @GET
    @Path("/orders/{id}")
    @Produces("application/octet-stream")
    public Response order(long id, @QueryParam("of") String of, @QueryParam("value") String value) {
        CacheControl kept = new CacheControl();
        kept.setPrivate(true);
        kept.setMaxAge(31_536_000);
        return Response.ok(CompactRanking.of(bands.ranking(id)))
                .cacheControl(kept)
                .build();
    }

    @GET
    @Path("/{id}/threshold/{candidate}")
    public ThresholdViews.ThresholdView threshold(long id, long candidate) {
        return thresholds.threshold(id, candidate);
    }

    @GET
    @Path("/{id}/sensitivity")
    public ThresholdViews.SensitivityView sensitivity(long id) {
        return thresholds.sensitivity(id);
    }

    /** Which amounts would move the best cut to so many records, or another candidate to the front. */
    @GET
    @Path("/{id}/inverse/{candidate}")
    public ThresholdViews.InverseView inverse(long id, long candidate, @QueryParam("records") double records) {
        return thresholds.inverse(id, candidate, records);
    }

    /** One candidate on training, out of fold and on validation. */
    @GET
    @Path("/figures/{id}")
    public CandidateFigures.FiguresView figures(long id) {
        return figures.figures(id);
    }

    /** What candidates begun from another do otherwise than that one. */
    @GET
    @Path("/{id}/effects")
    public List<CandidateFigures.EffectsView> effects(long id) {
        return figures.effects(id);
    }

    @GET
    @Path("/distributions/{id}")
    public BandTables.DistributionView distribution(long id) {
        return bands.distribution(id);
    }

    @GET
    @Path("/bands")
    public List<BandTables.BandsView> bands(
            @QueryParam("candidate") List<Long> candidates,
            @QueryParam("q") @DefaultValue("10") int q,
            @QueryParam("training") boolean training) {
        return bands.bands(candidates, q, training);
    }

    @GET
    @Path("/bands.csv")
    @Produces("text/csv")
    public Response bandsFile(
            @QueryParam("candidate") List<Long> candidates,
            @QueryParam("q") @DefaultValue("10") int q,
            @QueryParam("training") boolean training) {
        return ComparisonTables.bands(bands.bands(candidates, q, training), q).csv();
    }

    @GET
    @Path("/bands.xlsx")
    @Produces(TableDownload.WORKBOOK)
    public Response bandsWorkbook(
            @QueryParam("candidate") List<Long> candidates,
            @QueryParam("q") @DefaultValue("10") int q,
            @QueryParam("training") boolean training) {
        return ComparisonTables.bands(bands.bands(candidates, q, training), q).workbook();
    }

    private TableDownload comparison(long id, double records, Long leader) {
        return ComparisonTables.comparison(views.view(id, leader, true, List.of()), views.at(id, records, leader));
    }

    /** All candidates on validation at one cut. */
    @GET
    @Path("/{id}/comparison.csv")
    @Produces("text/csv")
    public Response comparisonFile(long id, @QueryParam("records") double records, @QueryParam("leader") Long leader) {
        return comparison(id, records, leader).csv();
    }

    /** All candidates on validation at one cut. */
    @GET
    @Path("/{id}/comparison.xlsx")
    @Produces(TableDownload.WORKBOOK)
    public Response comparisonWorkbook(
            long id, @QueryParam("records") double records, @QueryParam("leader") Long leader) {
        return comparison(id, records, leader).workbook();
    }

    @GET
    @Path("/{id}/scores.csv")
    @Produces("text/csv")
    public Response scoresFile(long id) {
        ScoredRecords.Lines lines = records.of(id);
        downloads.records(id, "validation-scores.csv");
        StreamingOutput out = stream -> lines.write(new BufferedWriter(new OutputStreamWriter(stream, UTF_8)));
        return Attachment.of(out, "validation-scores.csv");
    }
}
