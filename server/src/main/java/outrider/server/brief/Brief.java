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
import org.jspecify.annotations.Nullable;
import outrider.casefile.ColumnSetup;
import outrider.exchange.Comparison;
import outrider.exchange.DecidingMeasure;
import outrider.server.work.Packed;
import outrider.split.Parts;
import outrider.split.SplitPlan;
import outrider.stakes.Capacity;
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
    public @Nullable String outcome;

    @JdbcTypeCode(SqlTypes.JSON)
    public List<String> eventLevels;

    /** Outcome levels whose records are in no part. */
    @JdbcTypeCode(SqlTypes.JSON)
    public List<String> leftOutLevels = List.of();

    /** Whether records without an outcome are in no part; else they are refused. */
    public boolean leaveOutMissing;

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
    public @Nullable Double capacity;
    public double campaignSize;
    public @Nullable Double plannedRate;

    /** By what candidates are ordered and the leader is chosen; null for what decides where nobody chose. */
    @JdbcTypeCode(SqlTypes.JSON)
    public @Nullable DecidingMeasure deciding;

    /** Column name to what was settled about it; columns not named here are plain inputs. */
    @JdbcTypeCode(SqlTypes.JSON)
    public Map<String, ColumnSetup> columns;

    public long seed;

    /** How the parts were made; null before that. */
    @JdbcTypeCode(SqlTypes.JSON)
    public @Nullable SplitPlan split;

    /** What was counted when the parts were made. */
    @JdbcTypeCode(SqlTypes.JSON)
    public @Nullable SplitFacts splitFacts;

    /** A brief whose data or split changed after candidates existed goes on as a new edition. */
    public int edition = 1;

    public Long previousId;

    @Column(name = "parts")
    public byte @Nullable [] packedParts;

    public String createdBy;
    public Instant createdAt;

    public ColumnSetup column(@Nullable String name) {
        return columns.getOrDefault(name, ColumnSetup.PLAIN);
    }

    public boolean hasOutcome() {
        return outcome != null && !eventLevels.isEmpty();
    }

    public Stakes stakes() {
        return new Stakes(gainIfCaught, actionCost, missCost, falseAlarmCost, leaveValue, successRate);
    }

    /** NaN where none is set. */
    public double plannedRateOrNone() {
        return plannedRate == null ? Double.NaN : plannedRate;
    }

    /** The capacity as a share of the campaign; null for none. */
    public Capacity capacityShare() {
        return capacity == null ? null : new Capacity(capacity / campaignSize, true);
    }

    /** What its candidates are compared by. */
    public Comparison.Terms terms() {
        return new Comparison.Terms(stakes(), plannedRateOrNone(), capacityShare(), deciding, seed);
    }

    /** Null before the split. */
    public Parts parts() {
        return packedParts == null ? null : Parts.restore(Packed.unpack(packedParts));
    }
}
