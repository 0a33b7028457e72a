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
import java.io.StringWriter;
import java.util.List;
import outrider.measure.BandRow;
import outrider.server.account.Account;

/** Compare: its figures, the cut, and band tables. */
@Path("/comparisons")
public class ComparisonResource {
    private final Comparisons comparisons;
    private final SecurityIdentity identity;

    ComparisonResource(Comparisons comparisons, SecurityIdentity identity) {
        this.comparisons = comparisons;
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

    @GET
    @Path("/bands/{id}")
    public List<BandRow> bands(long id, @QueryParam("q") @DefaultValue("10") int q) {
        return comparisons.bands(id, q);
    }

    @GET
    @Path("/bands/{id}/bands.csv")
    @Produces("text/csv")
    public Response bandsFile(long id, @QueryParam("q") @DefaultValue("10") int q) {
        StringWriter text = new StringWriter();
        CsvWriter csv = CsvWriter.builder().build(text);
        csv.writeRecord(
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
                "lowestScore");
        for (BandRow row : comparisons.bands(id, q)) {
            csv.writeRecord(
                    Integer.toString(row.band()),
                    number(row.from()),
                    number(row.to()),
                    number(row.records()),
                    number(row.events()),
                    number(row.eventRate()),
                    number(row.lift()),
                    number(row.cumulativeRecords()),
                    number(row.cumulativeEvents()),
                    number(row.capture()),
                    number(row.cumulativeLift()),
                    number(row.highestScore()),
                    number(row.lowestScore()));
        }
        return Response.ok(text.toString())
                .header("Content-Disposition", "attachment; filename=\"bands-" + q + ".csv\"")
                .build();
    }

    private static String number(double value) {
        return value == Math.rint(value) && Math.abs(value) < 1e15
                ? Long.toString((long) value)
                : Double.toString(value);
    }
}
