package outrider.server.comparison;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import outrider.casefile.CutRule;

/** How far down the ranking a brief acts, in records of validation. */
@Entity
public class Cut extends PanacheEntityBase {
    @Id
    public Long briefId;

    public Long candidateId;
    public double records;

    @JdbcTypeCode(SqlTypes.JSON)
    public CutRule rule;

    public String setBy;
    public Instant setAt;
}
