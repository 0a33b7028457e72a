package outrider.server.trail;

import com.fasterxml.jackson.annotation.JsonValue;
import jakarta.persistence.AttributeConverter;
import jakarta.persistence.Converter;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** What can be done with a report. */
public enum ReportActKind {
    SUBMITTED,
    WAIVED,
    RETURNED,
    APPROVED,
    WITHDRAWN;

    /** On the wire and in records. */
    @JsonValue
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** In a column, by its word; earlier versions wrote "issued" for submitted. */
    @Converter(autoApply = true)
    public static class Words implements AttributeConverter<ReportActKind, String> {
        @Override
        public @Nullable String convertToDatabaseColumn(ReportActKind kind) {
            return kind == null ? null : kind.word();
        }

        @Override
        public @Nullable ReportActKind convertToEntityAttribute(String word) {
            if (word == null) return null;
            return word.equals("issued") ? SUBMITTED : valueOf(word.toUpperCase(Locale.ROOT));
        }
    }
}
