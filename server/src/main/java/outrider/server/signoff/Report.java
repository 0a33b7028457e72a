package outrider.server.signoff;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Basic;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.List;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** An issued report: its evidence, its rendering, and what signs it. The database refuses to change it. */
@Entity
public class Report extends PanacheEntityBase {
    @Id
    public Long id;

    public Long briefId;

    /** Canonical JSON. */
    @Basic(fetch = FetchType.LAZY)
    public byte[] evidence;

    @JdbcTypeCode(SqlTypes.CHAR)
    public String sha256;

    /** Detached JSON Web Signature over the evidence; null for one of an earlier version. */
    public String signature;

    /** The page, with room for what is said to it later; null likewise. */
    @Basic(fetch = FetchType.LAZY)
    public byte[] rendering;

    /** The report before it, or null. */
    public @Nullable Long supersedes;

    @JdbcTypeCode(SqlTypes.JSON)
    public List<String> cannotApprove;

    public String issuedBy;
    public Instant issuedAt;
}
