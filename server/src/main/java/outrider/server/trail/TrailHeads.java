package outrider.server.trail;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.runtime.ShutdownEvent;
import io.quarkus.runtime.StartupEvent;
import jakarta.annotation.Priority;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Observes;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import outrider.casefile.DailyHeads;
import outrider.casefile.Evidence;
import outrider.casefile.TrailEntry;
import outrider.server.work.Recurring;

/** Writes down once a day, outside the database, where the chains stand, and holds chains against what was written. */
@ApplicationScoped
public class TrailHeads {
    private static final Logger LOG = Logger.getLogger(TrailHeads.class);
    private static final Duration BETWEEN_LOOKS = Duration.ofMinutes(10);
    /** A server may have been down; a chain that grew since is written down again. */
    private static final int DAYS_BACK = 3650;

    private final Path folder;
    private final ServerKey key;
    private final Clock clock;
    private @Nullable Recurring writing;

    TrailHeads(@ConfigProperty(name = "outrider.trail-heads") Path folder, ServerKey key, Clock clock) {
        this.folder = folder;
        this.key = key;
        this.clock = clock;
    }

    void begin(@Observes @Priority(6000) StartupEvent event) {
        writing = new Recurring("trail heads", this::tried, Duration.ZERO, BETWEEN_LOOKS);
    }

    void end(@Observes ShutdownEvent event) {
        if (writing != null) writing.end();
    }

    private void tried() {
        try {
            write();
        } catch (IOException | RuntimeException e) {
            LOG.error("the heads of the trail cannot be written to " + folder, e);
        }
    }

    /** Writes today's file where there is none yet. */
    void write() throws IOException {
        LocalDate today = LocalDate.now(clock);
        if (Files.exists(DailyHeads.file(folder, today.toString()))) return;
        LocalDate before = today.minusDays(1);
        for (int back = 0; back < DAYS_BACK && !Files.exists(DailyHeads.file(folder, before.toString())); back++) {
            before = before.minusDays(1);
        }
        String since = before.toString();
        List<Evidence.TrailHead> heads = QuarkusTransaction.requiringNew().call(() -> {
            List<TrailRow> rows = TrailRow.list(
                    "from TrailRow r where r.at >= ?1 and r.number = (select max(t.number) from TrailRow t where t.chain = r.chain) order by r.chain",
                    since);
            return rows.stream()
                    .map(r -> new Evidence.TrailHead(r.chain, r.number, r.hash))
                    .toList();
        });
        new DailyHeads(today.toString(), heads).write(folder, key.pair());
    }

    /** What in a chain is not as it was written down; null where all is. */
    @Nullable
    String fault(String chain, List<TrailEntry> entries) {
        try {
            return DailyHeads.fault(folder, chain, entries, key.pair().open());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
