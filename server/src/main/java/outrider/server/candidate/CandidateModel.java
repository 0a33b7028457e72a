package outrider.server.candidate;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;

/** A fitted model as {@link outrider.documents.ModelDocument} writes it, packed; earlier ones are not packed. */
@Entity
public class CandidateModel extends PanacheEntityBase {
    @Id
    public Long candidateId;

    public byte[] document;
}
