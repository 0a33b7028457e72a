package outrider.casefile;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.check.Alarm;
import outrider.table.Reading;

/**
 * What a brief has settled about one column.
 *
 * @param reason why it is no input; may be empty
 * @param reading how its texts are read, null for as the file was read
 * @param knownAfterDays days after the event that decides until its value is at hand; null where nobody said
 * @param knownWhere where it comes from, in a word; null likewise
 * @param meaning what it says, in a sentence; null likewise
 * @param kept alarms by their codes that somebody decided to live with, each with the reason that the report prints
 * @param byItself whether the program took it for that by itself, and nobody has said otherwise since; null for no
 * @param acted levels that say that a record was acted on before; for {@link Role#ACTED}
 */
public record ColumnSetup(
        Role role,
        String reason,
        @Nullable Reading reading,
        @Nullable Integer knownAfterDays,
        @Nullable String knownWhere,
        @Nullable String meaning,
        Map<String, String> kept,
        List<String> acted,
        @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable Boolean byItself) {
    /** What a column is for. The outcome is no role: the brief names it. */
    public enum Role {
        INPUT("input", true),
        IDENTIFIER("identifier", false),
        SCORE("supplied score", false),
        VALUE("value of a record", true),
        SEGMENT("segment", true),
        PART("part", false),
        DATE("date", false),
        ACTED("acted on before", false),
        SET_ASIDE("set aside", false);

        private final String words;
        private final boolean input;

        Role(String words, boolean input) {
            this.words = words;
            this.input = input;
        }

        public String words() {
            return words;
        }

        /** Whether candidates may learn from it. */
        public boolean input() {
            return input;
        }
    }

    public static final ColumnSetup PLAIN = of(Role.INPUT, "");

    public ColumnSetup {
        if (role == null) role = Role.INPUT;
        if (reason == null) reason = "";
        if (kept == null) kept = Map.of();
        if (acted == null) acted = List.of();
    }

    public static ColumnSetup of(Role role, String reason) {
        return new ColumnSetup(role, reason, null, null, null, null, Map.of(), List.of(), null);
    }

    public ColumnSetup as(Role role, String reason) {
        return new ColumnSetup(role, reason, reading, knownAfterDays, knownWhere, meaning, kept, acted, null);
    }

    /** As the program takes a column that nobody has said anything of. */
    public static ColumnSetup byItself(Role role, String reason) {
        return new ColumnSetup(role, reason, null, null, null, null, Map.of(), List.of(), true);
    }

    /** The reason for which somebody lives with an alarm, kept by its code, or once by its words; null where nobody does. */
    public @Nullable String accepted(Alarm alarm) {
        String reason = kept.get(alarm.kind());
        return reason != null ? reason : kept.get(alarm.name());
    }
}
