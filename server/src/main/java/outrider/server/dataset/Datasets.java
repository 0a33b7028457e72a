package outrider.server.dataset;

import com.github.benmanes.caffeine.cache.Cache;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.NotFoundException;
import java.io.IOException;
import java.io.InputStream;
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
import outrider.casefile.Sha256;
import outrider.parquet.ParquetTables;
import outrider.server.trail.Act;
import outrider.server.trail.Trail;
import outrider.server.work.Caches;
import outrider.server.work.Packed;
import outrider.table.ChunkCodec;
import outrider.table.Column;
import outrider.table.CsvTableReader;
import outrider.table.Dialect;
import outrider.table.Preview;
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
    private final Cache<Long, Table> recent = Caches.TABLES.make(Caches::bytes);

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
     * @param dialect how it is written; null finds out
     * @param arrivalId the file on its way in that is stored by this, or null
     * @throws BadInput as {@link CsvTableReader#read} says
     * @throws java.util.concurrent.CancellationException if the progress was cancelled
     */
    public Dataset read(
            String name, String by, Path file, @Nullable Dialect dialect, Progress progress, @Nullable Long arrivalId)
            throws IOException {
        CompletableFuture<String> sha256 = CompletableFuture.supplyAsync(() -> sha256(file));
        Dataset dataset = new Dataset();
        dataset.name = name;
        dataset.bytes = Files.size(file);
        if (dataset.bytes > LARGE) recent.invalidateAll();
        Table table = table(file, dialect, dataset, progress);
        List<CompletableFuture<ColumnStore.Prepared>> prepared =
                ColumnStore.prepare(table, dataset.dialect, READING, progress);
        dataset.sha256 = sha256.join();
        dataset.records = table.size();
        dataset.startLines = table.startLines() == null ? null : Packed.packInts(table.startLines());
        dataset.createdBy = by;
        dataset.createdAt = clock.instant();
        try {
            writer.store(dataset, prepared, arrivalId);
        } catch (CompletionException e) {
            if (e.getCause() instanceof RuntimeException cause) throw cause;
            throw e;
        } finally {
            prepared.forEach(column -> column.cancel(false));
        }
        recent.put(dataset.id, table);
        return dataset;
    }

    private static Table table(Path file, @Nullable Dialect dialect, Dataset dataset, Progress progress)
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
        if (ParquetTables.is(file)) {
            Table table = ParquetTables.read(file, part);
            dataset.notice = ParquetTables.notice(file);
            return table;
        }
        dataset.dialect = dialect;
        if (dialect == null) {
            try (InputStream in = Files.newInputStream(file)) {
                dataset.dialect = Preview.of(in, null).dialect();
            }
        }
        try (InputStream in = Files.newInputStream(file)) {
            return CsvTableReader.read(in, dataset.bytes, dataset.dialect, part);
        }
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
    @Transactional
    public Table table(long id) {
        Table known = recent.getIfPresent(id);
        if (known != null) return known;
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
        Table table = new Table(columns, dataset.startLines == null ? null : Packed.unpackInts(dataset.startLines));
        recent.put(id, table);
        return table;
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

    /**
     * Takes a dataset away.
     *
     * @throws BadInput if a brief uses it
     */
    @Transactional
    public void delete(long id) {
        Dataset dataset = get(id);
        long briefs = database.createQuery("select count(b) from Brief b where b.datasetId = ?1", Long.class)
                .setParameter(1, id)
                .getSingleResult();
        if (briefs > 0) throw BadInput.state(BadInput.Code.LOCKED, "dataset", "is used by a brief", "it stays");
        for (String statement : List.of(
                "update Arrival a set a.datasetId = null where a.datasetId = ?1",
                "delete from ColumnChunk c where c.columnId in (select d.id from DatasetColumn d where d.datasetId = ?1)",
                "delete from DatasetColumn d where d.datasetId = ?1")) {
            database.createQuery(statement).setParameter(1, id).executeUpdate();
        }
        dataset.delete();
        Trail.house(Act.DATA_TAKEN_AWAY, dataset.name, "SHA-256 " + dataset.sha256);
        recent.invalidate(id);
    }
}
