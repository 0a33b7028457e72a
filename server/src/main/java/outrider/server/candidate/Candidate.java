package outrider.server.candidate;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;
import outrider.learn.Learner;
import outrider.learn.Settings;
import outrider.server.work.LearnerName;
import outrider.server.work.WorkStatus;

/** One way of scoring a brief's records. Never edited once made; only its progress, notes and tags move. */
@Entity
public class Candidate extends PanacheEntityBase {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public Long briefId;
    public String name;

    @Convert(converter = LearnerName.class)
    public Learner kind;

    /** What was set of the kind's settings; the rest is as it comes. */
    @JdbcTypeCode(SqlTypes.JSON)
    public Map<String, Object> settings;

    @JdbcTypeCode(SqlTypes.JSON)
    public List<String> inputs;

    public WorkStatus status;
    public double progress;
    public @Nullable String step;
    public @Nullable String message;
    public boolean stopRequested;

    /** The candidate that it was begun from, or null. */
    public @Nullable Long basedOn;

    public String notes;

    @JdbcTypeCode(SqlTypes.JSON)
    public List<String> tags;

    public @Nullable Instant deletedAt;
    public Instant startedAt;

    /** What fitting took; null until it is done. */
    public Double seconds;

    /** Whether its scores are probabilities; null until it is fitted. */
    public Boolean probability;

    public Long parameterCount;
    public int looks;
    public String createdBy;
    public Instant createdAt;

    public boolean active() {
        return status.open();
    }

    public Settings checkedSettings() {
        return Settings.of(kind, settings);
    }
}
