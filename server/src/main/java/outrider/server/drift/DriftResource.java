package outrider.server.drift;

import jakarta.ws.rs.GET;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.QueryParam;

/** What moved from training to validation. */
@Path("/drift/{id}")
public class DriftResource {
    private final Drifts drifts;

    DriftResource(Drifts drifts) {
        this.drifts = drifts;
    }

    /** The inputs that moved. */
    @GET
    public Drifts.MoversView movers(long id) {
        return drifts.movers(id);
    }

    /** One column, or the outcome, by part and by period. */
    @GET
    @Path("/column")
    public Drifts.ColumnMoves column(long id, @QueryParam("name") String name) {
        return drifts.column(id, name);
    }
}
