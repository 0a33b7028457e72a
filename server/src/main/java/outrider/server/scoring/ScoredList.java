package outrider.server.scoring;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;
import outrider.server.work.WorkStatus;

/** A file scored by a candidate; its states are those of a candidate. What to act on is fixed when it is asked for. */
@Entity
public class ScoredList extends PanacheEntityBase {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public Long briefId;
    public Long candidateId;
    public Long datasetId;
    public WorkStatus status;
    public double progress;
    public @Nullable String step;
    public String message;
    public boolean stopRequested;

    /** The cut in words. */
    public String recipeCut;

    public @Nullable Double threshold;

    @JdbcTypeCode(SqlTypes.JSON)
    public double[] bandFrom;

    /** How many reasons each record is given. */
    public int reasons;

    public Integer acted;
    /** Records unlike those that the candidate learnt from, which are never acted on; null until they are counted. */
    public @Nullable Integer notMeant;

    public String createdBy;
    public Instant createdAt;

    boolean active() {
        return status.open();
    }
}
