package outrider.casefile;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.exchange.ReleasedRecipe;
import outrider.follow.ActedGroups;
import outrider.follow.BatchFigures;
import outrider.follow.Carried;
import outrider.follow.Judged;
import outrider.follow.SegmentFigures;
import outrider.follow.WatchLimit;
import outrider.split.Units;
import outrider.table.Column;
import outrider.table.EventRule;
import outrider.table.Levels;
import outrider.table.NumberColumn;
import outrider.table.Numbers;
import outrider.table.Reading;
import outrider.table.Table;
import outrider.table.TextColumn;
import outrider.uncertainty.Sample;

/** A later batch of records, scored by a release and held against what was signed (METHODS section 10). */
public final class FollowedBatch {
    /** Outcomes in {@link #scored} where any value is the event. */
    static final String EVENT = "yes";

    private static final String NO_EVENT = "no";

    private final ReleaseDocument release;
    private final ReleasedRecipe recipe;
    private final Table list;
    private final int[] rows;
    private final double[] score;
    private final byte[] outcome;
    /** as they stand in the files */
    private final @Nullable String[] told;

    private @Nullable Table read;
    private final List<Contradiction> contradictions = new ArrayList<>();
    private int late;
    private int unmatched;
    private boolean bySize = true;
    private boolean counting = true;

    /** An outcome that came twice and differs, as the files have it. */
    private record Contradiction(
            @Nullable String who,
            @Nullable String before,
            @Nullable String now) {}

    private FollowedBatch(
            ReleaseDocument release, ReleasedRecipe recipe, Table list, int[] rows, double[] score, byte[] outcome) {
        this.release = release;
        this.recipe = recipe;
        this.list = list;
        this.rows = rows;
        this.score = score;
        this.outcome = outcome;
        String column = release.judged().outcome().column();
        told = new String[rows.length];
        if (list.has(column))
            for (int i = 0; i < rows.length; i++) told[i] = list.column(column).text(rows[i]);
    }

    /**
     * Scores a batch; records that the recipe is not meant for are left out. Outcomes that stand in it count where they are not missing.
     *
     * @throws BadInput as {@link outrider.exchange.ScoringRecipe#score} does
     */
    public static FollowedBatch of(
            ReleaseDocument release, ReleasedRecipe recipe, Table list, Workers workers, Progress progress) {
        boolean[] meant = recipe.recipe().meant(list);
        int[] rows = IntStream.range(0, list.size())
                .filter(i -> meant == null || meant[i])
                .toArray();
        double[] all = recipe.recipe().score(list, 0, workers, progress).score();
        double[] score = Arrays.stream(rows).mapToDouble(row -> all[row]).toArray();
        byte[] outcome = new byte[rows.length];
        Arrays.fill(outcome, (byte) -1);
        BriefFile.Outcome asked = release.judged().outcome();
        if (list.has(asked.column())) {
            byte[] read = arrived(release, list, rows, false);
            for (int i = 0; i < rows.length; i++) outcome[i] = read[rows[i]];
        }
        return new FollowedBatch(release, recipe, list, rows, score, outcome);
    }

    /** @param rows whose outcomes have to be such as were signed */
    private static byte[] arrived(ReleaseDocument release, Table table, int[] rows, boolean brought) {
        Column column = table.column(release.judged().outcome().column());
        Reading reading = release.judged().outcomeReading();
        Column read = reading == null ? column : reading.apply(column, table);
        byte[] outcome = release.judged().outcome().arrived(read, brought);
        List<String> levels = release.judged().outcomeLevels();
        if (levels != null) {
            Levels.demandKnown(
                    table, read, IntStream.of(rows).filter(i -> outcome[i] >= 0).toArray(), levels);
        }
        return outcome;
    }

    /** The same, judged by rules of before. */
    FollowedBatch asOf(int rules) {
        bySize = rules >= Evidence.BATCHES_BY_SIZE;
        counting = rules >= Evidence.REPEATED_IDENTIFIERS;
        return this;
    }

    /**
     * Refuses a file of outcomes none of whose identifiers is in a batch, and one is but for its writing.
     *
     * @param who identifiers of the batch
     * @throws BadInput naming both
     */
    public static void demandSameWriting(Column who, Column later) {
        Map<String, String> plain = new HashMap<>();
        Set<String> there = new HashSet<>();
        for (int i = 0; i < who.size(); i++) {
            String name = who.text(i);
            if (name == null) continue;
            there.add(name);
            plain.putIfAbsent(Levels.plain(name), name);
        }
        String written = null;
        String meant = null;
        for (int i = 0; i < later.size(); i++) {
            String name = later.text(i);
            if (name == null) continue;
            if (there.contains(name)) return;
            String near = plain.get(Levels.plain(name));
            if (near == null || written != null) continue;
            written = name;
            meant = near;
        }
        if (written == null) return;
        throw BadInput.of(
                "outcomes",
                "have “" + written + "” in " + later.name() + " where the batch has “" + meant
                        + "”, and none that it has",
                "write identifiers as they stand in the batch");
    }

    /** @throws BadInput if an outcome of a later file is none that was signed */
    public static void demandOutcomes(ReleaseDocument release, Table later) {
        arrived(release, later, IntStream.range(0, later.size()).toArray(), true);
    }

    /**
     * Takes outcomes that came later, as a file with the identifier and the outcome.
     *
     * @return how many of its records are none of this batch
     * @throws BadInput if a column is missing, or the release names no identifier
     */
    public int outcomes(Table later) {
        String identifier = recipe.recipe().identifier();
        if (identifier == null || !list.has(identifier)) {
            throw BadInput.of("outcomes", "cannot be matched: records have no identifier", "bring them with the batch");
        }
        Column who = list.column(identifier);
        Map<String, List<Integer>> places = new HashMap<>();
        for (int i = 0; i < rows.length; i++) {
            places.computeIfAbsent(String.valueOf(who.text(rows[i])), name -> new ArrayList<>())
                    .add(i);
        }
        Column named = later.column(identifier);
        BriefFile.Outcome asked = release.judged().outcome();
        Column end = later.column(asked.column());
        byte[] read = arrived(release, later, IntStream.range(0, later.size()).toArray(), true);
        int unknown = 0;
        for (int i = 0; i < read.length; i++) {
            List<Integer> own = places.get(String.valueOf(named.text(i)));
            if (own == null) unknown++;
            else if (read[i] >= 0) for (int at : own) take(at, named.text(i), read[i], end.text(i));
        }
        unmatched += unknown;
        return unknown;
    }

    private void take(int record, @Nullable String who, byte arrived, @Nullable String as) {
        if (outcome[record] < 0) late++;
        else if (outcome[record] != arrived) contradictions.add(new Contradiction(who, told[record], as));
        outcome[record] = arrived;
        told[record] = as;
    }

    /** The identifiers of its list; null where records have none. */
    public @Nullable Column identifiers() {
        String identifier = recipe.recipe().identifier();
        return identifier == null || !list.has(identifier) ? null : list.column(identifier);
    }

    /** Outcomes of no record of this batch. */
    public int unmatched() {
        return unmatched;
    }

    /** Outcomes that came more than once and differ; the last one counts. */
    public int contradictory() {
        return contradictions.size();
    }

    /** Records whose identifier one before them has, where it names no customer of several records; null for none. */
    public @Nullable Integer repeated() {
        Column who = identifiers();
        if (!counting || who == null || who.name().equals(release.judged().unit())) return null;
        Set<String> seen = new HashSet<>();
        int again = 0;
        for (int row : rows) {
            String name = who.text(row);
            if (name != null && !seen.add(name)) again++;
        }
        return again == 0 ? null : again;
    }

    /** Outcomes that were not known with the batch, and came in a later file. */
    public int late() {
        return late;
    }

    /** The contradictory ones: identifier, the outcome before, and the one that counts. */
    public Table contradictions() {
        String identifier = recipe.recipe().identifier();
        String outcomeColumn = release.judged().outcome().column();
        return new Table(
                List.of(
                        contradicting(identifier == null ? "record" : identifier, Contradiction::who),
                        contradicting(outcomeColumn + " before", Contradiction::before),
                        contradicting(outcomeColumn + " now", Contradiction::now)),
                null);
    }

    private Column contradicting(String name, Function<Contradiction, @Nullable String> of) {
        @Nullable String[] texts = new String[contradictions.size()];
        for (int i = 0; i < texts.length; i++) texts[i] = of.apply(contradictions.get(i));
        return TextColumn.of(name, texts);
    }

    public BatchFigures figures(Seeds seeds, Workers workers) {
        return BatchFigures.of(release.watched().figures(), read(), judged(seeds, workers));
    }

    /** The records' columns as the model reads them. */
    private Table read() {
        if (read == null) {
            Table all = recipe.recipe().read(list);
            read = new Table(all.columns().stream().map(c -> c.gathered(rows)).toList(), null);
        }
        return read;
    }

    /** What the inputs that moved most do to the share to act on. */
    public List<Carried> carried(BatchFigures figures, Seeds seeds, Workers workers) {
        return Carried.of(
                release.watched().figures(),
                figures.inputs(),
                read(),
                recipe.recipe().model(),
                release.scoring().threshold(),
                seeds,
                workers);
    }

    /** By who was acted on; null where the batch does not say it. */
    public @Nullable ActedGroups groups(Seeds seeds, Workers workers) {
        ReleaseDocument.Acting acting = release.judged().acting();
        if (acting == null || !list.has(acting.column())) return null;
        Column column = list.column(acting.column());
        ActedGroups.Member[] member = new ActedGroups.Member[rows.length];
        for (int i = 0; i < rows.length; i++) {
            String level = column.text(rows[i]);
            member[i] = acting.of(level);
            String near = bySize ? acting.near(level) : null;
            if (near == null) continue;
            throw BadInput.atLine(
                    list.lineOf(rows[i]),
                    column.name(),
                    "is “" + level + "”",
                    "write “" + near + "” as it stood when it was signed");
        }
        return ActedGroups.of(release.watched().figures(), member, judged(seeds, workers));
    }

    /** By the levels of segments that were signed and that the batch has. */
    public List<SegmentFigures> segments(Seeds seeds, Workers workers) {
        List<SegmentFigures> signed = release.watched().figures().segments();
        if (signed == null) return List.of();
        List<Column> columns = signed.stream()
                .map(SegmentFigures::column)
                .distinct()
                .filter(name -> read().has(name) || list.has(name))
                .map(name -> read().has(name)
                        ? read().column(name)
                        : list.column(name).gathered(rows))
                .toList();
        return SegmentFigures.of(columns, signed, judged(seeds, workers));
    }

    private Judged judged(Seeds seeds, Workers workers) {
        double rate = release.judged().plannedRate() == null
                ? Double.NaN
                : release.judged().plannedRate();
        return new Judged(
                score,
                release.scoring().threshold(),
                new Sample(outcome, value(), null, unit()),
                new Judged.Money(release.watched().stakes(), rate),
                WatchLimit.due(release.limits()),
                bySize,
                seeds,
                workers);
    }

    /** The records as a file of their own: as they were brought, with the outcomes that arrived, and their scores under that name. */
    public Table scored(String scoreColumn) {
        if (list.has(scoreColumn)) {
            throw BadInput.of("batch", "has a column " + scoreColumn + " already", "rename it in the file");
        }
        String outcomeColumn = release.judged().outcome().column();
        List<Column> columns = new ArrayList<>();
        for (Column column : list.columns()) {
            if (!column.name().equals(outcomeColumn)) columns.add(column.gathered(rows));
        }
        columns.add(TextColumn.of(outcomeColumn, arrivedTexts()));
        columns.add(new NumberColumn(scoreColumn, score));
        return new Table(columns, null);
    }

    /** Where any value is the event, a record without one would not say whether its outcome has arrived. */
    private @Nullable String[] arrivedTexts() {
        EventRule when = release.judged().outcome().when();
        if (when == null || when.kind() != EventRule.EventKind.FILLED) return told;
        @Nullable String[] texts = new String[outcome.length];
        for (int i = 0; i < texts.length; i++) texts[i] = outcome[i] < 0 ? null : outcome[i] == 1 ? EVENT : NO_EVENT;
        return texts;
    }

    /** Customers of several records, as the split kept them together. */
    private int @Nullable [] unit() {
        if (release.judged().unit() == null
                || !list.has(requireNonNull(release.judged().unit()))) return null;
        return Units.of(list.column(requireNonNull(release.judged().unit())).gathered(rows));
    }

    private double @Nullable [] value() {
        if (release.judged().value() == null
                || !list.has(requireNonNull(release.judged().value()))) return null;
        return Numbers.demand(
                list,
                requireNonNull(release.judged().value()),
                rows,
                v -> true,
                "give every record a value, or leave it out");
    }
}
