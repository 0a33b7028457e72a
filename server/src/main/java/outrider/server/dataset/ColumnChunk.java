package outrider.server.dataset;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;

/** A run of at most 65,536 values of a column, compressed. */
@Entity
public class ColumnChunk extends PanacheEntityBase {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public Long columnId;
    public int number;
    public byte[] bytes;
}
