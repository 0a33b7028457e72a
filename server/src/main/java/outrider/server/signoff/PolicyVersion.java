package outrider.server.signoff;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;

/** A version of the policy, as it was written. The database refuses to change it. */
@Entity
public class PolicyVersion extends PanacheEntityBase {
    @Id
    public Integer version;

    public String text;
    public String byName;
    public Instant at;
}
