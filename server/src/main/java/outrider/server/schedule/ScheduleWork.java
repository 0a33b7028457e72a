package outrider.server.schedule;

import static java.util.Objects.requireNonNull;

import io.quarkus.narayana.jta.QuarkusTransaction;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.casefile.TableFile;
import outrider.exchange.ReleasedRecipe;
import outrider.server.dataset.Dataset;
import outrider.server.dataset.Datasets;
import outrider.server.follow.FollowBatch;
import outrider.server.follow.FollowWork;
import outrider.server.follow.Follows;
import outrider.server.release.Release;
import outrider.server.release.Releases;
import outrider.server.work.Attempt;
import outrider.server.work.Work;
import outrider.server.work.WorkQueue;
import outrider.server.work.WorkStatus;
import outrider.table.CategoryColumn;
import outrider.table.CsvTableWriter;
import outrider.table.Table;

/** Scores one list of a schedule. What it writes appears whole or not at all. */
@ApplicationScoped
public class ScheduleWork implements Work {
    public static final String NAME = "scheduled list";
    private static final Logger LOG = Logger.getLogger(ScheduleWork.class);

    private final Places places;
    private final Releases releases;
    private final Datasets datasets;
    private final Follows follows;
    private final WorkQueue queue;
    private final Clock clock;

    ScheduleWork(Places places, Releases releases, Datasets datasets, Follows follows, WorkQueue queue, Clock clock) {
        this.datasets = datasets;
        this.follows = follows;
        this.queue = queue;
        this.places = places;
        this.releases = releases;
        this.clock = clock;
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public List<Long> open() {
        return Work.open(ScheduledRun.class, "id");
    }

    @Override
    public boolean isLong(long id) {
        return true;
    }

    private record Due(ScheduledRun run, Schedule schedule) {}

    @Override
    @ActivateRequestContext
    public void run(long id) {
        Due due = QuarkusTransaction.requiringNew().call(() -> {
            ScheduledRun run = ScheduledRun.findById(id);
            Schedule schedule = run == null ? null : Schedule.findById(run.scheduleId);
            if (run == null || schedule == null || !run.status.open()) return null;
            run.status = schedule.endedAt == null ? WorkStatus.RUNNING : WorkStatus.STOPPED;
            run.message = null;
            return schedule.endedAt == null ? new Due(run, schedule) : null;
        });
        if (due == null) return;
        Attempt.of(
                LOG, "scheduled list " + id, () -> work(due), (status, message) -> end(id, status, message, null, 0));
    }

    private void work(Due due) {
        Schedule schedule = due.schedule();
        Places.Place place = places.named(schedule.place, schedule.briefId);
        Release release = releases.deciding(schedule.briefId, null);
        ReleasedRecipe recipe = QuarkusTransaction.requiringNew().call(() -> releases.recipe(release.id));
        Listed listed;
        try {
            listed = place.in() != null
                    ? folder(place, due.run().item, recipe, schedule.reasons)
                    : table(place, recipe, schedule.reasons);
        } catch (IOException e) {
            throw BadInput.of("file " + due.run().item, "cannot be read or written: " + e, "look whether it is there");
        } catch (SQLException e) {
            throw BadInput.of("table " + place.table(), "is refused by PostgreSQL: " + e.getMessage(), "mend it there");
        }
        if (schedule.followed) follow(due, listed.list(), release.version);
        end(due.run().id, WorkStatus.DONE, null, listed.scored(), release.version);
    }

    /** A list, and its scores. */
    private record Listed(Table list, Table scored) {
        static Listed of(ReleasedRecipe recipe, Table list, int reasons) {
            return new Listed(list, recipe.apply(list, reasons, WorkQueue.WORKERS, Progress.NONE));
        }
    }

    /** The list as it was read becomes a batch of the version that scored it, of the day on which it did. */
    private void follow(Due due, Table list, int version) {
        Schedule schedule = due.schedule();
        String name = due.run().item.replaceFirst("\\.(csv|tsv|txt|parquet|xlsx)(\\.gz)?$", "") + ".csv";
        try {
            Dataset dataset = datasets.stored(list, name, schedule.madeBy);
            LocalDate day = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
            FollowBatch batch = follows.make(schedule.briefId, dataset.id, day.toString(), version, schedule.madeBy);
            queue.enqueue(FollowWork.NAME, batch.id);
        } catch (IOException e) {
            throw BadInput.of(
                    "list " + due.run().item, "is scored, but cannot be stored: " + e, "make room, and try again");
        }
    }

    private static Listed folder(Places.Place place, String name, ReleasedRecipe recipe, int reasons)
            throws IOException {
        Path file = requireNonNull(place.in()).resolve(name);
        if (!Files.isRegularFile(file)) throw BadInput.of("file " + name, "is not there any more", "bring it again");
        Listed listed = Listed.of(recipe, TableFile.read(file, Progress.NONE), reasons);
        Path out = requireNonNull(place.out()).resolve(scoredName(name));
        Path part = out.resolveSibling("." + out.getFileName() + ".part");
        try (OutputStream to = new BufferedOutputStream(Files.newOutputStream(part))) {
            CsvTableWriter.write(listed.scored(), to);
        }
        Files.move(part, out, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        return listed;
    }

    /** Lists of one name in two formats get two names. */
    static String scoredName(String name) {
        String stem =
                name.endsWith(".csv") ? name.substring(0, name.length() - ".csv".length()) : name.replace('.', '-');
        return stem + "-scored.csv";
    }

    /** Reads and writes in one transaction. */
    private static Listed table(Places.Place place, ReleasedRecipe recipe, int reasons) throws SQLException {
        try (Connection database = DriverManager.getConnection(place.url(), place.user(), place.password())) {
            database.setAutoCommit(false);
            Table list = DatabaseTable.read(database, requireNonNull(place.table()), recipe.recipe());
            Listed listed = Listed.of(recipe, list, reasons);
            DatabaseTable.replace(database, requireNonNull(place.into()), listed.scored());
            database.commit();
            return listed;
        }
    }

    private void end(long id, WorkStatus status, @Nullable String message, @Nullable Table scored, int version) {
        QuarkusTransaction.requiringNew().run(() -> {
            ScheduledRun run = ScheduledRun.findById(id);
            if (run == null) return;
            run.status = status;
            run.message = message;
            run.endedAt = clock.instant();
            if (scored == null) return;
            int acted = 0;
            for (int code : ((CategoryColumn) scored.column("action")).codes()) if (code == 0) acted++;
            run.version = version;
            run.records = scored.size();
            run.acted = acted;
        });
    }
}
