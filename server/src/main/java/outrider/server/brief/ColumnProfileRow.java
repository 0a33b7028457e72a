package outrider.server.brief;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import outrider.check.ColumnProfile;

/** What one column of a brief was found to say of the outcome on training. */
@Entity
@Table(name = "column_profile")
public class ColumnProfileRow extends PanacheEntityBase {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public Long briefId;
    public String name;

    /** Of everything that the profile was computed from. */
    @JdbcTypeCode(SqlTypes.CHAR)
    public String key;

    @JdbcTypeCode(SqlTypes.JSON)
    public ColumnProfile profile;
}
