package outrider.server.follow;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;

/** What an approver said to a follow-up report, once. The database refuses to change it. */
@Entity
public class FollowReportAct extends PanacheEntityBase {
    /** How it was decided. */
    public enum Kind {
        APPROVED("approved"),
        RETURNED("returned");

        final String word;

        Kind(String word) {
            this.word = word;
        }
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public Long reportId;

    @Enumerated(EnumType.STRING)
    public Kind act;

    public String byName;
    public Instant at;
    public String words;
}
