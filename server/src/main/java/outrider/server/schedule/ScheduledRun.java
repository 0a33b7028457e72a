package outrider.server.schedule;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import outrider.server.work.WorkStatus;

/** One list of a schedule, and what became of it. */
@Entity
public class ScheduledRun extends PanacheEntityBase {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public Long scheduleId;

    /** A file's name, or a table's. */
    public String item;

    /** Which state of it: a file's size and time, or a day. */
    public String mark;

    public WorkStatus status;

    /** Why it waits. */
    public @Nullable String message;

    /** Of the release that scored it. */
    public @Nullable Integer version;

    public @Nullable Integer records;
    public @Nullable Integer acted;
    public Instant begunAt;
    public @Nullable Instant endedAt;
}
