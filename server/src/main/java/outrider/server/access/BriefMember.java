package outrider.server.access;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import java.io.Serializable;
import java.util.List;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** Somebody whom a brief's owner lets in. */
@Entity
@IdClass(BriefMember.Key.class)
public class BriefMember extends PanacheEntityBase {
    /** What members may do. */
    public enum Level {
        READ,
        WORK
    }

    /** One person is one member of a brief. */
    public record Key(Long briefId, String name) implements Serializable {}

    @Id
    public Long briefId;

    @Id
    public String name;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    public Level level;

    static List<BriefMember> of(long briefId) {
        return list("briefId = ?1 order by name", briefId);
    }
}
