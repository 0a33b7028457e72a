package outrider.server.dataset;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.List;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;
import outrider.casefile.BriefFile;
import outrider.casefile.TableFile;
import outrider.table.Dialect;

/** A file on its way in: its bytes are kept in a folder of this server until it is stored as a dataset or discarded. */
@Entity
public class Upload extends PanacheEntityBase {
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

    /** The folder's own name: servers that do not share it do not see its files. */
    public String place;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    public State state;

    /** As somebody corrected it; null where it is found out. */
    @JdbcTypeCode(SqlTypes.JSON)
    public @Nullable Dialect dialect;

    /** Of a workbook, as somebody chose it; null for the first. */
    public @Nullable String sheet;

    /** Those of its columns that are to be read, as somebody chose; null for all. */
    @JdbcTypeCode(SqlTypes.JSON)
    public @Nullable List<String> readColumns;

    /** The query by which it is copied out of a database; null for a file that is brought. */
    @JdbcTypeCode(SqlTypes.JSON)
    public BriefFile.@Nullable Origin origin;

    public double progress;
    public String step;
    public @Nullable String message;
    public boolean stopRequested;
    public Long datasetId;

    /** The brief whose file it is to replace, or null. */
    public @Nullable Long briefId;

    /** Which takes it in or reads it; null for one of before. */
    public @Nullable String server;

    /** When that server last said that it reads it. */
    public @Nullable Instant beat;

    public String createdBy;
    public Instant createdAt;

    TableFile.Manner manner() {
        return new TableFile.Manner(dialect, sheet, readColumns);
    }
}
