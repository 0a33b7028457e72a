package outrider.server.dataset;

import io.quarkus.narayana.jta.QuarkusTransaction;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.io.IOException;
import java.net.InetAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import outrider.server.dataset.Upload.State;
import outrider.server.work.Recurring;

/**
 * Servers of one database share the folder of files on their way in. Each says every few seconds that it is there and what it reads;
 * what one no longer says of is told to have been interrupted.
 */
@ApplicationScoped
class Servers {
    private static final Logger LOG = Logger.getLogger(Servers.class);
    private static final Duration BEAT = Duration.ofSeconds(5);
    private static final Duration SILENT = Duration.ofSeconds(60);
    private static final Duration GONE = Duration.ofDays(1);

    private final EntityManager database;
    private final Clock clock;
    private final String name;
    private final String place;
    private final Set<Long> reading = ConcurrentHashMap.newKeySet();
    private @Nullable Recurring beating;

    @Inject
    Servers(
            EntityManager database,
            Clock clock,
            @ConfigProperty(name = "outrider.files") String folder,
            @ConfigProperty(name = "quarkus.http.port") int port)
            throws IOException {
        this(database, clock, folder, InetAddress.getLocalHost().getHostName() + ":" + port);
    }

    Servers(EntityManager database, Clock clock, String folder, String name) throws IOException {
        this.database = database;
        this.clock = clock;
        this.name = name;
        Path mark = Files.createDirectories(Path.of(folder)).resolve("place");
        if (!Files.exists(mark)) Files.writeString(mark, UUID.randomUUID().toString());
        place = Files.readString(mark);
    }

    /** The same after a restart. */
    String name() {
        return name;
    }

    /** The folder's own name, which all who share it read in it. */
    String place() {
        return place;
    }

    void reads(long upload) {
        reading.add(upload);
    }

    void readsNoMore(long upload) {
        reading.remove(upload);
    }

    /** @throws IllegalStateException if another server of this database keeps its files in another folder */
    void begin() {
        QuarkusTransaction.requiringNew().run(this::demandOneFolder);
        beat();
        beating = new Recurring("servers", this::beat, BEAT, BEAT);
    }

    private void demandOneFolder() {
        List<?> others = database.createNativeQuery(
                        "select server from server_place where server <> ?1 and place <> ?2 and beat > ?3")
                .setParameter(1, name)
                .setParameter(2, place)
                .setParameter(3, clock.instant().minus(SILENT))
                .getResultList();
        if (!others.isEmpty()) {
            throw new IllegalStateException("the server " + others.get(0)
                    + " works on this database and keeps files on their way in in another folder: give both the same"
                    + " OUTRIDER_FILES, a folder that they share, or wait a minute where that server is no more");
        }
    }

    /** Says that this server is there, and looks for reading that nobody does any more. */
    void beat() {
        QuarkusTransaction.requiringNew().run(() -> {
            Instant now = clock.instant();
            database.createNativeQuery("insert into server_place (server, place, beat) values (?1, ?2, ?3)"
                            + " on conflict (server) do update set place = excluded.place, beat = excluded.beat")
                    .setParameter(1, name)
                    .setParameter(2, place)
                    .setParameter(3, now)
                    .executeUpdate();
            database.createNativeQuery("delete from server_place where beat < ?1")
                    .setParameter(1, now.minus(GONE))
                    .executeUpdate();
            List<Long> mine = List.copyOf(reading);
            if (!mine.isEmpty()) Upload.update("beat = ?1 where id in ?2", now, mine);
            Upload.update(
                    "state = ?1, message = ?2 where place = ?3 and state = ?4 and server <> ?5 and beat < ?6",
                    State.INTERRUPTED,
                    "The server that read it is no more. Nothing of it is stored yet.",
                    place,
                    State.READING,
                    name,
                    now.minus(SILENT));
        });
    }

    void end() {
        if (beating == null) return;
        beating.end();
        try {
            QuarkusTransaction.requiringNew()
                    .run(() -> database.createNativeQuery("delete from server_place where server = ?1")
                            .setParameter(1, name)
                            .executeUpdate());
        } catch (RuntimeException e) {
            LOG.info("the database is gone already; this server is forgotten in a minute");
        }
    }
}
