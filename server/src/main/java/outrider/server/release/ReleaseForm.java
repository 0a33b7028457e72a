package outrider.server.release;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Basic;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;
import outrider.documents.proof.FormKind;
import outrider.documents.proof.Proof;
import outrider.server.work.WorkStatus;

/** A form of a release: made and tried in the background, and taken along only where it gives the same scores. */
@Entity
public class ReleaseForm extends PanacheEntityBase {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public Long releaseId;

    @Enumerated(EnumType.STRING)
    public FormKind kind;

    public WorkStatus status;

    /** Why there is none, or why it could not be tried. */
    public @Nullable String message;

    /** Compressed; null until it is made. */
    @Basic(fetch = FetchType.LAZY)
    public byte @Nullable [] content;

    public @Nullable Long size;

    @JdbcTypeCode(SqlTypes.CHAR)
    public @Nullable String sha256;

    @JdbcTypeCode(SqlTypes.JSON)
    public @Nullable Proof proof;

    public @Nullable Instant triedAt;

    /** Whether it may leave. */
    boolean agrees() {
        return status == WorkStatus.DONE && proof != null && proof.holds();
    }
}
