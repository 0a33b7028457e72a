package outrider.server.endpoint;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** A consumer's right to ask the endpoint of one brief; the key itself is shown once and not kept. */
@Entity
public class ScoreKey extends PanacheEntityBase {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public Long briefId;
    public String name;

    /** How the key begins, so that people can tell which it is. */
    public String begins;

    /** SHA-256 of the key. */
    @JdbcTypeCode(SqlTypes.CHAR)
    public String hash;

    /** Requests. */
    public int perMinute;

    public String madeBy;
    public Instant madeAt;
    public @Nullable String revokedBy;
    public @Nullable Instant revokedAt;
    public @Nullable Instant usedAt;
}
