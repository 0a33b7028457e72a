package outrider.server.search;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.List;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;
import outrider.base.Inline;
import outrider.learn.Learners;
import outrider.search.Search;
import outrider.server.work.WorkStatus;

/** A search over kinds and settings; its states are those of a candidate. */
@Entity
@Table(name = "search")
public class SearchRun extends PanacheEntityBase {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public Long briefId;

    @JdbcTypeCode(SqlTypes.JSON)
    public Plan plan;

    public WorkStatus status;
    public double progress;
    public String step;

    /** Why it stopped. */
    public @Nullable String message;

    public boolean stopRequested;

    /** That it has run so far. */
    public double seconds;

    public String createdBy;
    public Instant createdAt;

    /**
     * What is searched and when it ends: at whichever limit comes first.
     *
     * @param kinds JSON names
     * @param inputs columns; null for all of the brief's
     * @param depth of the capture rate, a share of the population
     */
    public record Plan(
            List<String> kinds,
            @Nullable List<String> inputs,
            Search.Measure measure,
            @Nullable Double depth,
            long seed,
            Until until) {
        /**
         * When it ends, and how many are kept.
         *
         * @param secondsLimit and {@code trialsLimit} and {@code target} are null where they do not limit
         * @param keep how many of the best become candidates
         */
        public record Until(
                @Nullable Double secondsLimit,
                @Nullable Integer trialsLimit,
                @Nullable Double target,
                int keep) implements Inline {}

        Search.Plan searched(int folds) {
            return new Search.Plan(
                    kinds == null ? null : kinds.stream().map(Learners::named).toList(),
                    measure,
                    depth == null ? 0 : depth,
                    folds,
                    seed);
        }
    }

    boolean active() {
        return status.open();
    }
}
