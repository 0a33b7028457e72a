package outrider.server.dataset;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.runtime.StartupEvent;
import jakarta.annotation.Priority;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Observes;
import jakarta.persistence.EntityManager;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.jboss.logging.Logger;
import outrider.check.ColumnProfile;
import outrider.server.work.Packed;
import outrider.table.ChunkCodec;
import outrider.table.Column;
import outrider.table.ColumnType;
import outrider.table.Dialect;
import outrider.table.NumberColumn;
import outrider.table.SuggestedReading;

/**
 * Columns stored before numbers kept how they were written: 8 bytes a number and no profile. They are stored anew at the first
 * start of a server that finds them.
 */
@ApplicationScoped
public class OldColumns {
    private static final Logger LOG = Logger.getLogger(OldColumns.class);

    private final EntityManager database;

    OldColumns(EntityManager database) {
        this.database = database;
    }

    public void renew(@Observes @Priority(50) StartupEvent event) {
        List<?> ids = QuarkusTransaction.requiringNew()
                .call(() -> database.createNativeQuery("select id from dataset_column where facts is null order by id")
                        .getResultList());
        for (Object id : ids) QuarkusTransaction.requiringNew().run(() -> renew(((Number) id).longValue()));
        if (!ids.isEmpty()) LOG.info("stored " + ids.size() + " columns of an earlier version anew");
    }

    private void renew(long id) {
        DatasetColumn row = DatasetColumn.findById(id);
        int records = Dataset.<Dataset>findById(row.datasetId).records;
        List<ColumnChunk> chunks = ColumnChunk.list("columnId = ?1 order by number", id);
        List<byte[]> plain = new ArrayList<>();
        for (ColumnChunk chunk : chunks) plain.add(Packed.unpack(chunk.bytes));
        Column column = row.type == ColumnType.NUMBER
                ? numbers(row.name, records, plain)
                : ChunkCodec.decode(row.name, row.type, row.format, row.levels, records, plain);
        if (row.type == ColumnType.NUMBER) {
            for (ColumnChunk chunk : chunks) {
                int from = chunk.number * ChunkCodec.VALUES_A_CHUNK;
                int to = Math.min(records, from + ChunkCodec.VALUES_A_CHUNK);
                chunk.bytes = Packed.pack(ChunkCodec.encode(column, from, to));
            }
        }
        row.format = column.format();
        row.facts = ColumnProfile.of(column, IntStream.range(0, records).toArray(), null);
        row.suggested = SuggestedReading.of(column, Dialect.PLAIN);
    }

    private static NumberColumn numbers(String name, int records, List<byte[]> chunks) {
        double[] values = new double[records];
        int at = 0;
        for (byte[] chunk : chunks) {
            ByteBuffer bytes = ByteBuffer.wrap(chunk);
            while (bytes.hasRemaining()) values[at++] = bytes.getDouble();
        }
        return new NumberColumn(name, values);
    }
}
