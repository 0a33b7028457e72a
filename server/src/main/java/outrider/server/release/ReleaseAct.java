package outrider.server.release;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;

/** What was done with a release. Only ever added; the database refuses to change it. */
@Entity
public class ReleaseAct extends PanacheEntityBase {
    /** What can be done with one. */
    public enum Kind {
        PAUSED,
        RESUMED,
        ENDED
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public Long releaseId;

    @Enumerated(EnumType.STRING)
    public Kind act;

    public String byName;
    public Instant at;
    public String words;

    static ReleaseAct of(long releaseId, Kind act, String by, Instant at, String words) {
        ReleaseAct row = new ReleaseAct();
        row.releaseId = releaseId;
        row.act = act;
        row.byName = by;
        row.at = at;
        row.words = words;
        return row;
    }
}
