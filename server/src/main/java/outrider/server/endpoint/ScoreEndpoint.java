package outrider.server.endpoint;

import static java.util.Objects.requireNonNull;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.Timer;
import io.vertx.core.buffer.Buffer;
import io.vertx.ext.web.Router;
import io.vertx.ext.web.RoutingContext;
import io.vertx.ext.web.handler.BodyHandler;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import jakarta.enterprise.event.Observes;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.time.Instant;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.TimeUnit;
import java.util.zip.GZIPInputStream;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.InlineParts;
import outrider.exchange.Reasons;
import outrider.server.release.Release;
import outrider.server.release.Releases;
import outrider.server.web.Problems;
import outrider.server.work.Caches;
import outrider.server.work.Kept;
import outrider.table.CategoryColumn;
import outrider.table.Table;

/** {@code POST /score/BRIEF}: records in, scores out, by the release that decides. */
@ApplicationScoped
public class ScoreEndpoint {
    private static final Logger LOG = Logger.getLogger(ScoreEndpoint.class);
    private static final int MOST = 20 << 20;
    private static final String ASKER = "asker";
    private static final String BEARER = "Bearer ";
    private static final Set<String> ASKED = Set.of("version", "reasons");
    private static final ObjectMapper JSON = new ObjectMapper().registerModule(new InlineParts());

    private final Releases releases;
    private final Admissions admissions;
    private final ScoreCounts counts;
    private final KeptRequests kept;
    private final RateLimit limit;
    private final MeterRegistry meters;
    private final Kept<Long, Batch> recent = Caches.RELEASED.make(Batch::bytes);

    ScoreEndpoint(
            Releases releases,
            Admissions admissions,
            ScoreCounts counts,
            KeptRequests kept,
            RateLimit limit,
            MeterRegistry meters) {
        this.kept = kept;
        this.releases = releases;
        this.admissions = admissions;
        this.counts = counts;
        this.limit = limit;
        this.meters = meters;
    }

    void route(@Observes Router router) {
        BodyHandler body = BodyHandler.create(false).setBodyLimit(MOST);
        // nobody's body is read before their key is
        router.post("/score/:brief")
                .handler(routing -> {
                    routing.request().pause();
                    routing.next();
                })
                .blockingHandler(this::admit, false)
                .handler(routing -> {
                    body.handle(routing);
                    routing.request().resume();
                })
                .blockingHandler(this::answer, false)
                .failureHandler(this::failed);
        router.route("/score/*")
                .handler(routing -> refuse(
                        routing,
                        new Refusal(
                                routing.request().method().name().equals("POST") ? 404 : 405,
                                "Not this way",
                                "POST records to /score/ and the number of a brief",
                                null)));
    }

    /** Why a request is not answered with scores. */
    private static final class Refusal extends RuntimeException {
        private final int status;
        private final String title;
        private final @Nullable BadInput why;

        Refusal(int status, String title, @Nullable String detail, @Nullable BadInput why) {
            super(detail);
            this.status = status;
            this.title = title;
            this.why = why;
        }

        static Refusal of(int status, BadInput why) {
            return new Refusal(status, "This will not do", why.getMessage(), why);
        }
    }

    private void failed(RoutingContext routing) {
        if (routing.statusCode() == 413) {
            refuse(
                    routing,
                    new Refusal(413, "Too large", "The body is larger than 20 MB; send fewer records at once.", null));
            return;
        }
        LOG.error("the endpoint failed", routing.failure());
        refuse(routing, new Refusal(500, "Something broke", "The server failed at this. Its log says why.", null));
    }

    private void refuse(RoutingContext routing, Refusal refusal) {
        BadInput why = refusal.why;
        Problems.Problem problem = new Problems.Problem(
                "about:blank",
                refusal.title,
                refusal.status,
                why == null ? null : why.code(),
                refusal.getMessage(),
                new Problems.Problem.Place(
                        why == null ? null : why.field(),
                        why == null ? 0 : why.record(),
                        why == null ? 0 : why.line(),
                        why == null ? null : why.found(),
                        why == null ? null : why.remedy()));
        try {
            routing.response()
                    .setStatusCode(refusal.status)
                    .putHeader("Content-Type", "application/problem+json")
                    .end(Buffer.buffer(JSON.writeValueAsBytes(problem)));
        } catch (JsonProcessingException e) {
            throw new IllegalStateException(e);
        }
    }

    /** A piece of the way to an answer. */
    private interface Part {
        void run();
    }

    @ActivateRequestContext
    void admit(RoutingContext routing) {
        routing.response().putHeader("X-Request-Id", UUID.randomUUID().toString());
        Asker asker = new Asker();
        routing.put(ASKER, asker);
        boolean in = attempt(routing, asker, () -> {
            long brief = number(routing.pathParam("brief"));
            asker.admission = admission(routing, brief);
            allow(routing, asker.admission);
        });
        if (in) routing.next();
        else routing.request().resume();
    }

    @ActivateRequestContext
    void answer(RoutingContext routing) {
        Asker asker = requireNonNull(routing.get(ASKER));
        attempt(routing, asker, () -> scored(routing, asker, requireNonNull(asker.admission)));
    }

    /** @return whether it was not refused */
    private boolean attempt(RoutingContext routing, Asker asker, Part part) {
        try {
            part.run();
            return true;
        } catch (Refusal refusal) {
            Admissions.Admission known = asker.admission;
            if (known != null) {
                counts.add(known.brief(), asker.version, known.key(), new ScoreCounts.Count(1, 0, 0, 1, 0));
            }
            time(asker, "refused");
            refuse(routing, refusal);
            return false;
        }
    }

    private void time(Asker asker, String result) {
        Timer.builder("outrider.score")
                .tag("result", result)
                .publishPercentiles(0.5, 0.99)
                .register(meters)
                .record(System.nanoTime() - asker.begun, TimeUnit.NANOSECONDS);
    }

    /** Who asked, as far as it is known. */
    private static final class Asker {
        private final long begun = System.nanoTime();
        private Admissions.@Nullable Admission admission;
        private int version;
    }

    private void scored(RoutingContext routing, Asker asker, Admissions.Admission admission) {
        for (String name : routing.queryParams().names()) {
            if (ASKED.contains(name)) continue;
            throw new Refusal(
                    400,
                    "This will not do",
                    "There is no parameter " + name + "; there are version and reasons.",
                    null);
        }
        Integer version = wanted(routing, "version");
        Integer reasons = wanted(routing, "reasons");
        Asked.Form form = Asked.Form.of(routing.request().getHeader("Content-Type"));
        if (form == null) {
            throw new Refusal(415, "Not this way", "Send application/json, application/x-ndjson or text/csv.", null);
        }
        try {
            Release release = admissions.deciding(admission, version);
            asker.version = release.version;
            Reasons.demand(reasons == null ? 0 : reasons);
            byte[] body = body(routing);
            Asked asked = Asked.of(form, body);
            Batch batch = recent.get(release.id, id -> new Batch(releases.recipe(id), releases.document(release)));
            Batch.Scored scored = batch.score(asked, reasons == null ? 0 : reasons);
            if (admission.keeping()) kept.keep(admission.brief(), release.id, form, asked.size(), body);
            counts.add(admission.brief(), release.version, admission.key(), count(scored));
            routing.response()
                    .putHeader("Content-Type", form.type)
                    .putHeader("X-Outrider-Version", String.valueOf(release.version))
                    .end(Buffer.buffer(Answer.of(
                            form,
                            scored.table(),
                            release.version,
                            routing.response().headers().get("X-Request-Id"))));
            time(asker, "scored");
        } catch (BadInput refused) {
            throw Refusal.of(refused.code() == BadInput.Code.BAD_VALUE ? 422 : 409, refused);
        }
    }

    private static ScoreCounts.Count count(Batch.Scored scored) {
        Table table = scored.table();
        CategoryColumn action = (CategoryColumn) table.column("action");
        int acted = 0;
        for (int code : action.codes()) if (code == 0) acted++;
        return new ScoreCounts.Count(1, table.size(), acted, 0, scored.unknown());
    }

    /** Whoever brings a key of this brief that is not revoked. */
    private Admissions.Admission admission(RoutingContext routing, long brief) {
        String header = routing.request().getHeader("Authorization");
        if (header == null || !header.startsWith(BEARER)) {
            routing.response().putHeader("WWW-Authenticate", "Bearer");
            throw new Refusal(401, "No key", "Send a key: Authorization: Bearer KEY.", null);
        }
        Admissions.Admission key =
                admissions.of(ScoreKeys.hash(header.substring(BEARER.length()).strip()));
        if (key == null) throw unknown(routing, "Unknown key", "This key opens nothing here");
        Instant revoked = key.revokedAt();
        if (revoked != null) {
            String day = revoked.toString().substring(0, 10);
            throw unknown(routing, "Revoked key", "This key was revoked on " + day);
        }
        if (key.brief() != brief) {
            throw new Refusal(403, "Not this brief", "This key is not one of brief " + brief + ".", null);
        }
        return key;
    }

    /** As often as the key may ask. */
    private void allow(RoutingContext routing, Admissions.Admission key) {
        long wait = limit.take(key.key(), key.perMinute());
        if (wait == 0) return;
        routing.response().putHeader("Retry-After", String.valueOf(wait));
        throw new Refusal(
                429,
                "Too many requests",
                "This key may ask " + key.perMinute() + " times a minute; wait " + wait
                        + " s, or send more records at once.",
                null);
    }

    private static Refusal unknown(RoutingContext routing, String title, String what) {
        routing.response().putHeader("WWW-Authenticate", "Bearer error=\"invalid_token\"");
        return new Refusal(401, title, what + "; ask whoever owns the brief for one.", null);
    }

    private static long number(String text) {
        if (text.matches("\\d{1,18}")) return Long.parseLong(text);
        throw new Refusal(404, "Not found", "The address ends in the number of a brief.", null);
    }

    private static @Nullable Integer wanted(RoutingContext routing, String name) {
        String text = routing.queryParams().get(name);
        if (text == null) return null;
        if (text.matches("\\d{1,9}")) return Integer.valueOf(text);
        throw new Refusal(400, "This will not do", name + " is \"" + text + "\"; give a whole number.", null);
    }

    private static byte[] body(RoutingContext routing) {
        Buffer sent = routing.body().buffer();
        byte[] bytes = sent == null ? new byte[0] : sent.getBytes();
        String encoding = routing.request().getHeader("Content-Encoding");
        if (encoding == null || encoding.equals("identity")) return bytes;
        if (!encoding.equals("gzip")) {
            throw new Refusal(415, "Not this way", "Send the body as it is, or with Content-Encoding: gzip.", null);
        }
        try (GZIPInputStream in = new GZIPInputStream(new ByteArrayInputStream(bytes))) {
            byte[] plain = in.readNBytes(MOST + 1);
            if (plain.length <= MOST) return plain;
            throw new Refusal(
                    413, "Too large", "The body unpacks to more than 20 MB; send fewer records at once.", null);
        } catch (IOException e) {
            throw new Refusal(400, "This will not do", "The body is no gzip: " + e.getMessage(), null);
        }
    }
}
