package outrider.server.signoff;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;

/** The opening of a brief's reserve: once, by whom, for which candidate and cut. The database refuses to change it. */
@Entity
public class Seal extends PanacheEntityBase {
    @Id
    public Long briefId;

    public Long candidateId;
    public double cutRecords;
    public String openedBy;
    public Instant openedAt;
}
