package outrider.server.trail;

import jakarta.ws.rs.DefaultValue;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.Response;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.TrailEntry;
import outrider.server.web.Attachment;
import outrider.server.web.TableDownload;
import outrider.server.work.Caches;
import outrider.server.work.Kept;

/** The audit trail as a timeline and as CSV, and the public key that it is signed with. */
@Path("/")
public class TrailResource {
    private static final List<String> HEAD =
            List.of("chain", "number", "at", "by", "act", "subject", "words", "previous", "hash", "signature");

    private static final int MOST = 1000;
    private static final int ENTRY_BYTES = 400;

    private final Trail trail;
    private final TrailHeads heads;
    private final ServerKey key;
    private final Kept<String, Boolean> signed = Caches.SIGNED.make(fits -> ENTRY_BYTES);

    TrailResource(Trail trail, TrailHeads heads, ServerKey key) {
        this.heads = heads;
        this.trail = trail;
        this.key = key;
    }

    /**
     * Entries of a chain.
     *
     * @param total how many the chain has
     * @param found how many of them say what was looked for
     * @param entries of these, the newest before the one that was named, oldest first
     * @param fault what is wrong with the whole chain; null where it holds
     */
    public record TrailView(
            String chain,
            int total,
            int found,
            List<TrailEntry> entries,
            @Nullable String fault,
            String thumbprint) {}

    /**
     * The public key that signs reports.
     *
     * @param thumbprint RFC 7638, by which people compare keys
     */
    public record KeyView(Map<String, Object> key, String thumbprint) {}

    private static String chain(@Nullable Long brief) {
        return brief == null ? Trail.HOUSE : Trail.chain(brief);
    }

    /**
     * @param find a text that what was done, by whom, to what or its words hold; empty for all
     * @param before the number of an entry: those from it on are left out; absent for none
     * @param size how many at most
     */
    @GET
    @Path("trail")
    public TrailView trail(
            @QueryParam("brief") Long brief,
            @QueryParam("find") @DefaultValue("") String find,
            @QueryParam("before") @Nullable Integer before,
            @QueryParam("size") @DefaultValue("200") int size) {
        if (size < 1 || size > MOST) throw BadInput.of("size", "is " + size, "give 1 to " + MOST);
        List<TrailEntry> all = trail.of(chain(brief));
        String fault = TrailEntry.fault(all, this::signed);
        String wanted = find.strip().toLowerCase(Locale.ROOT);
        List<TrailEntry> found =
                all.stream().filter(e -> said(e).contains(wanted)).toList();
        List<TrailEntry> earlier = found.stream()
                .filter(e -> before == null || e.number() < before)
                .toList();
        return new TrailView(
                chain(brief),
                all.size(),
                found.size(),
                earlier.subList(Math.max(0, earlier.size() - size), earlier.size()),
                fault == null ? heads.fault(chain(brief), all) : fault,
                key.pair().thumbprint());
    }

    private static String said(TrailEntry e) {
        return String.join(" ", e.by(), e.act(), e.subject(), e.words()).toLowerCase(Locale.ROOT);
    }

    /** Each signature is looked at once; the hashes that it is over are worked out anew each time. */
    private boolean signed(String hash, String signature) {
        return signed.get(
                hash + " " + signature, k -> TrailEntry.signed(key.pair().open(), hash, signature));
    }

    @GET
    @Path("trail.csv")
    @Produces("text/csv;charset=UTF-8")
    public Response csv(@QueryParam("brief") Long brief) {
        return table(brief).csv();
    }

    @GET
    @Path("trail.xlsx")
    @Produces(TableDownload.WORKBOOK)
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
        return Attachment.of(key.pair().open(), "outrider-key.jwk");
    }
}
