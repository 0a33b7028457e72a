package outrider.server.comparison;

import de.siegmar.fastcsv.writer.CsvWriter;
import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.DefaultValue;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.PUT;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.Response;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import outrider.measure.BandRow;
import outrider.server.account.Account;

/** Compare: its figures, the cut, and band tables. */
@Path("/comparisons")
public class ComparisonResource {
    private static final String[] BAND_COLUMNS = {
        "band",
        "from",
        "to",
        "records",
        "events",
        "eventRate",
        "lift",
        "cumulativeRecords",
        "cumulativeEvents",
        "capture",
        "cumulativeLift",
        "highestScore",
        "lowestScore"
    };

    private final Comparisons comparisons;
    private final CandidateFigures figures;
    private final SecurityIdentity identity;

    ComparisonResource(Comparisons comparisons, CandidateFigures figures, SecurityIdentity identity) {
        this.comparisons = comparisons;
        this.figures = figures;
        this.identity = identity;
    }

    @GET
    @Path("/{id}")
    public ComparisonView compare(long id) {
        return comparisons.view(id);
    }

    @PUT
    @Path("/{id}/cut")
    @RolesAllowed(Account.ANALYST)
    public void setCut(long id, ComparisonView.CutView cut) {
        comparisons.setCut(id, cut, identity.getPrincipal().getName());
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
    @Path("/bands/{id}")
    public List<BandRow> bands(long id, @QueryParam("q") @DefaultValue("10") int q) {
        return comparisons.bands(id, q);
    }

    @GET
    @Path("/bands/{id}/bands.csv")
    @Produces("text/csv")
    public Response bandsFile(long id, @QueryParam("q") @DefaultValue("10") int q) {
        List<String[]> lines = new ArrayList<>();
        lines.add(BAND_COLUMNS);
        for (BandRow row : comparisons.bands(id, q)) {
            double[] values = {
                row.from(),
                row.to(),
                row.records(),
                row.events(),
                row.eventRate(),
                row.lift(),
                row.cumulativeRecords(),
                row.cumulativeEvents(),
                row.capture(),
                row.cumulativeLift(),
                row.highestScore(),
                row.lowestScore()
            };
            String[] line = new String[BAND_COLUMNS.length];
            line[0] = Integer.toString(row.band());
            for (int i = 0; i < values.length; i++) line[i + 1] = number(values[i]);
            lines.add(line);
        }
        return file(lines, "bands-" + q + ".csv");
    }

    @GET
    @Path("/{id}/scores.csv")
    @Produces("text/csv")
    public Response scoresFile(long id) {
        return file(comparisons.scoredRecords(id), "validation-scores.csv");
    }

    private static Response file(List<String[]> lines, String name) {
        StringWriter text = new StringWriter();
        try (CsvWriter csv = CsvWriter.builder().build(text)) {
            lines.forEach(csv::writeRecord);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return Response.ok(text.toString())
                .header("Content-Disposition", "attachment; filename=\"" + name + "\"")
                .build();
    }

    private static String number(double value) {
        return value == Math.rint(value) && Math.abs(value) < 1e15
                ? Long.toString((long) value)
                : Double.toString(value);
    }
}
