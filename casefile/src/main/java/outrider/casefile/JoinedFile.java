package outrider.casefile;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Inline;
import outrider.table.Dialect;
import outrider.table.Join;
import outrider.table.Join.Keep;

/**
 * A file whose columns are joined to the brief's own.
 *
 * @param file its name; it is looked for beside the brief's
 * @param on and what follows: as {@link Join.Terms} has them
 */
public record JoinedFile(
        String file,
        @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable String sha256,
        How how,
        Map<String, String> on,
        @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable List<String> columns,
        @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable String prefix,
        @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable Keep keep,
        @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable String by) {
    /**
     * How it is written.
     *
     * @param dialect how a text file is written; null finds out
     * @param sheet of a workbook; null for the first
     */
    public record How(
            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            Dialect dialect,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            String sheet)
            implements Inline {}

    /** @throws BadInput if no file or no key is named */
    public JoinedFile {
        if (file == null || file.isBlank()) throw BadInput.of("file", "is missing", "name the file that is joined");
        new Join.Terms(on, columns, prefix, keep, by);
    }

    public Join.Terms terms() {
        return new Join.Terms(on, columns, prefix, keep, by);
    }

    /** @throws BadInput if the key is the outcome, which nothing may be told by */
    public static void refuseOutcome(Map<String, String> on, @Nullable String outcome) {
        if (outcome == null || !on.containsKey(outcome)) return;
        throw BadInput.of("key", outcome + " is the outcome", "join by what is known before it");
    }

    TableFile.Manner manner() {
        return new TableFile.Manner(how.dialect, how.sheet, null);
    }
}
