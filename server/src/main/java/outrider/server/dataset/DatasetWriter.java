package outrider.server.dataset;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import org.hibernate.Session;
import org.jspecify.annotations.Nullable;
import outrider.server.trail.Act;
import outrider.server.trail.Trail;

/** Stores what was read, all or nothing; a bean of its own so that the transaction begins after the reading. */
@ApplicationScoped
public class DatasetWriter {
    private final EntityManager database;

    DatasetWriter(EntityManager database) {
        this.database = database;
    }

    /**
     * @param prepared in file order; taken out of the list as they are stored
     * @param arrivalId the file on its way in that is stored by this, or null
     */
    @Transactional
    void store(Dataset dataset, List<CompletableFuture<ColumnStore.Prepared>> prepared, @Nullable Long arrivalId) {
        dataset.persist();
        for (int i = 0; i < prepared.size(); i++) {
            ColumnStore.Prepared column = prepared.get(i).join();
            prepared.set(i, CompletableFuture.completedFuture(null));
            DatasetColumn row = column.row();
            row.datasetId = dataset.id;
            row.persist();
            database.flush();
            database.unwrap(Session.class).doWork(connection -> ChunkCopy.write(connection, row.id, column.chunks()));
            database.clear();
        }
        Trail.add(
                Trail.HOUSE,
                dataset.createdBy,
                Act.DATA_BROUGHT,
                dataset.name,
                dataset.records + " records, SHA-256 " + dataset.sha256);
        if (arrivalId != null) {
            Arrival.update(
                    "state = ?1, datasetId = ?2, progress = 1, step = null, message = null where id = ?3",
                    Arrival.State.STORED,
                    dataset.id,
                    arrivalId);
        }
    }
}
