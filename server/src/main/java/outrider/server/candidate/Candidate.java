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
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** One way of scoring a brief's records. Never edited once made; only its progress moves. */
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

    @JdbcTypeCode(SqlTypes.JSON)
    public Settings settings;

    @JdbcTypeCode(SqlTypes.JSON)
    public List<String> inputs;

    public String status;
    public double progress;
    public String step;
    public String message;
    public boolean stopRequested;

    /** The fitted model as {@link ModelDocument} writes it. */
    public String model;

    public int looks;
    public String createdBy;
    public Instant createdAt;
}
