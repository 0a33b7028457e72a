package outrider.server.errors;

import static java.nio.charset.StandardCharsets.UTF_8;

import jakarta.ws.rs.DefaultValue;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.Response;
import jakarta.ws.rs.core.StreamingOutput;
import java.io.BufferedWriter;
import java.io.OutputStreamWriter;
import java.util.List;
import outrider.base.BadInput;
import outrider.server.trail.Downloads;
import outrider.server.web.Attachment;

/** The stage Errors. Cells are written as “0-900-event”: ranks from and to, and event, other or both. */
@Path("/errors/{id}")
public class ErrorsResource {
    private static final int MOST_CELLS = 100;

    private final Errors errors;
    private final ErrorRecords records;
    private final OpenedRecords opened;
    private final Downloads downloads;

    ErrorsResource(Errors errors, ErrorRecords records, OpenedRecords opened, Downloads downloads) {
        this.downloads = downloads;
        this.errors = errors;
        this.records = records;
        this.opened = opened;
    }

    /** Score bands against outcomes. */
    @GET
    public ErrorViews.FieldView field(long id, @QueryParam("candidate") long candidate) {
        return errors.field(id, candidate);
    }

    /** The four cells at a cut, and how many in each were acted on before. */
    @GET
    @Path("/cells")
    public ErrorViews.CellsView cells(
            long id, @QueryParam("candidate") long candidate, @QueryParam("records") double records) {
        return errors.cells(id, candidate, records);
    }

    /** What records of some cells have in common, and what made their scores. */
    @GET
    @Path("/selection")
    public ErrorViews.SelectionView selection(
            long id, @QueryParam("candidate") long candidate, @QueryParam("cell") List<String> cells) {
        return errors.selection(id, candidate, parsed(cells));
    }

    /** Groups in which promises are not kept, confirmed on the other half of validation. */
    @GET
    @Path("/weak-spots")
    public ErrorViews.SpotsView weakSpots(long id, @QueryParam("candidate") long candidate) {
        return errors.weakSpots(id, candidate);
    }

    /** Columns that the candidate does not read, by what they would add. */
    @GET
    @Path("/columns")
    public List<ErrorViews.AddedColumn> columns(long id, @QueryParam("candidate") long candidate) {
        return errors.notInModel(id, candidate);
    }

    /** Records of some cells, a page of them. */
    @GET
    @Path("/records")
    public ErrorViews.RecordsView records(
            long id,
            @QueryParam("candidate") long candidate,
            @QueryParam("cell") List<String> cells,
            @QueryParam("column") List<String> columns,
            @QueryParam("lowest") boolean lowest,
            @QueryParam("by") String by,
            @QueryParam("find") String find,
            @QueryParam("from") int from,
            @QueryParam("size") @DefaultValue("20") int size) {
        return ErrorRecords.page(
                records.chosen(id, candidate, parsed(cells), new ErrorRecords.Wanted(columns, by, lowest, find)),
                from,
                size);
    }

    /** One record of validation: what made its score, what would take it over the cut, and who is like it. */
    @GET
    @Path("/records/{record}")
    public OpenedRecord record(
            long id, int record, @QueryParam("candidate") long candidate, @QueryParam("records") double records) {
        return opened.of(id, candidate, record, records);
    }

    /** All of them as a file. */
    @GET
    @Path("/records.csv")
    @Produces("text/csv")
    public Response recordsFile(
            long id,
            @QueryParam("candidate") long candidate,
            @QueryParam("cell") List<String> cells,
            @QueryParam("column") List<String> columns,
            @QueryParam("lowest") boolean lowest,
            @QueryParam("by") String by,
            @QueryParam("find") String find) {
        ErrorRecords.Chosen chosen =
                records.chosen(id, candidate, parsed(cells), new ErrorRecords.Wanted(columns, by, lowest, find));
        downloads.records(id, "records.csv");
        StreamingOutput out = stream -> chosen.write(new BufferedWriter(new OutputStreamWriter(stream, UTF_8)));
        return Attachment.of(out, "records.csv");
    }

    /** Who is acted on by one of two candidates alone. */
    @GET
    @Path("/against")
    public ErrorViews.AgainstView against(
            long id,
            @QueryParam("candidate") long candidate,
            @QueryParam("other") long other,
            @QueryParam("records") double records) {
        return errors.against(id, candidate, other, records);
    }

    private static List<ErrorCell> parsed(List<String> cells) {
        if (cells.isEmpty() || cells.size() > MOST_CELLS) {
            throw BadInput.of("cell", "is given " + cells.size() + " times", "give 1 to " + MOST_CELLS);
        }
        return cells.stream().map(ErrorCell::parse).toList();
    }
}
