package outrider.server.brief;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import outrider.server.work.Packed;
import outrider.split.Parts;
import outrider.stakes.Stakes;

/** One decision about one outcome. Edited under optimistic locking. */
@Entity
public class Brief extends PanacheEntityBase {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    @Version
    public int version;

    public String name;
    public String question;
    public Long datasetId;
    public String outcome;

    @JdbcTypeCode(SqlTypes.JSON)
    public List<String> eventLevels;

    public String recordsNoun;
    public String eventsNoun;
    public String acting;
    public String currency;
    public double gainIfCaught;
    public double actionCost;
    public double missCost;
    public double falseAlarmCost;
    public double leaveValue;
    public double successRate;
    public Double capacity;
    public double campaignSize;
    public Double plannedRate;

    /** Column name to what it is for; columns not named here are inputs. */
    @JdbcTypeCode(SqlTypes.JSON)
    public Map<String, ColumnRole> roles;

    public long seed;

    @JdbcTypeCode(SqlTypes.JSON)
    public List<Double> shares;

    @Column(name = "parts")
    public byte[] packedParts;

    public String createdBy;
    public Instant createdAt;

    public Stakes stakes() {
        return new Stakes(gainIfCaught, actionCost, missCost, falseAlarmCost, leaveValue, successRate);
    }

    /** NaN where none is set. */
    public double plannedRateOrNone() {
        return plannedRate == null ? Double.NaN : plannedRate;
    }

    /** Null before the split. */
    public Parts parts() {
        return packedParts == null ? null : Parts.restore(Packed.unpack(packedParts));
    }
}
