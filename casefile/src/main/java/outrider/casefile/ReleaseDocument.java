package outrider.casefile;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import outrider.base.Inline;
import outrider.follow.ActedGroups;
import outrider.follow.SignedFigures;
import outrider.follow.WatchLimit;
import outrider.stakes.Stakes;
import outrider.table.ColumnType;
import outrider.table.Levels;
import outrider.table.Reading;

/**
 * What a release puts into service. Its canonical JSON is what is hashed and signed.
 *
 * @param version counted by brief from 1
 * @param signed the report that was approved
 */
public record ReleaseDocument(
        int format,
        String brief,
        int version,
        Signed signed,
        Scoring scoring,
        Judged judged,
        Watched watched,
        Made made) {
    /**
     * By what records are scored and acted on.
     *
     * @param threshold a record is acted on when its score is at least this; null acts on nobody
     * @param cut in words
     * @param recipe SHA-256 of the recipe's document
     * @param unknown what is done with columns and levels that training did not have
     */
    public record Scoring(
            String candidate,
            @Nullable Double threshold,
            String cut,
            String recipe,
            List<Column> columns,
            Unknown unknown)
            implements Inline {}

    /**
     * How batches are judged.
     *
     * @param outcome and {@code plannedRate}: how batches are judged; the rate null for a batch's own
     * @param outcomeReading how the outcome's column is read; null for as it comes, and in releases made before it was kept
     * @param outcomeLevels all levels that the outcome had, of which a later one has to be: another is neither event nor none; null where a rule
     *     says the event, for more than {@link #MOST_LEVELS}, and in releases made before it was kept
     * @param value column that holds what a record is worth; null for none
     * @param unit column that names customers of several records; null where each record stands alone, and before format 2
     * @param acting how a batch says who was acted on; null where no column does
     */
    public record Judged(
            BriefFile.Outcome outcome,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            Reading outcomeReading,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            List<String> outcomeLevels,

            @Nullable Double plannedRate,
            @Nullable String value,
            @Nullable String unit,
            @Nullable Acting acting)
            implements Inline {}

    /**
     * What batches are held against.
     *
     * @param figures what later batches are held against
     * @param monitoring the signed plan; null before format 2
     * @param words what records, events and acting are called, and the currency; null before format 2
     */
    public record Watched(
            SignedFigures figures,
            @Nullable List<AuthorText.Watch> monitoring,
            Stakes stakes,
            BriefFile.@Nullable Words words)
            implements Inline {}

    /**
     * Who made it.
     *
     * @param madeAt ISO 8601, UTC
     * @param key public half of the server's, a JSON Web Key; null for a release that no server made
     */
    public record Made(
            @Nullable String madeBy,
            String madeAt,
            @Nullable Map<String, Object> key) implements Inline {}

    public static final int FORMAT = 2;
    private static final int MOST_LEVELS = 200;

    /** @param column as the case reads it */
    public static @Nullable List<String> levels(BriefFile.Outcome outcome, outrider.table.Column column) {
        if (outcome.when() != null) return null;
        List<String> levels =
                Levels.of(column).levels().stream().map(Levels.Level::text).toList();
        return levels.size() > MOST_LEVELS ? null : levels;
    }

    /** Of the signed plan, those that the program watches. */
    public List<WatchLimit> limits() {
        return watched.monitoring == null
                ? List.of()
                : watched.monitoring.stream()
                        .map(AuthorText.Watch::rule)
                        .filter(Objects::nonNull)
                        .toList();
    }

    /**
     * The report that it follows.
     *
     * @param report its number; null for one that no server issued
     * @param evidence SHA-256 of its evidence
     * @param condition under which it was approved, and {@code met} how whoever made the release says that it is; null without one
     * @param until last day of the approval, ISO; null for no end
     */
    public record Signed(
            @Nullable Long report,
            String evidence,
            @Nullable String approvedBy,
            @Nullable String condition,
            @Nullable String met,
            @Nullable String until) {}

    /**
     * How a batch says who was acted on.
     *
     * @param actedOn its levels for those, and {@code control} for those who were held out to be compared with
     */
    public record Acting(String column, List<String> actedOn, List<String> control) {
        /** By what the columns are settled to be; null where none says it. */
        public static @Nullable Acting of(Map<String, ColumnSetup> columns) {
            for (Map.Entry<String, ColumnSetup> column : new TreeMap<>(columns).entrySet()) {
                ColumnSetup setup = column.getValue();
                if (setup.role() != ColumnSetup.Role.ACTED
                        || setup.treatedLevels().isEmpty()) continue;
                return new Acting(
                        column.getKey(), setup.treatedLevels(), setup.control() == null ? List.of() : setup.control());
            }
            return null;
        }

        /** The level that another one differs from in its writing alone; null for none. */
        @Nullable
        String near(@Nullable String level) {
            if (level == null || actedOn.contains(level) || control.contains(level)) return null;
            return Stream.concat(actedOn.stream(), control.stream())
                    .filter(known -> Levels.alike(known, level))
                    .findFirst()
                    .orElse(null);
        }

        ActedGroups.Member of(@Nullable String level) {
            if (level == null) return ActedGroups.Member.UNSAID;
            if (actedOn.contains(level)) return ActedGroups.Member.ACTED_ON;
            return control.contains(level) ? ActedGroups.Member.CONTROL : ActedGroups.Member.LEFT_ALONE;
        }
    }

    /**
     * A column that the model reads.
     *
     * @param knownAfterDays days after the event that decides until its value is at hand; null where nobody said
     * @param levels that training had; null for numbers, dates and more than some thousand
     */
    public record Column(
            String name,
            ColumnType type,
            @Nullable Integer knownAfterDays,
            @Nullable String knownWhere,
            @Nullable String meaning,
            @Nullable List<String> levels) {}

    /** What is done with what training did not have. */
    public enum Unknown {
        /** The record is refused. */
        REFUSED,
        /** An unknown level is scored as missing, an unknown column is not looked at; both are counted. */
        MISSING
    }
}
