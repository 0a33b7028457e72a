package outrider.server.signoff;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.util.List;
import java.util.Map;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import outrider.casefile.AuthorText;

/** What has been written for the next report of a brief. */
@Entity
public class Draft extends PanacheEntityBase {
    @Id
    public Long briefId;

    @Version
    public int version;

    @JdbcTypeCode(SqlTypes.JSON)
    public AuthorText authorText;

    /** Answers to the remarks of the last returned report, by the remark's number from 0. */
    @JdbcTypeCode(SqlTypes.JSON)
    public Map<String, String> answers;

    /** Who wrote any of it. */
    @JdbcTypeCode(SqlTypes.JSON)
    public List<String> writers;
}
