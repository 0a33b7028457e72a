package outrider.server.candidate;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import outrider.learn.Kind;
import outrider.learn.Settings;

/** One way of scoring a brief's records. Never edited once made; only its progress, notes and tags move. */
@Entity
public class Candidate extends PanacheEntityBase {
    public static final String WAITING = "waiting";
    public static final String RUNNING = "running";
    public static final String DONE = "done";
    public static final String FAILED = "failed";
    public static final String STOPPED = "stopped";

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public Long briefId;
    public String name;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    public Kind kind;

    /** What was set of the kind's settings; the rest is as it comes. */
    @JdbcTypeCode(SqlTypes.JSON)
    public Map<String, Object> settings;

    @JdbcTypeCode(SqlTypes.JSON)
    public List<String> inputs;

    public String status;
    public double progress;
    public String step;
    public String message;
    public boolean stopRequested;

    /** The candidate that it was begun from, or null. */
    public Long basedOn;

    public String notes;

    @JdbcTypeCode(SqlTypes.JSON)
    public List<String> tags;

    public Instant deletedAt;
    public Instant startedAt;

    /** What fitting took; null until it is done. */
    public Double seconds;

    /** Whether its scores are probabilities; null until it is fitted. */
    public Boolean probability;

    public Long learntNumbers;
    public int looks;
    public String createdBy;
    public Instant createdAt;

    public boolean active() {
        return status.equals(WAITING) || status.equals(RUNNING);
    }

    public Settings checkedSettings() {
        return Settings.of(kind, settings);
    }
}
