package outrider.server.signoff;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;

/** What somebody did with a report. Only ever added; the database refuses to change it. */
@Entity
public class ReportAct extends PanacheEntityBase {
    public static final String ISSUED = "issued";
    public static final String APPROVED = "approved";
    public static final String RETURNED = "returned";

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public Long reportId;
    public String act;
    public String byName;
    public Instant at;
    public String words;
}
