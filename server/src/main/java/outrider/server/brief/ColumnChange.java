package outrider.server.brief;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Map;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import outrider.casefile.ColumnSetup;

/** How some columns stood before they were changed together. */
@Entity
public class ColumnChange extends PanacheEntityBase {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public Long briefId;

    @JdbcTypeCode(SqlTypes.JSON)
    public Map<String, ColumnSetup> before;

    /** What the change did, in a few words. */
    public String words;

    public String byName;
    public Instant at;
}
