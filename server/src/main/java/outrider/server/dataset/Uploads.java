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
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.casefile.BriefFile;
import outrider.casefile.TableFile;
import outrider.parquet.ParquetTables;
import outrider.server.dataset.Upload.State;
import outrider.table.Table;

/**
 * Files on their way in. Bytes come in slices and can go on after a break; reading is one job in the background whose result is
 * stored in one transaction. What a server left behind when it ended is said at the next start, to be resumed or discarded.
 */
@ApplicationScoped
public class Uploads {
    private static final Logger LOG = Logger.getLogger(Uploads.class);
    private static final long SPARE = 200L << 20;
    /** So many bytes may wait of one person, and so many files; each may be sent over so many connections. */
    private static final long MOST_WAITING = 16L << 30;

    private static final int MOST_OPEN = 40;
    private final Datasets datasets;
    private final Path folder;
    private final String place;
    private final Servers servers;
    private final ReadingQueue readers = new ReadingQueue();
    /** What waits for another database holds up no file. */
    private final ExecutorService copiers = Executors.newFixedThreadPool(2);

    private final Clock clock;
    private final Slices slices = new Slices();
    private final ReadingJobs jobs;

    Uploads(Datasets datasets, Servers servers, @ConfigProperty(name = "outrider.files") String folder, Clock clock) {
        this.clock = clock;
        this.datasets = datasets;
        this.servers = servers;
        jobs = new ReadingJobs(servers);
        this.folder = Path.of(folder);
        place = servers.place();
    }

    /** Says of each file that was coming in or being read here what the end of the server did to it. */
    public void look(@Observes @Priority(200) StartupEvent event) {
        servers.begin();
        QuarkusTransaction.requiringNew().run(() -> {
            List<Upload> left = Upload.list(
                    "place = ?1 and state in (?2, ?3) and (server = ?4 or server is null)",
                    place,
                    State.RECEIVING,
                    State.READING,
                    servers.name());
            for (Upload upload : left) {
                boolean reading = upload.state == State.READING;
                upload.message = "The server stopped while " + (reading ? upload.step : "the file was coming in")
                        + ". Nothing of it is stored yet.";
                upload.state = State.INTERRUPTED;
                LOG.info(upload.name + ": " + upload.message);
            }
        });
    }

    void end(@Observes ShutdownEvent event) {
        readers.end();
        copiers.shutdownNow();
        servers.end();
    }

    /** Those of somebody that they have still to decide on, latest first: not stored yet, or a newer file not taken yet. */
    public List<Upload> open(String by) {
        return Upload.list(
                "place = ?1 and createdBy = ?3 and (state <> ?2 or briefId is not null) order by id desc",
                place,
                State.STORED,
                by);
    }

    /** @throws NotFoundException if there is none here */
    public Upload get(long id) {
        Upload upload = Upload.findById(id);
        if (upload == null) throw new NotFoundException("there is no file " + id);
        if (!upload.place.equals(place)) {
            throw BadInput.state(
                    BadInput.Code.NOT_READY,
                    "file",
                    "is coming in on another server, which keeps its files elsewhere",
                    "let the servers share the folder OUTRIDER_FILES");
        }
        return upload;
    }

    /** By the name that such files have had from the first, so that one half here goes on after a newer server took over. */
    private Path file(Upload upload) {
        return folder.resolve("arrival-" + upload.id);
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
    public Upload begin(String name, long bytes, Long briefId, String by) throws IOException {
        if (name == null || name.isBlank()) throw BadInput.of("name", "is missing", "say what the file is called");
        if (bytes <= 0) throw BadInput.of("file", "is empty", "it needs a header and at least one record");
        long room = Files.getFileStore(folder).getUsableSpace() - SPARE;
        if (bytes > room) {
            throw BadInput.of(
                    "file",
                    "has " + bytes / 1_000_000 + " MB, the server's disk room for " + Math.max(0, room / 1_000_000),
                    "free some space or bring it compressed");
        }
        demandShare(bytes, by);
        return begun(name, bytes, State.RECEIVING, briefId, by);
    }

    private static void demandShare(long bytes, String by) {
        List<Upload> open = Upload.list("createdBy = ?1 and state <> ?2", by, State.STORED);
        if (open.size() >= MOST_OPEN) {
            throw BadInput.state(
                    BadInput.Code.BUSY,
                    "file",
                    "is one too many: " + open.size() + " of yours are not read yet",
                    "read or discard some of them first");
        }
        long waiting = open.stream().mapToLong(a -> a.bytes).sum();
        if (waiting + bytes > MOST_WAITING) {
            throw BadInput.state(
                    BadInput.Code.BUSY,
                    "file",
                    "and what else of yours is not read yet take more than " + (MOST_WAITING >> 30) + " GB",
                    "read or discard some of them first");
        }
    }

    private Upload begun(String name, long bytes, State state, @Nullable Long briefId, String by) throws IOException {
        Upload upload = new Upload();
        upload.name = name.strip();
        upload.bytes = bytes;
        upload.place = place;
        upload.beat = clock.instant();
        upload.server = servers.name();
        upload.state = state;
        upload.briefId = briefId;
        upload.createdBy = by;
        upload.createdAt = clock.instant();
        upload.persist();
        Files.deleteIfExists(file(upload));
        return upload;
    }

    /** Makes a table, on the way to a file. */
    public interface Copying {
        Table table(Progress progress);
    }

    /**
     * Copies a table in the background into a file as if it had been brought, so that its bytes stay what they are.
     *
     * @throws BadInput if it has no name
     */
    @Transactional
    public Upload copied(
            @Nullable String name, @Nullable Long briefId, String by, BriefFile.Origin origin, Copying copying)
            throws IOException {
        if (name == null || name.isBlank()) throw BadInput.of("name", "is missing", "say what the copy is called");
        String whole = name.strip().replaceFirst("(\\.parquet)?$", ".parquet");
        Upload upload = begun(whole, 0, State.READING, briefId, by);
        upload.origin = origin;
        upload.step = "waiting to be copied";
        Upload.flush();
        long id = upload.id;
        servers.reads(id);
        Path file = file(upload);
        copiers.execute(() -> jobs.of(id, whole, () -> {
            Table table = copying.table(ReadingJobs.progress(id));
            ParquetTables.write(table, file);
            long bytes = Files.size(file);
            QuarkusTransaction.requiringNew()
                    .run(() -> Upload.update(
                            "state = ?1, bytes = ?2, progress = 0, step = null, message = null where id = ?3",
                            State.HERE,
                            bytes,
                            id));
        }));
        return upload;
    }

    /**
     * Takes the bytes that follow those that are here.
     *
     * @param from where the slice begins in the file
     * @throws BadInput if that is not where the bytes that are here end, or there are more than announced
     */
    public void append(long id, long from, InputStream slice) throws IOException {
        Upload upload = QuarkusTransaction.requiringNew().call(() -> get(id));
        if (upload.state != State.RECEIVING && upload.state != State.INTERRUPTED) {
            throw BadInput.state(
                    BadInput.Code.ALREADY_DONE, "file", "is complete", "read it, or discard it and begin again");
        }
        Path file = file(upload);
        slices.take(upload, file, from, slice);
        State now = size(file) == upload.bytes ? State.HERE : State.RECEIVING;
        QuarkusTransaction.requiringNew()
                .run(() -> Upload.update(
                        "state = ?1, message = null, server = ?2 where id = ?3", now, servers.name(), id));
    }

    public UploadView view(Upload upload, boolean withPreview) {
        UploadView.PreviewView preview = null;
        String refusal = null;
        Path file = file(upload);
        boolean whole = upload.bytes > 0 && size(file) == upload.bytes;
        if (withPreview && whole && upload.state != State.STORED && upload.state != State.READING) {
            try {
                TableFile.Look look = TableFile.look(file, upload.manner());
                preview = UploadView.PreviewView.of(look);
                refusal = look.fault();
            } catch (BadInput e) {
                refusal = e.getMessage();
            } catch (NoSuchFileException e) {
                LOG.debug(upload.name + " was read or discarded meanwhile");
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
        return new UploadView(
                upload.id,
                upload.name,
                upload.bytes,
                upload.state == State.STORED ? upload.bytes : size(file),
                upload.state,
                upload.progress,
                upload.step,
                upload.message,
                upload.datasetId,
                upload.briefId,
                preview,
                refusal);
    }

    @Transactional
    public Upload correct(long id, TableFile.Manner manner) {
        Upload upload = get(id);
        if (upload.state == State.READING || upload.state == State.STORED) {
            throw BadInput.state(
                    BadInput.Code.BUSY, "file", "cannot be read otherwise while it is read", "stop it first");
        }
        upload.dialect = manner.dialect();
        upload.sheet = manner.sheet();
        upload.readColumns = manner.columns();
        return upload;
    }

    /**
     * Reads it in the background.
     *
     * @throws BadInput if bytes are missing or it is being read
     */
    @Transactional
    public Upload read(long id) {
        Upload upload = get(id);
        if (upload.bytes == 0 || size(file(upload)) != upload.bytes) {
            throw BadInput.state(BadInput.Code.NOT_READY, "file", "is not all here", "bring the rest of it first");
        }
        if (upload.state == State.READING || upload.state == State.STORED) return upload;
        upload.state = State.READING;
        upload.progress = 0;
        upload.step = "waiting to be read";
        upload.message = null;
        upload.stopRequested = false;
        upload.server = servers.name();
        upload.beat = clock.instant();
        Upload.flush();
        servers.reads(id);
        Path file = file(upload);
        readers.add(
                upload.createdBy, upload.bytes, () -> work(id, upload.name, file, upload.manner(), upload.createdBy));
        return upload;
    }

    private void work(long id, String name, Path file, TableFile.Manner manner, String by) {
        boolean stored = jobs.of(id, name, () -> datasets.read(name, by, file, manner, ReadingJobs.progress(id), id));
        if (!stored) return;
        try {
            Files.deleteIfExists(file);
        } catch (IOException e) {
            LOG.warn(name + " is stored, and its file could not be deleted", e);
        }
    }

    @Transactional
    public Upload stop(long id) {
        Upload upload = get(id);
        upload.stopRequested = true;
        return upload;
    }

    /** Forgets the file and its bytes; the dataset made of it, if any, stays. */
    @Transactional
    public void discard(long id) throws IOException {
        Upload upload = get(id);
        if (upload.state == State.READING)
            throw BadInput.state(BadInput.Code.BUSY, "file", "is being read", "stop it first");
        upload.delete();
        Files.deleteIfExists(file(upload));
    }

    /** Reads a whole body at once, for callers that need no progress. */
    public Dataset readNow(String name, String by, InputStream body) throws IOException {
        Path file = Files.createTempFile(folder, "body-", null);
        try {
            long room = Files.getFileStore(folder).getUsableSpace() - SPARE;
            try (OutputStream to = Files.newOutputStream(file)) {
                if (!Slices.fits(body, to, Math.min(room, MOST_WAITING))) {
                    throw BadInput.of("file", "is larger than the server has room for", "bring it compressed");
                }
            }
            return datasets.read(name, by, file, TableFile.Manner.UNKNOWN, Progress.NONE, null);
        } finally {
            Files.deleteIfExists(file);
        }
    }
}
