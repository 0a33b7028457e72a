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
import outrider.casefile.ReleaseDocument;

/** A version of what is in service. The database refuses to change it. */
@Entity
public class Release extends PanacheEntityBase {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public Long briefId;
    public int version;
    public Long reportId;

    /** Canonical JSON of a {@link ReleaseDocument}. */
    public byte[] document;

    @JdbcTypeCode(SqlTypes.CHAR)
    public String sha256;

    /** Detached JSON Web Signature over the document. */
    public String signature;

    /** The recipe's document, compressed. */
    @Basic(fetch = FetchType.LAZY)
    public byte[] recipe;

    @Enumerated(EnumType.STRING)
    public ReleaseDocument.Unknown unknown;

    public String madeBy;
    public Instant madeAt;
}
