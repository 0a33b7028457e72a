package outrider.server.trail;

import jakarta.transaction.Transactional;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.Response;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.casefile.TrailEntry;
import outrider.server.web.TableDownload;

/** The audit trail as a timeline and as CSV, and the public key that it is signed with. */
@Path("/")
public class TrailResource {
    private static final List<String> HEAD =
            List.of("chain", "number", "at", "by", "act", "subject", "words", "previous", "hash", "signature");

    private final Trail trail;
    private final TrailHeads heads;
    private final ServerKey key;

    TrailResource(Trail trail, TrailHeads heads, ServerKey key) {
        this.heads = heads;
        this.trail = trail;
        this.key = key;
    }

    /** @param fault what is wrong with the chain; null where it holds */
    public record TrailView(
            String chain,
            List<TrailEntry> entries,
            @Nullable String fault,
            String thumbprint) {}

    /** @param thumbprint RFC 7638, by which people compare keys */
    public record KeyView(Map<String, Object> key, String thumbprint) {}

    private static String chain(@Nullable Long brief) {
        return brief == null ? Trail.HOUSE : Trail.chain(brief);
    }

    @GET
    @Path("trail")
    @Transactional
    public TrailView trail(@QueryParam("brief") Long brief) {
        List<TrailEntry> entries = trail.of(chain(brief));
        String fault = TrailEntry.fault(entries, key.pair().open());
        return new TrailView(
                chain(brief),
                entries,
                fault == null ? heads.fault(chain(brief), entries) : fault,
                key.pair().thumbprint());
    }

    @GET
    @Path("trail.csv")
    @Produces("text/csv;charset=UTF-8")
    @Transactional
    public Response csv(@QueryParam("brief") Long brief) {
        return table(brief).csv();
    }

    @GET
    @Path("trail.xlsx")
    @Produces(TableDownload.WORKBOOK)
    @Transactional
    public Response workbook(@QueryParam("brief") Long brief) {
        return table(brief).workbook();
    }

    private TableDownload table(@Nullable Long brief) {
        return new TableDownload(
                "trail",
                HEAD,
                trail.of(chain(brief)).stream()
                        .map(e -> List.of(
                                e.chain(),
                                e.number(),
                                e.at(),
                                e.by(),
                                e.act(),
                                e.subject(),
                                e.words(),
                                e.previous(),
                                e.hash(),
                                e.signature()))
                        .toList());
    }

    @GET
    @Path("key")
    public KeyView key() {
        return new KeyView(key.pair().open(), key.pair().thumbprint());
    }

    @GET
    @Path("key.jwk")
    @Produces("application/json")
    public Response jwk() {
        return Response.ok(key.pair().open())
                .header("Content-Disposition", "attachment; filename=\"outrider-key.jwk\"")
                .build();
    }
}
