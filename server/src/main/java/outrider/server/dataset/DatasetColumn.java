package outrider.server.dataset;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.util.List;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;
import outrider.check.ColumnProfile;
import outrider.table.ColumnType;
import outrider.table.SuggestedReading;

/** One column of a dataset; its values are in {@link ColumnChunk}s. */
@Entity
public class DatasetColumn extends PanacheEntityBase {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public Long datasetId;
    public int position;
    public String name;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    public ColumnType type;

    @JdbcTypeCode(SqlTypes.JSON)
    public @Nullable List<String> levels;

    /** The decimal mark of numbers, the pattern of dates. */
    public @Nullable String format;

    /** The earlier column that it holds the same as in every record; null for none. */
    public @Nullable String copyOf;

    /** What it holds over all records, without any outcome. */
    @JdbcTypeCode(SqlTypes.JSON)
    public ColumnProfile facts;

    /** What a column of texts nearly is, or null. */
    @JdbcTypeCode(SqlTypes.JSON)
    public @Nullable SuggestedReading suggested;
}
