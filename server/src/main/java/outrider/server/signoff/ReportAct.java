package outrider.server.signoff;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;
import outrider.casefile.Paragraph;
import outrider.server.trail.ReportActKind;

/** What somebody did with a report. Only ever added; the database refuses to change it. */
@Entity
public class ReportAct extends PanacheEntityBase {
    /** What somebody says of one chapter. */
    public record Remark(Paragraph paragraph, String words) {}

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public Long reportId;
    public ReportActKind act;
    public String byName;
    public Instant at;
    public String words;

    /** The check that is waived; empty otherwise. */
    public String about = "";

    /** Under which it is approved; empty for none. */
    public String condition = "";

    /** The last day of an approval or a waiver; null for no end. */
    public @Nullable LocalDate until;

    @JdbcTypeCode(SqlTypes.JSON)
    public List<Remark> remarks;

    static ReportAct of(long reportId, ReportActKind act, String by, String words, Instant at) {
        ReportAct row = new ReportAct();
        row.reportId = reportId;
        row.act = act;
        row.byName = by;
        row.at = at;
        row.words = words;
        return row;
    }
}
