package outrider.server.schedule;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** That a brief's lists at some place are scored by themselves. */
@Entity
public class Schedule extends PanacheEntityBase {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public Long briefId;

    /** A name of {@link Places}. */
    public String place;

    /** Of the day, UTC, 0 to 23; null as soon as a list comes. */
    public @Nullable Integer hour;

    /** For each record, 0 to 5. */
    public int reasons;

    /** Whether each list becomes a batch of the release that scored it. */
    public boolean followed;

    public String madeBy;
    public Instant madeAt;
    public @Nullable String endedBy;
    public @Nullable Instant endedAt;
}
