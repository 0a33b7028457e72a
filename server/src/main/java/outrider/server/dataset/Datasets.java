package outrider.server.dataset;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.NotFoundException;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import outrider.base.Progress;
import outrider.server.work.Packed;
import outrider.table.CategoryColumn;
import outrider.table.ChunkCodec;
import outrider.table.Column;
import outrider.table.CsvTableReader;
import outrider.table.Table;

/** Reads files into the database and columns out of it. */
@ApplicationScoped
public class Datasets {
    private static final int TABLES_KEPT = 3;

    private final EntityManager database;
    private final DatasetWriter writer;
    private final Map<Long, Table> recent = Collections.synchronizedMap(new LinkedHashMap<>(8, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<Long, Table> eldest) {
            return size() > TABLES_KEPT;
        }
    });

    Datasets(EntityManager database, DatasetWriter writer) {
        this.database = database;
        this.writer = writer;
    }

    /**
     * Reads the whole file, then stores it in one transaction, so that a broken file or a killed server leaves nothing behind.
     *
     * @throws outrider.base.BadInput as {@link CsvTableReader#read} says
     */
    public Dataset read(String name, String by, InputStream in) throws IOException {
        try {
            DigestInputStream digest = new DigestInputStream(in, MessageDigest.getInstance("SHA-256"));
            Counting counting = new Counting(digest);
            Table table = CsvTableReader.read(counting, Progress.NONE);
            counting.transferTo(OutputStream.nullOutputStream());
            Dataset dataset = new Dataset();
            dataset.name = name;
            dataset.sha256 = HexFormat.of().formatHex(digest.getMessageDigest().digest());
            dataset.bytes = counting.count;
            dataset.records = table.size();
            dataset.startLines = table.startLines() == null ? null : Packed.packInts(table.startLines());
            dataset.createdBy = by;
            dataset.createdAt = Instant.now();
            writer.store(dataset, table);
            return dataset;
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    /** @throws NotFoundException if there is none */
    public Dataset get(long id) {
        Dataset dataset = Dataset.findById(id);
        if (dataset == null) throw new NotFoundException("there is no dataset " + id);
        return dataset;
    }

    /** All columns, as they were read. The tables used last stay in memory. */
    @Transactional
    public Table table(long id) {
        Table known = recent.get(id);
        if (known != null) return known;
        Dataset dataset = get(id);
        int size = dataset.records;
        List<Column> columns = new ArrayList<>();
        for (DatasetColumn column : DatasetColumn.<DatasetColumn>list("datasetId = ?1 order by position", id)) {
            List<byte[]> chunks = database.createQuery(
                            "select c.bytes from ColumnChunk c where c.columnId = ?1 order by c.number", byte[].class)
                    .setParameter(1, column.id)
                    .getResultStream()
                    .map(Packed::unpack)
                    .toList();
            columns.add(ChunkCodec.decode(column.name, column.type, column.levels, size, chunks));
        }
        Table table = new Table(columns, dataset.startLines == null ? null : Packed.unpackInts(dataset.startLines));
        recent.put(id, table);
        return table;
    }

    /** Stores what was read; a bean of its own so that the transaction begins after the reading. */
    @ApplicationScoped
    public static class DatasetWriter {
        private final EntityManager database;

        DatasetWriter(EntityManager database) {
            this.database = database;
        }

        @Transactional
        public void store(Dataset dataset, Table table) {
            dataset.persist();
            int position = 0;
            for (Column column : table.columns()) {
                DatasetColumn row = new DatasetColumn();
                row.datasetId = dataset.id;
                row.position = position++;
                row.name = column.name();
                row.type = column.type();
                row.levels = column instanceof CategoryColumn category ? category.levels() : null;
                row.persist();
                int step = ChunkCodec.VALUES_A_CHUNK;
                for (int from = 0; from < column.size(); from += step) {
                    ColumnChunk chunk = new ColumnChunk();
                    chunk.columnId = row.id;
                    chunk.number = from / step;
                    chunk.bytes = Packed.pack(ChunkCodec.encode(column, from, Math.min(column.size(), from + step)));
                    chunk.persist();
                }
                database.flush();
                database.clear();
            }
        }
    }

    private static final class Counting extends FilterInputStream {
        private long count;

        Counting(InputStream in) {
            super(in);
        }

        @Override
        public int read() throws IOException {
            int value = super.read();
            if (value >= 0) count++;
            return value;
        }

        @Override
        public int read(byte[] into, int offset, int length) throws IOException {
            int got = super.read(into, offset, length);
            if (got > 0) count += got;
            return got;
        }
    }
}
