package outrider.server.follow;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/** Something of a signed plan that somebody has to answer, in words. */
@Entity
public class FollowNotice extends PanacheEntityBase {
    /** What happened. */
    public enum Kind {
        /** A batch crossed a limit. */
        CROSSED,
        /** A batch that the plan waits for has not come. */
        OVERDUE
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public Long briefId;
    public Long releaseId;

    @Enumerated(EnumType.STRING)
    public Kind kind;

    /** What makes it the only one of its kind for the release. */
    public String mark;

    /** Whom the plan names. */
    public String who;

    /** Of the batch, or on which one was due. */
    public LocalDate day;

    public String words;
    public Instant madeAt;
    public @Nullable String answer;
    public @Nullable String answeredBy;
    public @Nullable Instant answeredAt;
}
