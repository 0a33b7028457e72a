package outrider.server.pin;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.ws.rs.DELETE;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.PATCH;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.QueryParam;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.casefile.Paragraph;
import outrider.server.account.Account;

/** The tray of what waits for the report. */
@Path("/pins")
public class PinResource {
    private final Pins pins;
    private final SecurityIdentity identity;

    PinResource(Pins pins, SecurityIdentity identity) {
        this.pins = pins;
        this.identity = identity;
    }

    /** What was pinned for the report. */
    public record PinView(
            long id,
            Pin.Kind kind,
            Paragraph chapter,
            String title,
            String note,
            String reading,
            @Nullable String drawing,
            @Nullable List<List<String>> cells,
            @Nullable Long candidateId,
            @Nullable Double records,
            String createdBy,
            Instant createdAt) {
        static PinView of(Pin p) {
            return new PinView(
                    p.id,
                    p.kind,
                    p.chapter,
                    p.title,
                    p.note,
                    p.reading,
                    p.drawing,
                    p.cells,
                    p.candidateId,
                    p.records,
                    p.createdBy,
                    p.createdAt);
        }
    }

    /**
     * A pin's note, and which note somebody saw when writing it.
     *
     * @param seen the note as the editor saw it
     */
    public record Note(String note, @Nullable String seen) {}

    @GET
    public List<PinView> of(@QueryParam("brief") long brief) {
        return pins.of(brief).stream().map(PinView::of).toList();
    }

    @POST
    @RolesAllowed(Account.ANALYST)
    public PinView add(@QueryParam("brief") long brief, Pins.NewPin wanted) {
        return PinView.of(pins.add(brief, wanted, identity.getPrincipal().getName()));
    }

    @PATCH
    @Path("/{id}")
    @RolesAllowed(Account.ANALYST)
    public PinView note(long id, Note note) {
        return PinView.of(pins.note(id, note.note(), note.seen()));
    }

    @DELETE
    @Path("/{id}")
    @RolesAllowed(Account.ANALYST)
    public void remove(long id) {
        pins.remove(id);
    }
}
