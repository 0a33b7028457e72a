package outrider.server.comparison;

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

/** Somebody saw figures of validation that held news, or chose by them. */
@Entity
public class ValidationUse extends PanacheEntityBase {
    /** Seeing, or choosing a candidate or a rule for the cut. */
    public enum Use {
        LOOKED,
        CHOSE
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public Long briefId;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    public Use act;

    public int candidates;

    /** Of what was to be seen: candidates and stakes. */
    @JdbcTypeCode(SqlTypes.CHAR)
    public String news;

    public String byName;
    public Instant at;
}
