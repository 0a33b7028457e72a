package outrider.server.endpoint;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.LocalDate;

/** What the endpoint was asked, until it becomes a batch of the release that answered. */
@Entity
public class KeptRequest extends PanacheEntityBase {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public Long briefId;
    public Long releaseId;
    public LocalDate day;

    @Enumerated(EnumType.STRING)
    Asked.Form form;

    public int records;

    /** The body, packed. */
    public byte[] content;
}
