package outrider.server.brief;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Map;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;
import outrider.casefile.BriefFile;
import outrider.casefile.Campaign;
import outrider.casefile.ColumnSetup;
import outrider.casefile.Population;
import outrider.exchange.Comparison;
import outrider.server.work.Packed;
import outrider.split.Parts;
import outrider.split.SplitPlan;
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

    /** Which level of which column is the event; null where no column is chosen. Its events may still be missing. */
    @JdbcTypeCode(SqlTypes.JSON)
    public BriefFile.@Nullable Outcome outcome;

    @JdbcTypeCode(SqlTypes.JSON)
    public BriefFile.Words words;

    @JdbcTypeCode(SqlTypes.JSON)
    public Stakes stakes;

    @JdbcTypeCode(SqlTypes.JSON)
    public Campaign campaign;

    /** Column name to what was settled about it; columns not named here are plain inputs. */
    @JdbcTypeCode(SqlTypes.JSON)
    public Map<String, ColumnSetup> columns;

    /** Which records it is about; null for all. */
    @JdbcTypeCode(SqlTypes.JSON)
    public @Nullable Population population;

    public long seed;

    /** How the parts were made; null before that. */
    @JdbcTypeCode(SqlTypes.JSON)
    public @Nullable SplitPlan split;

    /** What was counted when the parts were made. */
    @JdbcTypeCode(SqlTypes.JSON)
    public @Nullable SplitFacts splitFacts;

    /** A brief whose data or split changed after candidates existed goes on as a new revision. */
    public int revision = 1;

    public Long previousId;

    @Column(name = "parts")
    public byte @Nullable [] packedParts;

    public String createdBy;

    /** Whose it is now: who says who else may see or change it. */
    public String owner;

    public Instant createdAt;

    public ColumnSetup column(@Nullable String name) {
        return columns.getOrDefault(name, ColumnSetup.PLAIN);
    }

    public Decision decision() {
        return new Decision(name, question, outcome, words, stakes, campaign);
    }

    void decide(Decision decision) {
        name = decision.name();
        question = decision.question();
        outcome = decision.outcome();
        words = decision.words();
        stakes = decision.stakes();
        campaign = decision.campaign();
    }

    public boolean hasOutcome() {
        return outcome != null && outcome.saysEvent();
    }

    /** The outcome's column, or null. */
    public @Nullable String outcomeColumn() {
        return outcome == null ? null : outcome.column();
    }

    /** What its candidates are compared by. */
    public Comparison.Terms terms() {
        return campaign.terms(stakes, seed);
    }

    /** Null before the split. */
    public Parts parts() {
        return packedParts == null ? null : Parts.restore(Packed.unpack(packedParts));
    }
}
