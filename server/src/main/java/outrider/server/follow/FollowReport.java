package outrider.server.follow;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Basic;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import outrider.follow.Advice;

/** An issued follow-up report: its evidence, its rendering, and what signs it. The database refuses to change it. */
@Entity
public class FollowReport extends PanacheEntityBase {
    @Id
    public Long id;

    public Long briefId;
    public Long releaseId;

    /** Canonical JSON. */
    @Basic(fetch = FetchType.LAZY)
    public byte[] evidence;

    @JdbcTypeCode(SqlTypes.CHAR)
    public String sha256;

    /** Detached JSON Web Signature over the evidence. */
    public String signature;

    /** The page, with room for what is said to it later. */
    @Basic(fetch = FetchType.LAZY)
    public byte[] rendering;

    @Enumerated(EnumType.STRING)
    public Advice.Kind advice;

    /** Day of its newest batch. */
    public LocalDate until;

    /** Whether it stands only once somebody else approved. */
    public boolean byTwo;

    @JdbcTypeCode(SqlTypes.JSON)
    public List<String> cannotApprove;

    public String issuedBy;
    public Instant issuedAt;
}
