package outrider.server.trail;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Map;
import outrider.casefile.Evidence;

/** What stands in each document that is issued for good: when, what the trail ended with, and the key that it is signed by. */
@ApplicationScoped
public class Imprint {
    private final Trail trail;
    private final ServerKey key;
    private final Clock clock;

    Imprint(Trail trail, ServerKey key, Clock clock) {
        this.trail = trail;
        this.key = key;
        this.clock = clock;
    }

    public Instant now() {
        return clock.instant();
    }

    /** To the second. */
    public String issuedAt() {
        return now().truncatedTo(ChronoUnit.SECONDS).toString();
    }

    public Evidence.TrailHead head(String chain) {
        return trail.head(chain);
    }

    public Map<String, Object> openKey() {
        return key.pair().open();
    }

    public String sign(byte[] evidence) {
        return key.pair().sign(evidence);
    }
}
