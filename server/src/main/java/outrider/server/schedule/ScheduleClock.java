package outrider.server.schedule;

import io.quarkus.runtime.ShutdownEvent;
import io.quarkus.runtime.StartupEvent;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import jakarta.enterprise.event.Observes;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.stream.Stream;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.server.work.Recurring;
import outrider.server.work.WorkQueue;

/** Looks again and again for lists that are due, and puts them into the queue. Several servers may look: each list is noted once. */
@ApplicationScoped
public class ScheduleClock {
    private static final Logger LOG = Logger.getLogger(ScheduleClock.class);
    /** A file that still grows is left alone for so long after its last change. */
    private static final Duration STILL = Duration.ofSeconds(5);

    private static final Duration AGAIN = Duration.ofHours(1);

    private final Schedules schedules;
    private final Places places;
    private final WorkQueue queue;
    private final Clock clock;
    private final int every;

    ScheduleClock(
            Schedules schedules,
            Places places,
            WorkQueue queue,
            Clock clock,
            @ConfigProperty(name = "outrider.lists.every") int every) {
        this.schedules = schedules;
        this.places = places;
        this.queue = queue;
        this.clock = clock;
        this.every = every;
    }

    private @Nullable Recurring looking;

    void start(@Observes StartupEvent event) {
        Duration between = Duration.ofSeconds(every);
        looking = new Recurring("schedules", this::look, between, between);
    }

    void stop(@Observes ShutdownEvent event) {
        if (looking != null) looking.end();
    }

    @ActivateRequestContext
    void look() {
        for (Schedule schedule : schedules.active()) look(schedule);
    }

    private void look(Schedule schedule) {
        ZonedDateTime now = clock.instant().atZone(ZoneOffset.UTC);
        boolean hour = schedule.hour == null || now.getHour() >= schedule.hour;
        try {
            Places.Place place = places.named(schedule.place, schedule.briefId);
            if (hour && place.in() != null) {
                for (Path file : files(place.in()))
                    note(schedule, file.getFileName().toString(), mark(file));
            } else if (hour && place.table() != null) {
                note(schedule, place.table(), now.toLocalDate().toString());
            }
        } catch (BadInput | IOException e) {
            LOG.warn("schedule " + schedule.id + " waits: " + e.getMessage());
        }
        for (Long run : schedules.again(schedule.id, clock.instant().minus(AGAIN)))
            queue.enqueue(ScheduleWork.NAME, run);
    }

    private void note(Schedule schedule, String item, String mark) {
        Long run = schedules.due(schedule.id, item, mark);
        if (run != null) queue.enqueue(ScheduleWork.NAME, run);
    }

    /** Lists that have come to rest, by name. */
    private List<Path> files(Path folder) throws IOException {
        if (!Files.isDirectory(folder)) {
            throw BadInput.of("folder " + folder.getFileName(), "is not there", "make it, or mend the settings");
        }
        // files bear the machine's own time
        Instant still = Instant.now().minus(STILL);
        try (Stream<Path> all = Files.list(folder)) {
            return all.filter(file ->
                            file.getFileName().toString().matches("[^.].*\\.(csv|tsv|txt|csv\\.gz|parquet|xlsx)"))
                    .filter(file -> rests(file, still))
                    .sorted()
                    .toList();
        }
    }

    private static boolean rests(Path file, Instant still) {
        try {
            return Files.isRegularFile(file)
                    && Files.getLastModifiedTime(file).toInstant().isBefore(still);
        } catch (IOException e) {
            return false;
        }
    }

    private static String mark(Path file) throws IOException {
        BasicFileAttributes known = Files.readAttributes(file, BasicFileAttributes.class);
        return known.size() + " " + known.lastModifiedTime().toInstant();
    }
}
