package outrider.casefile;

import com.fasterxml.jackson.annotation.JsonAlias;
import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Inline;
import outrider.exchange.Comparison;
import outrider.exchange.DecidingMeasure;
import outrider.learn.Learners;
import outrider.split.SplitPlan;
import outrider.stakes.Stakes;
import outrider.table.Column;
import outrider.table.Dialect;
import outrider.table.EventRule;
import outrider.table.Levels;
import outrider.table.Reading;
import outrider.table.Table;

/**
 * A whole case in one document: its data, split, candidates, stakes, cut and the author's words. {@code brief.yaml} is its
 * written form; it is also the recipe inside a report's evidence.
 *
 * @param format {@link #FORMAT}
 * @param authorText what the author says; null for nothing yet
 */
public record BriefFile(
        int format,
        Asked asked,
        Taken taken,
        Decision decision,
        List<CandidateSpec> candidates,
        @JsonAlias("memo") AuthorText authorText) {
    /**
     * What is asked.
     *
     * @param words {@link Words#PLAIN} where they are left out
     * @param outcome null where it is not chosen yet; {@code split} likewise, {@code candidates} empty
     */
    public record Asked(String name, String question, Words words, Outcome outcome) implements Inline {
        public Asked {
            if (words == null) words = Words.PLAIN;
        }
    }

    /**
     * What is taken for it.
     *
     * @param columns what was settled about columns; those not named are what {@link ColumnDefaults} takes them for
     * @param population which records it is about; null for all
     * @param split its seed is the seed of everything that is computed
     */
    public record Taken(
            DataFile data,
            Map<String, ColumnSetup> columns,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            Population population,

            SplitPlan split)
            implements Inline {
        public Taken {
            if (columns == null) columns = Map.of();
            if (Population.ALL.equals(population)) population = null;
        }
    }

    /**
     * What is decided, and by what.
     *
     * @param stakes none where they are left out
     * @param capacity of {@code campaignSize} customers; null for none
     * @param campaignSize records that the decision is about; 0 where it is left out, for as many as the file holds
     * @param plannedRate event rate of the campaign; null for validation's own
     * @param deciding by what candidates are ordered and the leader is chosen; null for what decides where nobody chose
     * @param cut null for the best net value of the candidate that the deciding measure puts first
     * @param seal the opening of the reserve; null while it is sealed
     */
    public record Decision(
            Stakes stakes,
            @Nullable Double capacity,
            double campaignSize,
            @Nullable Double plannedRate,
            @Nullable DecidingMeasure deciding,
            @Nullable CutSpec cut,
            @Nullable SealSpec seal)
            implements Inline {
        public Decision {
            if (stakes == null) stakes = Stakes.NONE;
            if (campaignSize != 0) new Campaign(campaignSize, capacity, plannedRate, deciding);
        }

        /** The same about so many records. */
        Decision ofSize(double records) {
            return new Decision(stakes, capacity, records, plannedRate, deciding, cut, seal);
        }
    }

    public static final int FORMAT = 1;

    /** What records and events are called, what acting is (a verb in -ing), and the currency. */
    public record Words(String records, String events, String acting, String currency) {
        public static final Words PLAIN = new Words("records", "events", "acting on", "€");
    }

    /** Stands for all kinds in the list of candidates. */
    public static final String ALL_KINDS = "all";

    /** Where a table was copied from: a database by the name that its administrator gave it, and the query. */
    public record Origin(String source, String query) {}

    /**
     * @param dialect how a text file is written; null finds out
     * @param sheet of a workbook; null for the first
     * @param columns those that are read, by name; null for all
     * @param origin the query by which it was copied out of a database; null for a file that was brought
     * @param joins files whose columns come behind its own, one after the other; null for none
     * @param notes a file of {@link ColumnNotes} beside it, of which the brief's own columns say otherwise; null for none
     */
    public record DataFile(
            String file,
            @Nullable String sha256,
            @Nullable Dialect dialect,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            String sheet,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            List<String> columns,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            Origin origin,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            List<JoinedFile> joins,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            String notes) {
        public TableFile.Manner manner() {
            return new TableFile.Manner(dialect, sheet, columns);
        }
    }

    /**
     * What became of the records.
     *
     * @param events levels that are the event; none where {@code when} says it
     * @param leaveOutMissing whether records without an outcome are in no part; else they are refused
     * @param when which amounts, or days, are the event; null where levels are
     */
    public record Outcome(
            String column,
            List<String> events,
            List<String> leftOut,
            boolean leaveOutMissing,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            EventRule when) {
        public Outcome {
            demand("outcome.column", column);
            events = events == null ? List.of() : List.copyOf(events);
            leftOut = leftOut == null ? List.of() : List.copyOf(leftOut);
            if (when != null && !(events.isEmpty() && leftOut.isEmpty())) {
                throw BadInput.of("outcome", "names levels beside a rule", "give events, or when, and not both");
            }
        }

        public Outcome(String column, List<String> events, List<String> leftOut, boolean leaveOutMissing) {
            this(column, events, leftOut, leaveOutMissing, null);
        }

        /** Whether it says what the event is. */
        public boolean saysEvent() {
            return when != null || !events.isEmpty();
        }

        /** What the event is, as it follows the column's name. */
        public String eventWords() {
            return when == null ? "is “" + String.join("”, “", events) + "”" : when.words();
        }

        /** The same where records without an outcome are in no part. */
        public Outcome leavingOutMissing() {
            return new Outcome(column, events, leftOut, true, when);
        }

        /** The same of a file that {@link FollowedBatch#scored} made, in which a record without an outcome has not got one yet. */
        public Outcome ofArrived() {
            return when != null && when.kind() == EventRule.EventKind.FILLED
                    ? new Outcome(column, List.of(FollowedBatch.EVENT), List.of(), true)
                    : leavingOutMissing();
        }

        /** Outcomes of a batch as far as they have arrived; {@code brought} is for a file that brings outcomes alone. */
        byte[] arrived(Column as, boolean brought) {
            return when == null ? Levels.arrived(as, events, leftOut) : when.arrived(as, brought);
        }

        /**
         * The same as another reading of its column knows it: levels that are no longer there go, and where one that was left out has become
         * missing, records without an outcome are left out.
         */
        public Outcome readAnew(Column as) {
            List<String> left = Levels.held(as, leftOut);
            boolean gone = left.size() < leftOut.size() && as.missing() > 0;
            return new Outcome(column, Levels.held(as, events), left, leaveOutMissing || gone, when);
        }

        /**
         * 1, 0, or −1 for a record left out or not kept; {@code kept} is null for all.
         *
         * @throws BadInput if a record has no outcome that is not to be left out, or as {@link Levels#outcome} and {@link EventRule#outcome}
         */
        public byte[] of(Table table, boolean @Nullable [] kept) {
            if (!leaveOutMissing && (when == null || when.kind() != EventRule.EventKind.FILLED))
                demandThere(table, kept);
            return when == null
                    ? Levels.outcome(table, column, events, leftOut, leaveOutMissing, kept)
                    : when.outcome(table, column, leaveOutMissing, kept);
        }

        private void demandThere(Table table, boolean @Nullable [] kept) {
            Column as = table.column(column);
            if (as.missing() == 0) return;
            int[] missing = IntStream.range(0, as.size())
                    .filter(i -> as.isMissing(i) && (kept == null || kept[i]))
                    .toArray();
            if (missing.length == 0) return;
            throw BadInput.atLine(
                    table.lineOf(missing[0]),
                    column,
                    "the outcome is missing"
                            + (missing.length == 1
                                    ? ""
                                    : " here and in " + NumberText.count(missing.length - 1) + " more"),
                    "fill it in, or leave out all records without an outcome (leaveOutMissing)");
        }
    }

    /**
     * @param kind JSON name, or {@link #ALL_KINDS}
     * @param settings by name, what is left out is as it comes; the members of a blend are names of candidates before it
     * @param inputs null for all of the brief's
     * @param fittedBy null where nobody said
     */
    public record CandidateSpec(
            String name,
            String kind,
            Map<String, Object> settings,
            @Nullable List<String> inputs,
            @Nullable String fittedBy) {}

    /** @param records of validation acted on; null for the best net value within the capacity */
    public record CutSpec(String candidate, @Nullable Double records, String rule) {}

    /** Who opened the reserve, when (ISO 8601, UTC), for which candidate and how many records of validation. */
    public record SealSpec(String openedBy, String openedAt, String candidate, double records) {}

    public BriefFile {
        if (format == 0) format = FORMAT;
        if (format != FORMAT) {
            throw BadInput.of("format", "is " + format, "use a file of format " + FORMAT);
        }
        Map<String, @Nullable Object> needed = new LinkedHashMap<>();
        needed.put("name", asked.name);
        needed.put("question", asked.question);
        needed.put("data", taken.data);
        demand(needed);
        candidates = candidates == null ? List.of() : spelledOut(candidates);
        if (authorText == null) authorText = AuthorText.EMPTY;
    }

    /** How the outcome's column is read; null for as it comes. */
    public @Nullable Reading outcomeReading() {
        return asked.outcome == null ? null : column(asked.outcome.column()).reading();
    }

    /** @throws BadInput unless it is far enough to be computed; it names all that is missing */
    public void demandWhole() {
        Map<String, @Nullable Object> needed = new LinkedHashMap<>();
        needed.put("outcome", asked.outcome);
        needed.put("split", taken.split);
        needed.put("candidates", candidates.isEmpty() ? null : candidates);
        List<String> missing = missing(needed);
        if (missing.isEmpty()) return;
        String written = missing.stream().map(EXAMPLES::get).collect(Collectors.joining("; "));
        throw BadInput.of(String.join(", ", missing), "not given", "write, for example, " + written);
    }

    private static final Map<String, String> EXAMPLES = Map.of(
            "outcome", "outcome: { column: left, events: [\"yes\"] }",
            "split", "split: { method: shares, shares: [0.6, 0.2, 0.2], seed: 1 }",
            "candidates", "candidates: [{ kind: all }]");

    private static List<String> missing(Map<String, @Nullable Object> needed) {
        return needed.entrySet().stream()
                .filter(e -> e.getValue() == null || "".equals(e.getValue()))
                .map(Map.Entry::getKey)
                .toList();
    }

    private static void demand(Map<String, @Nullable Object> needed) {
        List<String> missing = missing(needed);
        if (missing.isEmpty()) return;
        throw BadInput.of(String.join(", ", missing), "not given", "fill in what is named");
    }

    private static void demand(String field, @Nullable Object value) {
        if (value == null || value.equals("")) throw BadInput.of(field, "not given", "fill in what is named");
    }

    /** The same case with its notes taken in: what it says of a column itself goes before. */
    BriefFile noted(Map<String, ColumnSetup> noted) {
        Map<String, ColumnSetup> all = new LinkedHashMap<>(noted);
        all.putAll(taken.columns);
        DataFile plain = new DataFile(
                taken.data.file,
                taken.data.sha256,
                taken.data.dialect,
                taken.data.sheet,
                taken.data.columns,
                taken.data.origin,
                taken.data.joins,
                null);
        return with(plain, all, decision.campaignSize, authorText);
    }

    /** The same case with what all columns are taken for. */
    BriefFile withColumns(Map<String, ColumnSetup> all) {
        return with(taken.data, all, decision.campaignSize, authorText);
    }

    /** The same case, about as many records as its file holds where it says no other number. */
    BriefFile ofSize(int records) {
        return decision.campaignSize == 0 ? with(taken.data, taken.columns, records, authorText) : this;
    }

    public ColumnSetup column(String column) {
        return taken.columns.getOrDefault(column, ColumnSetup.PLAIN);
    }

    public Campaign campaign() {
        return new Campaign(decision.campaignSize, decision.capacity, decision.plannedRate, decision.deciding);
    }

    private static List<CandidateSpec> spelledOut(List<CandidateSpec> candidates) {
        return candidates.stream()
                .flatMap(spec -> ALL_KINDS.equals(spec.kind()) ? everyKind(spec) : Stream.of(spec))
                .toList();
    }

    /** Every kind as it comes, with the references. */
    private static Stream<CandidateSpec> everyKind(CandidateSpec spec) {
        if (spec.name() != null || spec.settings() != null) {
            throw BadInput.of(
                    "candidates",
                    "give all kinds a name or settings",
                    "leave both out, or write the kinds that are to differ one by one");
        }
        return Learners.asTheyCome().stream()
                .map(kind -> new CandidateSpec(
                        kind.title(),
                        kind.name(),
                        Map.of(),
                        kind.takesInputs() ? spec.inputs() : null,
                        spec.fittedBy()));
    }

    /** What its candidates are compared by. */
    public Comparison.Terms terms() {
        return campaign().terms(decision.stakes, taken.split.seed());
    }

    /** The column by whose value money is counted; null without one. */
    public @Nullable String valueColumn() {
        return ColumnSetup.first(taken.columns, ColumnSetup.Role.VALUE);
    }

    /** The column of the records' weights; null without one. */
    public @Nullable String weightColumn() {
        return ColumnSetup.first(taken.columns, ColumnSetup.Role.WEIGHT);
    }

    /** The same case with other words of the author. */
    public BriefFile with(AuthorText other) {
        return with(taken.data, taken.columns, decision.campaignSize, other);
    }

    private BriefFile with(DataFile file, Map<String, ColumnSetup> all, double size, AuthorText words) {
        return new BriefFile(
                format,
                asked,
                new Taken(file, all, taken.population, taken.split),
                decision.ofSize(size),
                candidates,
                words);
    }
}
