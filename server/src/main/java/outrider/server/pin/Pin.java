package outrider.server.pin;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.List;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;
import outrider.casefile.Paragraph;

/** A chart, a table or a sentence that waits for the report, as it stood when it was pinned. */
@Entity
public class Pin extends PanacheEntityBase {
    /** What was pinned. */
    public enum Kind {
        CHART,
        TABLE,
        SENTENCE
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public Long briefId;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    public Kind kind;

    /** Where it belongs in the report. */
    @Convert(converter = ParagraphName.class)
    public Paragraph chapter;

    public String title;
    public String note;

    /** The sentence under it, or the sentence itself. */
    public String reading;

    /** SVG of a chart, or null. */
    public @Nullable String drawing;

    /** Rows of a table, the first its header; or null. */
    @JdbcTypeCode(SqlTypes.JSON)
    public @Nullable List<List<String>> cells;

    /** The cut it was pinned at. */
    public @Nullable Long candidateId;

    public @Nullable Double records;
    public String createdBy;
    public Instant createdAt;
}
