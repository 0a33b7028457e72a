package outrider.server.work;

import com.fasterxml.jackson.annotation.JsonValue;
import jakarta.persistence.AttributeConverter;
import jakarta.persistence.Converter;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** How far a piece of background work is. */
public enum WorkStatus {
    WAITING,
    RUNNING,
    DONE,
    FAILED,
    STOPPED;

    /** On the wire and in records. */
    @JsonValue
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** Those that have not ended yet. */
    public static final List<WorkStatus> OPEN = List.of(WAITING, RUNNING);

    /** Whether it has not ended yet. */
    public boolean open() {
        return OPEN.contains(this);
    }

    /** In a column, by its word. */
    @Converter(autoApply = true)
    public static class Words implements AttributeConverter<WorkStatus, String> {
        @Override
        public @Nullable String convertToDatabaseColumn(WorkStatus status) {
            return status == null ? null : status.word();
        }

        @Override
        public @Nullable WorkStatus convertToEntityAttribute(String word) {
            return word == null ? null : valueOf(word.toUpperCase(Locale.ROOT));
        }
    }
}
