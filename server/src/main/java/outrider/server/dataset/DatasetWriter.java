package outrider.server.dataset;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.util.List;

/** Stores what was read, all or nothing; a bean of its own so that the transaction begins after the reading. */
@ApplicationScoped
public class DatasetWriter {
    private final EntityManager database;

    DatasetWriter(EntityManager database) {
        this.database = database;
    }

    /** @param arrivalId the file on its way in that is stored by this, or null */
    @Transactional
    void store(Dataset dataset, ColumnStore.Prepared prepared, Long arrivalId) {
        dataset.persist();
        for (int i = 0; i < prepared.columns().size(); i++) {
            DatasetColumn row = prepared.columns().get(i);
            row.datasetId = dataset.id;
            row.persist();
            List<byte[]> chunks = prepared.chunks().get(i);
            for (int number = 0; number < chunks.size(); number++) {
                ColumnChunk chunk = new ColumnChunk();
                chunk.columnId = row.id;
                chunk.number = number;
                chunk.bytes = chunks.get(number);
                chunk.persist();
            }
            database.flush();
            database.clear();
        }
        if (arrivalId != null) {
            Arrival.update(
                    "state = ?1, datasetId = ?2, progress = 1, step = null, message = null where id = ?3",
                    Arrival.State.STORED,
                    dataset.id,
                    arrivalId);
        }
    }
}
