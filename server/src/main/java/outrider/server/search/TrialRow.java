package outrider.server.search;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.util.Map;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import outrider.learn.Learner;
import outrider.learn.Settings;
import outrider.search.Search;
import outrider.server.work.LearnerName;

/** One kind with settings that a search tried. Never changed once kept, but for the candidate it became. */
@Entity
@Table(name = "trial")
public class TrialRow extends PanacheEntityBase {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public Long searchId;
    public int number;

    @Convert(converter = LearnerName.class)
    public Learner kind;

    @JdbcTypeCode(SqlTypes.JSON)
    public Map<String, Object> settings;

    public Double value;
    public Double standardError;

    @JdbcTypeCode(SqlTypes.JSON)
    public double[] folds;

    public long size;
    public String refusal;
    public double seconds;
    public Long candidateId;

    static TrialRow of(long searchId, Search.Trial trial, double seconds) {
        TrialRow row = new TrialRow();
        row.searchId = searchId;
        row.number = trial.number();
        row.kind = trial.kind();
        row.settings = trial.settings();
        row.value = trial.value();
        row.standardError = trial.standardError();
        row.folds = trial.folds();
        row.size = trial.size();
        row.refusal = trial.refusal();
        row.seconds = seconds;
        return row;
    }

    Search.Trial trial() {
        Map<String, Object> checked = Settings.of(kind, settings).values();
        return new Search.Trial(number, kind, checked, value, standardError, folds, size, refusal);
    }
}
