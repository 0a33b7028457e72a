package outrider.server.scoring;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;

/** A run of a list's scores, compressed. */
@Entity
public class ListScore extends PanacheEntityBase {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public Long listId;
    public int number;

    /** Whether it holds reasons, by their columns, instead of scores. */
    public boolean reasons;

    public byte[] bytes;
}
