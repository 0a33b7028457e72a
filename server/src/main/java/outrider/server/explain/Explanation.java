package outrider.server.explain;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.List;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;
import outrider.server.work.WorkStatus;

/** Something that was asked of a candidate's model, and its answer. */
@Entity
public class Explanation extends PanacheEntityBase {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public Long candidateId;

    /** What makes two questions the same. */
    public String asked;

    @JdbcTypeCode(SqlTypes.JSON)
    public Plan plan;

    public WorkStatus status;
    public double progress;
    public @Nullable String step;
    public @Nullable String message;
    public boolean stopRequested;

    @JdbcTypeCode(SqlTypes.JSON)
    public @Nullable JsonNode answer;

    public String createdBy;
    public Instant createdAt;

    /**
     * What is asked: by a measure how much each column matters, or by one or two columns how the score goes with them.
     *
     * @param measure null where columns are asked of
     * @param columns one or two; empty for importance
     */
    public record Plan(@Nullable ImportanceMeasure measure, List<String> columns) {}

    boolean active() {
        return status.open();
    }
}
