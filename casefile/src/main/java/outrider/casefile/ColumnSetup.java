package outrider.casefile;

import com.fasterxml.jackson.annotation.JsonAlias;
import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
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
 * @param acceptedAlarms alarms by their codes that somebody decided to live with, each with the reason that the report prints
 * @param byItself whether the program took it for that by itself, and nobody has said otherwise since; null for no
 * @param phrase what somebody on the phone says of a record that this column marks, with {@code {value}} for its value; null for none
 * @param phraseMissing the same of a record whose value is missing; null for none
 * @param parity whether the policy's check on parity looks at this segment; null for no
 * @param formula what makes it of other columns of a record; null for a column of the file
 * @param treatedLevels levels that say that a record was acted on before; for {@link Role#ACTED}
 * @param control levels that say that a record was held out of acting, to be compared with; null for none
 */
public record ColumnSetup(
        Role role,
        String reason,
        @Nullable Reading reading,
        @Nullable Integer knownAfterDays,
        @Nullable String knownWhere,
        @Nullable String meaning,
        @JsonAlias("kept") Map<String, String> acceptedAlarms,
        @JsonAlias("acted") List<String> treatedLevels,
        @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable Boolean byItself,
        @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable String phrase,
        @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable String phraseMissing,
        @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable Boolean parity,
        @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable String formula,
        @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable List<String> control) {
    /** What a column is for. The outcome is no role: the brief names it. */
    public enum Role {
        INPUT("input", true),
        IDENTIFIER("identifier", false),
        SCORE("supplied score", false),
        VALUE("value of a record", true),
        WEIGHT("weight of a record", false),
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
        if (acceptedAlarms == null) acceptedAlarms = Map.of();
        if (treatedLevels == null) treatedLevels = List.of();
    }

    /** The columns of a role, by name. */
    public static List<String> named(Map<String, ColumnSetup> columns, Role role) {
        return columns.entrySet().stream()
                .filter(e -> e.getValue().role() == role)
                .map(Map.Entry::getKey)
                .sorted()
                .toList();
    }

    /** The first of them; null for none. */
    public static @Nullable String first(Map<String, ColumnSetup> columns, Role role) {
        List<String> named = named(columns, role);
        return named.isEmpty() ? null : named.get(0);
    }

    /** Parts of a setup on the way to another. */
    private static final class Draft {
        private Role role;
        private String reason;
        private @Nullable Reading reading;
        private @Nullable Integer knownAfterDays;
        private @Nullable String knownWhere;
        private @Nullable String meaning;
        private Map<String, String> acceptedAlarms;
        private List<String> treatedLevels;
        private @Nullable Boolean byItself;
        private @Nullable String phrase;
        private @Nullable String phraseMissing;
        private @Nullable Boolean parity;
        private @Nullable String formula;
        private @Nullable List<String> control;

        Draft(ColumnSetup of) {
            role = of.role;
            reason = of.reason;
            reading = of.reading;
            knownAfterDays = of.knownAfterDays;
            knownWhere = of.knownWhere;
            meaning = of.meaning;
            acceptedAlarms = of.acceptedAlarms;
            treatedLevels = of.treatedLevels;
            byItself = of.byItself;
            phrase = of.phrase;
            phraseMissing = of.phraseMissing;
            parity = of.parity;
            formula = of.formula;
            control = of.control;
        }
    }

    private ColumnSetup with(Consumer<Draft> change) {
        Draft d = new Draft(this);
        change.accept(d);
        return new ColumnSetup(
                d.role,
                d.reason,
                d.reading,
                d.knownAfterDays,
                d.knownWhere,
                d.meaning,
                d.acceptedAlarms,
                d.treatedLevels,
                d.byItself,
                d.phrase,
                d.phraseMissing,
                d.parity,
                d.formula,
                d.control);
    }

    public static ColumnSetup of(Role role, String reason) {
        return new ColumnSetup(
                role, reason, null, null, null, null, Map.of(), List.of(), null, null, null, null, null, null);
    }

    public ColumnSetup as(Role other, String why) {
        return with(d -> {
            d.role = other;
            d.reason = why;
            d.byItself = null;
        });
    }

    /** The same with when it is known, from where, and what it says. */
    public ColumnSetup known(@Nullable Integer afterDays, @Nullable String where, @Nullable String saying) {
        return with(d -> {
            d.knownAfterDays = afterDays;
            d.knownWhere = where;
            d.meaning = saying;
        });
    }

    /** The same with alarms that somebody lives with. */
    public ColumnSetup keeping(Map<String, String> alarms) {
        return with(d -> d.acceptedAlarms = alarms);
    }

    /** The same with the levels of who was acted on. */
    public ColumnSetup actedOn(List<String> levels) {
        return with(d -> d.treatedLevels = levels);
    }

    /** The same with the levels of who was held out of acting. */
    public ColumnSetup heldOut(List<String> levels) {
        return with(d -> d.control = levels);
    }

    /** The same with what is said of a record that it marks. */
    public ColumnSetup said(String words) {
        return with(d -> d.phrase = words);
    }

    /** The same with what is said of a record whose value is missing. */
    public ColumnSetup saidOfMissing(String words) {
        return with(d -> d.phraseMissing = words);
    }

    /** The same as a segment that the policy's check on parity looks at. */
    public ColumnSetup protectedSegment() {
        return with(d -> d.parity = true);
    }

    /** A column that is made of others. */
    public static ColumnSetup made(String formula) {
        return of(Role.INPUT, "").with(d -> d.formula = formula);
    }

    /** As the program takes a column that nobody has said anything of. */
    public static ColumnSetup byItself(Role role, String reason) {
        return of(role, reason).with(d -> d.byItself = true);
    }

    /** The same read in another way. */
    ColumnSetup read(Reading other) {
        return with(d -> d.reading = other);
    }

    /** Whether it is a segment that the policy's check on parity looks at. */
    @JsonIgnore
    public boolean parityAsked() {
        return role == Role.SEGMENT && Boolean.TRUE.equals(parity);
    }

    /** Why a candidate does not read it, in words. */
    public String whyNoInput() {
        if (role.input()) return "left out of this candidate";
        return reason.isBlank() ? role.words() : role.words() + ": " + reason;
    }

    /** The reason for which somebody lives with an alarm, acceptedAlarms by its code, or once by its words; null where nobody does. */
    public @Nullable String accepted(Alarm alarm) {
        String reason = acceptedAlarms.get(alarm.kind());
        return reason != null ? reason : acceptedAlarms.get(alarm.name());
    }
}
