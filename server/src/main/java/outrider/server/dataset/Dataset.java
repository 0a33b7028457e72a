package outrider.server.dataset;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A file that was read into columns. Never changes. */
@Entity
public class Dataset extends PanacheEntityBase {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public String name;

    @org.hibernate.annotations.JdbcTypeCode(org.hibernate.type.SqlTypes.CHAR)
    public String sha256;

    public long bytes;
    /** What a reader ought to know of the file; null for nothing. */
    public @Nullable String notice;

    public int records;

    /** The file line of each record, packed; null where record r (from 0) is on line r + 2. */
    public byte @Nullable [] startLines;

    /** How the file was written; null for a file that says it itself. */
    @org.hibernate.annotations.JdbcTypeCode(org.hibernate.type.SqlTypes.JSON)
    public outrider.table.@Nullable Dialect dialect;

    public String createdBy;
    public Instant createdAt;
}
