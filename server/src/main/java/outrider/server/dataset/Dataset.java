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

    /** Of a workbook, the sheet that was read; null else. */
    public @Nullable String sheet;

    /** Those of the file's columns that were read; null for all. */
    @org.hibernate.annotations.JdbcTypeCode(org.hibernate.type.SqlTypes.JSON)
    public java.util.@Nullable List<String> readColumns;

    /** The query by which it was copied out of a database; null for a file that was brought. */
    @org.hibernate.annotations.JdbcTypeCode(org.hibernate.type.SqlTypes.JSON)
    public outrider.casefile.BriefFile.@Nullable Origin origin;

    /** Files whose columns were joined behind the file's own, in order. */
    @org.hibernate.annotations.JdbcTypeCode(org.hibernate.type.SqlTypes.JSON)
    public java.util.List<DatasetJoin> joins = java.util.List.of();

    public String createdBy;
    public Instant createdAt;

    /** Another of the same file, not stored yet. */
    Dataset copy() {
        Dataset copy = new Dataset();
        copy.name = name;
        copy.sha256 = sha256;
        copy.bytes = bytes;
        copy.notice = notice;
        copy.records = records;
        copy.startLines = startLines;
        copy.dialect = dialect;
        copy.sheet = sheet;
        copy.readColumns = readColumns;
        copy.origin = origin;
        return copy;
    }
}
