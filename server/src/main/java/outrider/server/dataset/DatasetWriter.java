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
    private static final String COPY = """
            with copied as (
              insert into dataset_column (dataset_id, position, name, type, levels, format, facts, suggested, copy_of)
              select :made, position, name, type, levels, format, facts, suggested, copy_of
              from dataset_column where dataset_id = :other
              returning id, position)
            insert into column_chunk (column_id, number, bytes)
            select copied.id, chunk.number, chunk.bytes
            from copied
            join dataset_column old on old.dataset_id = :other and old.position = copied.position
            join column_chunk chunk on chunk.column_id = old.id
            """;

    private final EntityManager database;

    DatasetWriter(EntityManager database) {
        this.database = database;
    }

    /**
     * @param prepared in file order; taken out of the list as they are stored
     * @param uploadId the file on its way in that is stored by this, or null
     */
    @Transactional
    void store(Dataset dataset, List<CompletableFuture<ColumnStore.Prepared>> prepared, @Nullable Long uploadId) {
        if (uploadId != null) dataset.origin = Upload.<Upload>findById(uploadId).origin;
        dataset.persist();
        columns(dataset.id, 0, prepared);
        Trail.add(
                Trail.HOUSE,
                dataset.createdBy,
                Act.DATA_BROUGHT,
                dataset.name,
                dataset.records + " records, SHA-256 " + dataset.sha256);
        if (uploadId != null) {
            Upload.update(
                    "state = ?1, datasetId = ?2, progress = 1, step = null, message = null where id = ?3",
                    Upload.State.STORED,
                    dataset.id,
                    uploadId);
        }
    }

    /**
     * Stores a dataset of another's columns, copied as they lie there, and some more behind them.
     *
     * @param own how many those are
     */
    @Transactional
    void storeBeside(Dataset dataset, long otherId, int own, List<CompletableFuture<ColumnStore.Prepared>> prepared) {
        dataset.persist();
        database.flush();
        database.createNativeQuery(COPY)
                .setParameter("made", dataset.id)
                .setParameter("other", otherId)
                .executeUpdate();
        columns(dataset.id, own, prepared);
        DatasetJoin join = dataset.joins.get(dataset.joins.size() - 1);
        Trail.add(
                Trail.HOUSE,
                dataset.createdBy,
                Act.DATA_BROUGHT,
                dataset.name,
                "joined with " + join.file().file() + ", SHA-256 " + join.file().sha256() + "; "
                        + join.found().matched() + " of " + dataset.records + " records find their key");
    }

    private void columns(long datasetId, int from, List<CompletableFuture<ColumnStore.Prepared>> prepared) {
        for (int i = 0; i < prepared.size(); i++) {
            ColumnStore.Prepared column = prepared.get(i).join();
            prepared.set(i, CompletableFuture.completedFuture(null));
            DatasetColumn row = column.row();
            row.datasetId = datasetId;
            row.position += from;
            row.persist();
            database.flush();
            database.unwrap(Session.class).doWork(connection -> ChunkCopy.write(connection, row.id, column.chunks()));
            database.clear();
        }
    }
}
