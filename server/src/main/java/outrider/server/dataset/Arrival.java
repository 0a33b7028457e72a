package outrider.server.dataset;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;
import outrider.table.Dialect;

/** A file on its way in: its bytes are kept in a folder of this server until it is stored as a dataset or discarded. */
@Entity
public class Arrival extends PanacheEntityBase {
    /** What has become of it so far. */
    public enum State {
        RECEIVING,
        /** All bytes are here; how it is written is being looked at. */
        HERE,
        READING,
        STORED,
        FAILED,
        /** The server ended while it came in or was read; nothing of it is stored. */
        INTERRUPTED
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public String name;

    /** How many there are to be. */
    public long bytes;

    /** The folder's own name: another server does not see its files. */
    public String place;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    public State state;

    /** As somebody corrected it; null where it is found out. */
    @JdbcTypeCode(SqlTypes.JSON)
    public Dialect dialect;

    public double progress;
    public String step;
    public @Nullable String message;
    public boolean stopRequested;
    public Long datasetId;

    /** The brief whose file it is to replace, or null. */
    public Long briefId;

    public String createdBy;
    public Instant createdAt;
}
