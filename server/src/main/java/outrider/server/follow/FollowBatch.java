package outrider.server.follow;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;
import outrider.casefile.FollowedFigures;
import outrider.follow.ActedGroups;
import outrider.follow.BatchFigures;
import outrider.follow.Carried;
import outrider.follow.SegmentFigures;
import outrider.server.work.WorkStatus;

/** A batch that came after a release, and what it shows. */
@Entity
public class FollowBatch extends PanacheEntityBase {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public Long briefId;
    public Long releaseId;
    public Long datasetId;

    /** On which its records were decided on. */
    public LocalDate day;

    /** Files with outcomes that came later, the oldest first. */
    @JdbcTypeCode(SqlTypes.JSON)
    public List<Long> outcomes;

    public WorkStatus status;
    public @Nullable String message;

    /** Null until they are worked out. */
    @JdbcTypeCode(SqlTypes.JSON)
    public @Nullable BatchFigures figures;

    /** By who was acted on; null where the batch does not say it. */
    @JdbcTypeCode(SqlTypes.JSON)
    public @Nullable ActedGroups groups;

    /** By the levels of signed segments; null for none. */
    @JdbcTypeCode(SqlTypes.JSON)
    public @Nullable List<SegmentFigures> segments;

    /** What inputs that moved do to the share to act on; null where nobody looked. */
    @JdbcTypeCode(SqlTypes.JSON)
    public @Nullable List<Carried> carried;

    /** Outcomes that came in a later file. */
    public int late;

    /** Outcomes of no record of it, and those that came twice and differ. */
    public int unmatched;

    public int contradictory;

    /** Records whose identifier one before them has; null for none, and where nobody looked. */
    public @Nullable Integer repeated;

    public String madeBy;
    public Instant madeAt;

    void told(FollowedFigures told) {
        figures = told.figures();
        groups = told.groups();
        segments = told.segments();
        carried = told.carried();
        late = told.late();
        unmatched = told.unmatched();
        contradictory = told.contradictory();
        repeated = told.repeated();
    }

    /** Null until it is worked out. */
    @Nullable
    FollowedFigures told() {
        if (figures == null) return null;
        return new FollowedFigures(
                figures,
                groups,
                segments == null ? List.of() : segments,
                carried == null ? List.of() : carried,
                late,
                unmatched,
                contradictory,
                repeated);
    }
}
