package outrider.server.dataset;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.runtime.ShutdownEvent;
import io.quarkus.runtime.StartupEvent;
import jakarta.annotation.Priority;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Observes;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.NotFoundException;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Clock;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.parquet.ParquetTables;
import outrider.server.dataset.Arrival.State;
import outrider.server.work.KeptProgress;
import outrider.table.Dialect;
import outrider.table.Preview;

/**
 * Files on their way in. Bytes come in slices and can go on after a break; reading is one job in the background whose result is
 * stored in one transaction. What a server left behind when it ended is said at the next start, to be resumed or discarded.
 */
@ApplicationScoped
public class Arrivals {
    private static final Logger LOG = Logger.getLogger(Arrivals.class);
    private static final long SPARE = 200L << 20;

    private final Datasets datasets;
    private final Path folder;
    private final String place;
    private final ExecutorService readers = Executors.newSingleThreadExecutor();
    private final Clock clock;
    private final Set<Long> writing = ConcurrentHashMap.newKeySet();

    Arrivals(Datasets datasets, @ConfigProperty(name = "outrider.files") String folder, Clock clock)
            throws IOException {
        this.clock = clock;
        this.datasets = datasets;
        this.folder = Files.createDirectories(Path.of(folder));
        Path mark = this.folder.resolve("place");
        if (!Files.exists(mark)) Files.writeString(mark, UUID.randomUUID().toString());
        place = Files.readString(mark);
    }

    /** Says of each file that was coming in or being read what the end of the server did to it. */
    public void look(@Observes @Priority(200) StartupEvent event) {
        QuarkusTransaction.requiringNew().run(() -> {
            List<Arrival> left =
                    Arrival.list("place = ?1 and state in (?2, ?3)", place, State.RECEIVING, State.READING);
            for (Arrival arrival : left) {
                boolean reading = arrival.state == State.READING;
                arrival.message = "The server stopped while " + (reading ? arrival.step : "the file was coming in")
                        + ". Nothing of it is stored yet.";
                arrival.state = State.INTERRUPTED;
                LOG.info(arrival.name + ": " + arrival.message);
            }
        });
    }

    void end(@Observes ShutdownEvent event) {
        readers.shutdownNow();
    }

    /** Those that somebody has still to decide on, latest first: not stored yet, or a delivery not taken yet. */
    public List<Arrival> open() {
        return Arrival.list(
                "place = ?1 and (state <> ?2 or briefId is not null) order by id desc", place, State.STORED);
    }

    /** @throws NotFoundException if there is none here */
    public Arrival get(long id) {
        Arrival arrival = Arrival.findById(id);
        if (arrival == null || !arrival.place.equals(place)) throw new NotFoundException("there is no file " + id);
        return arrival;
    }

    private Path file(Arrival arrival) {
        return folder.resolve("arrival-" + arrival.id);
    }

    private static long size(Path file) {
        try {
            return Files.exists(file) ? Files.size(file) : 0;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** @throws BadInput if it has no name or bytes, or the disk has no room for it */
    @Transactional
    public Arrival begin(String name, long bytes, Long briefId, String by) throws IOException {
        if (name == null || name.isBlank()) throw BadInput.of("name", "is missing", "say what the file is called");
        if (bytes <= 0) throw BadInput.of("file", "is empty", "it needs a header and at least one record");
        long room = Files.getFileStore(folder).getUsableSpace() - SPARE;
        if (bytes > room) {
            throw BadInput.of(
                    "file",
                    "has " + bytes / 1_000_000 + " MB, the server's disk room for " + Math.max(0, room / 1_000_000),
                    "free some space or bring it compressed");
        }
        Arrival arrival = new Arrival();
        arrival.name = name.strip();
        arrival.bytes = bytes;
        arrival.place = place;
        arrival.state = State.RECEIVING;
        arrival.briefId = briefId;
        arrival.createdBy = by;
        arrival.createdAt = clock.instant();
        arrival.persist();
        Files.deleteIfExists(file(arrival));
        return arrival;
    }

    /**
     * Takes the bytes that follow those that are here.
     *
     * @param from where the slice begins in the file
     * @throws BadInput if that is not where the bytes that are here end, or there are more than announced
     */
    public void append(long id, long from, InputStream slice) throws IOException {
        Arrival arrival = QuarkusTransaction.requiringNew().call(() -> get(id));
        if (arrival.state != State.RECEIVING && arrival.state != State.INTERRUPTED) {
            throw BadInput.state(
                    BadInput.Code.ALREADY_DONE, "file", "is complete", "read it, or discard it and begin again");
        }
        Path file = file(arrival);
        if (!writing.add(id))
            throw BadInput.state(BadInput.Code.BUSY, "file", "is being sent from another page", "wait for it");
        try (FileChannel to = FileChannel.open(file, StandardOpenOption.CREATE, StandardOpenOption.WRITE)) {
            if (from != to.size()) {
                throw BadInput.of("from", "is " + from + ", but " + to.size() + " bytes are here", "go on from there");
            }
            to.position(from);
            slice.transferTo(Channels.newOutputStream(to));
            if (to.size() > arrival.bytes) {
                to.truncate(from);
                throw BadInput.of("file", "holds more bytes than announced", "begin again");
            }
        } finally {
            writing.remove(id);
        }
        State now = size(file) == arrival.bytes ? State.HERE : State.RECEIVING;
        update(id, now, null);
    }

    private static void update(long id, State state, @Nullable String message) {
        QuarkusTransaction.requiringNew()
                .run(() -> Arrival.update("state = ?1, message = ?2 where id = ?3", state, message, id));
    }

    public ArrivalView view(Arrival arrival, boolean withPreview) {
        ArrivalView.PreviewView preview = null;
        String refusal = null;
        Path file = file(arrival);
        boolean whole = size(file) == arrival.bytes;
        if (withPreview && whole && arrival.state != State.STORED) {
            try {
                preview = preview(file, arrival.dialect);
            } catch (BadInput e) {
                refusal = e.getMessage();
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
        return new ArrivalView(
                arrival.id,
                arrival.name,
                arrival.bytes,
                arrival.state == State.STORED ? arrival.bytes : size(file),
                arrival.state,
                arrival.progress,
                arrival.step,
                arrival.message,
                arrival.datasetId,
                arrival.briefId,
                preview,
                refusal);
    }

    private static ArrivalView.PreviewView preview(Path file, Dialect dialect) throws IOException {
        if (ParquetTables.is(file)) {
            Preview found = ParquetTables.preview(file);
            return new ArrivalView.PreviewView(true, null, found.names(), found.rows());
        }
        try (InputStream in = Files.newInputStream(file)) {
            Preview found = Preview.of(in, dialect);
            return new ArrivalView.PreviewView(false, found.dialect(), found.names(), found.rows());
        }
    }

    @Transactional
    public Arrival correct(long id, Dialect dialect) {
        Arrival arrival = get(id);
        if (arrival.state == State.READING || arrival.state == State.STORED) {
            throw BadInput.state(
                    BadInput.Code.BUSY, "dialect", "cannot be changed while the file is read", "stop it first");
        }
        arrival.dialect = dialect;
        return arrival;
    }

    /**
     * Reads it in the background.
     *
     * @throws BadInput if bytes are missing or it is being read
     */
    @Transactional
    public Arrival read(long id) {
        Arrival arrival = get(id);
        if (size(file(arrival)) != arrival.bytes) {
            throw BadInput.state(BadInput.Code.NOT_READY, "file", "is not all here", "bring the rest of it first");
        }
        if (arrival.state == State.READING || arrival.state == State.STORED) return arrival;
        arrival.state = State.READING;
        arrival.progress = 0;
        arrival.step = "waiting to be read";
        arrival.message = null;
        arrival.stopRequested = false;
        Arrival.flush();
        Path file = file(arrival);
        readers.execute(() -> work(id, arrival.name, file, arrival.dialect, arrival.createdBy));
        return arrival;
    }

    private void work(long id, String name, Path file, Dialect dialect, String by) {
        try {
            awaitCommit(id);
            datasets.read(
                    name,
                    by,
                    file,
                    dialect,
                    new KeptProgress(
                            (share, step) -> Arrival.update("progress = ?1, step = ?2 where id = ?3", share, step, id),
                            () -> {
                                Arrival now = Arrival.findById(id);
                                return now == null || now.stopRequested;
                            }),
                    id);
            Files.deleteIfExists(file);
        } catch (CancellationException e) {
            update(id, State.HERE, "Stopped. Nothing of it is stored.");
        } catch (BadInput e) {
            update(id, State.FAILED, e.getMessage());
        } catch (Exception | OutOfMemoryError e) {
            LOG.error("reading " + name + " failed", e);
            update(id, State.FAILED, "the server failed at this; its log says why");
        }
    }

    /** The job may begin before the transaction that ordered it has ended. */
    private static void awaitCommit(long id) throws InterruptedException {
        for (int i = 0; i < 500; i++) {
            State state = QuarkusTransaction.requiringNew().call(() -> {
                Arrival arrival = Arrival.findById(id);
                return arrival == null ? null : arrival.state;
            });
            if (state == State.READING) return;
            Thread.sleep(10);
        }
        throw new IllegalStateException("file " + id + " is not to be read");
    }

    @Transactional
    public Arrival stop(long id) {
        Arrival arrival = get(id);
        arrival.stopRequested = true;
        return arrival;
    }

    /** Forgets the file and its bytes; the dataset made of it, if any, stays. */
    @Transactional
    public void discard(long id) throws IOException {
        Arrival arrival = get(id);
        if (arrival.state == State.READING)
            throw BadInput.state(BadInput.Code.BUSY, "file", "is being read", "stop it first");
        arrival.delete();
        Files.deleteIfExists(file(arrival));
    }

    /** Reads a whole body at once, for callers that need no progress. */
    public Dataset readNow(String name, String by, InputStream body) throws IOException {
        Path file = Files.createTempFile(folder, "body-", null);
        try {
            Files.copy(body, file, java.nio.file.StandardCopyOption.REPLACE_EXISTING);
            return datasets.read(name, by, file, null, Progress.NONE, null);
        } finally {
            Files.deleteIfExists(file);
        }
    }
}
