package outrider.server.dataset;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.NotFoundException;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.casefile.JoinedFile;
import outrider.casefile.Sha256;
import outrider.casefile.TableFile;
import outrider.server.trail.Act;
import outrider.server.trail.Trail;
import outrider.server.work.Caches;
import outrider.server.work.Kept;
import outrider.server.work.Packed;
import outrider.table.ChunkCodec;
import outrider.table.Column;
import outrider.table.CsvTableWriter;
import outrider.table.Join;
import outrider.table.Table;

/** Reads files into the database and columns out of it. */
@ApplicationScoped
public class Datasets {
    /** Before a larger file is read, memory is made free for it. */
    private static final long LARGE = 50_000_000;
    /** The share of the work that reading is; profiling and storing are the rest. */
    private static final double READING = 0.6;

    private final EntityManager database;
    private final DatasetWriter writer;
    private final Kept<Long, Table> recent = Caches.TABLES.make(Caches::bytes);

    private final Clock clock;

    Datasets(EntityManager database, DatasetWriter writer, Clock clock) {
        this.clock = clock;
        this.database = database;
        this.writer = writer;
    }

    /**
     * Reads the whole file and looks at every column, then stores it in one transaction, so that a broken file or a killed
     * server leaves nothing behind.
     *
     * @param said how it is written; what nobody said is found out
     * @param uploadId the file on its way in that is stored by this, or null
     * @throws BadInput as {@link TableFile#read} says
     * @throws java.util.concurrent.CancellationException if the progress was cancelled
     */
    public Dataset read(
            String name, String by, Path file, TableFile.Manner said, Progress progress, @Nullable Long uploadId)
            throws IOException {
        CompletableFuture<String> sha256 = CompletableFuture.supplyAsync(() -> sha256(file));
        Dataset dataset = new Dataset();
        dataset.name = name;
        dataset.bytes = Files.size(file);
        if (dataset.bytes > LARGE) recent.forgetAll();
        Table table = table(file, said, dataset, progress);
        List<CompletableFuture<ColumnStore.Prepared>> prepared =
                ColumnStore.prepare(table, dataset.dialect, READING, progress);
        dataset.sha256 = sha256.join();
        dataset.records = table.size();
        dataset.startLines = table.startLines() == null ? null : Packed.packInts(table.startLines());
        dataset.createdBy = by;
        dataset.createdAt = clock.instant();
        try {
            writer.store(dataset, prepared, uploadId);
        } catch (CompletionException e) {
            if (e.getCause() instanceof RuntimeException cause) throw cause;
            throw e;
        } finally {
            prepared.forEach(column -> column.cancel(false));
        }
        recent.put(dataset.id, table);
        return dataset;
    }

    /** Stores records that were put together here, as a file that people would bring them in. */
    public Dataset stored(Table table, String name, String by) throws IOException {
        Path file = Files.createTempFile("records", ".csv");
        try {
            try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(file))) {
                CsvTableWriter.write(table, out);
            }
            return read(name, by, file, TableFile.Manner.UNKNOWN, Progress.NONE, null);
        } finally {
            Files.delete(file);
        }
    }

    /**
     * Stores a dataset again with the columns of another beside its own. Those that it has are copied as they lie in the database.
     *
     * @throws BadInput as {@link Join#joined} does
     */
    public Dataset join(long id, long secondId, JoinedFile file, String by) {
        Dataset main = get(id);
        Table table = table(id);
        Join join = Join.of(table, table(secondId), file.file(), file.terms());
        Table joined = join.joined();
        int own = table.columns().size();
        Table coming = new Table(joined.columns().subList(own, joined.columns().size()), table.startLines());
        Dataset dataset = main.copy();
        dataset.joins = new ArrayList<>(main.joins);
        dataset.joins.add(new DatasetJoin(file, join.found(), join.names(), id));
        dataset.createdBy = by;
        dataset.createdAt = clock.instant();
        writer.storeBeside(
                dataset, id, own, ColumnStore.prepare(coming, file.how().dialect(), 0, Progress.NONE));
        recent.put(dataset.id, joined);
        return dataset;
    }

    private static Table table(Path file, TableFile.Manner said, Dataset dataset, Progress progress)
            throws IOException {
        Progress part = new Progress() {
            @Override
            public void report(double share, String step) {
                progress.report(READING * share, step);
            }

            @Override
            public boolean isCancelled() {
                return progress.isCancelled();
            }
        };
        TableFile.Manner manner = TableFile.manner(file, said);
        dataset.dialect = manner.dialect();
        dataset.sheet = manner.sheet();
        dataset.readColumns = manner.columns();
        Table table = TableFile.read(file, manner, part);
        dataset.notice = TableFile.notice(file, manner, table);
        return table;
    }

    private static String sha256(Path file) {
        try {
            return Sha256.of(file);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** @throws NotFoundException if there is none */
    public Dataset get(long id) {
        Dataset dataset = Dataset.findById(id);
        if (dataset == null) throw new NotFoundException("there is no dataset " + id);
        return dataset;
    }

    /** The columns as they were stored, in file order, without their values. */
    public List<DatasetColumn> columns(long id) {
        return DatasetColumn.list("datasetId = ?1 order by position", id);
    }

    /** All columns, as they were read. The tables used last stay in memory. */
    @ActivateRequestContext
    public Table table(long id) {
        return recent.get(id, this::stored);
    }

    private Table stored(long id) {
        Dataset dataset = get(id);
        List<DatasetColumn> rows = columns(id);
        List<List<byte[]>> chunks = new ArrayList<>();
        for (DatasetColumn row : rows) {
            chunks.add(database.createQuery(
                            "select c.bytes from ColumnChunk c where c.columnId = ?1 order by c.number", byte[].class)
                    .setParameter(1, row.id)
                    .getResultList());
        }
        List<Column> columns = IntStream.range(0, rows.size())
                .parallel()
                .mapToObj(i -> decode(rows.get(i), dataset.records, chunks.get(i)))
                .toList();
        return new Table(columns, dataset.startLines == null ? null : Packed.unpackInts(dataset.startLines));
    }

    private static Column decode(DatasetColumn row, int records, List<byte[]> chunks) {
        return ChunkCodec.decode(
                row.name,
                row.type,
                row.format,
                row.levels,
                records,
                chunks.stream().map(Packed::unpack).toList());
    }

    private long briefs(long id) {
        return database.createQuery("select count(b) from Brief b where b.datasetId = ?1", Long.class)
                .setParameter(1, id)
                .getSingleResult();
    }

    /** Takes a dataset away that no brief uses; keeps it where one does. */
    @Transactional
    public void forget(long id) {
        if (briefs(id) == 0) delete(id);
    }

    /**
     * Takes a dataset away.
     *
     * @throws BadInput if a brief uses it
     */
    @Transactional
    public void delete(long id) {
        Dataset dataset = get(id);
        if (briefs(id) > 0) throw BadInput.state(BadInput.Code.LOCKED, "dataset", "is used by a brief", "it stays");
        if (batches(id) > 0) {
            throw BadInput.state(
                    BadInput.Code.LOCKED,
                    "dataset",
                    "was held against a release, as a batch or its outcomes",
                    "it stays");
        }
        for (String statement : List.of(
                "update Upload a set a.datasetId = null where a.datasetId = ?1",
                "delete from ColumnChunk c where c.columnId in (select d.id from DatasetColumn d where d.datasetId = ?1)",
                "delete from DatasetColumn d where d.datasetId = ?1")) {
            database.createQuery(statement).setParameter(1, id).executeUpdate();
        }
        dataset.delete();
        Trail.house(Act.DATA_TAKEN_AWAY, dataset.name, "SHA-256 " + dataset.sha256);
        recent.forget(id);
    }

    private long batches(long id) {
        return ((Number) database.createNativeQuery(
                                "select count(*) from follow_batch where dataset_id = ?1 or outcomes @> to_jsonb(?1)")
                        .setParameter(1, id)
                        .getSingleResult())
                .longValue();
    }
}
