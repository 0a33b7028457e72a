package outrider.exchange;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Inline;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.formula.Formula;
import outrider.learn.Model;
import outrider.learn.Scoring;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.ColumnType;
import outrider.table.Join;
import outrider.table.Levels;
import outrider.table.NumberColumn;
import outrider.table.Reading;
import outrider.table.Table;
import outrider.table.TextColumn;

/**
 * All that it takes to score a new list as a candidate scores, and to say whom to act on.
 *
 * @param identifier column that names a record; null to number them
 * @param columns that the model reads, or what it reads is made of, and how
 */
public record ScoringRecipe(
        String brief,
        String candidate,
        @Nullable String identifier,
        List<Need> columns,
        Model model,
        Acting acting,
        Shape shape) {
    /**
     * Whom to act on, and why.
     *
     * @param threshold a record is acted on when its score is at least this; null acts on nobody
     * @param bandFrom the lowest score of each band but the last, from the highest band on
     * @param reasons by what the columns that raised a score are told; null where none can be
     */
    public record Acting(
            @Nullable Double threshold,
            String cut,
            double[] bandFrom,
            @Nullable Reasons reasons) implements Inline {}

    /**
     * What is done with a list before it is scored.
     *
     * @param made formulas by the name of the column that they make; null or empty for none
     * @param where condition that the records met which it learnt from; null for none
     * @param joins files whose columns stood beside the training file's own, one after the other; null or empty for none
     */
    public record Shape(
            @Nullable Map<String, String> made,
            @Nullable String where,
            @Nullable List<Joined> joins) implements Inline {
        public Shape {
            if (made == null) made = Map.of();
            if (joins == null) joins = List.of();
        }
    }

    /** What is to be done with a record. */
    private static final List<String> ACTIONS = List.of("act", "leave", "not meant");

    private static final int NAMED = 8;
    /** What to do about texts that are not written as the training file's. */
    private static final String AS_TRAINED =
            "write them as in training, or leave the field empty where it is not known";

    /** The same by which a list is joined first. */
    public ScoringRecipe joinedBy(List<Joined> files) {
        return new ScoringRecipe(
                brief,
                candidate,
                identifier,
                columns,
                model,
                new Acting(acting.threshold, acting.cut, acting.bandFrom, acting.reasons),
                new Shape(shape.made, shape.where, files));
    }

    /** The same, its columns read in another way. */
    ScoringRecipe reading(List<Need> needs) {
        return new ScoringRecipe(
                brief,
                candidate,
                identifier,
                needs,
                model,
                new Acting(acting.threshold, acting.cut, acting.bandFrom, acting.reasons),
                new Shape(shape.made, shape.where, shape.joins));
    }

    /** A file by the name that it had, and how it was joined. */
    public record Joined(String file, Join.Terms terms) {}

    /**
     * A list with the columns of files like those that the training file was joined with.
     *
     * @param others one for each of the recipe's joins, in order
     * @throws BadInput as {@link Join#joined} does, or if they are more or fewer
     */
    public Table joined(Table list, List<Table> others) {
        List<Joined> wanted = requireNonNull(shape.joins);
        if (others.size() != wanted.size()) {
            throw BadInput.of(
                    "join",
                    others.size() + " files are given, the recipe joins " + wanted.size(),
                    wanted.isEmpty() ? "leave them out" : "give one like each of: " + files());
        }
        Table whole = list;
        for (int i = 0; i < wanted.size(); i++) {
            Joined join = wanted.get(i);
            whole = Join.of(whole, others.get(i), join.file(), join.terms()).joined();
        }
        return whole;
    }

    private String files() {
        return requireNonNull(shape.joins).stream().map(Joined::file).collect(Collectors.joining(", "));
    }

    /** A column that the model reads; {@code reading} is null where it is read as files are. */
    public record Need(
            String name, ColumnType type, @Nullable Reading reading) {}

    /**
     * How a list fits, said before it is scored.
     *
     * @param missing columns that the model needs and the list lacks: it cannot be scored
     * @param reread columns of another type in the list, read anew as the training file's
     * @param unused columns of the list that play no part
     */
    public record SchemaMatch(List<String> missing, List<String> reread, List<String> unused, boolean identified) {}

    /** Columns are matched by name. */
    public SchemaMatch match(Table list) {
        List<String> missing = new ArrayList<>();
        List<String> reread = new ArrayList<>();
        Set<String> used = new HashSet<>();
        for (Need need : columns) {
            used.add(need.name());
            if (!list.has(need.name())) missing.add(need.name());
            else if (need.reading() == null && !matches(list.column(need.name()), need.type())) reread.add(need.name());
        }
        boolean identified = identifier != null && list.has(identifier);
        if (identified) used.add(identifier);
        List<String> unused = list.columns().stream()
                .map(Column::name)
                .filter(name -> !used.contains(name))
                .toList();
        return new SchemaMatch(missing, reread, unused, identified);
    }

    /** A column without any level or value counts as any type. */
    private static boolean matches(Column column, ColumnType type) {
        boolean empty =
                column instanceof CategoryColumn category && category.levels().isEmpty();
        return column.type() == type || empty;
    }

    /**
     * A list's scores.
     *
     * @param because places in the model's columns of those that raised each score most, {@code most} a record, −1 for none
     */
    public record Scores(double[] score, int[] because, int most) {}

    /** By record, whether it is of those that the candidate was made for; null for all. */
    public boolean @Nullable [] meant(Table list) {
        if (shape.where == null) return null;
        return meantOf(read(list));
    }

    private boolean @Nullable [] meantOf(Table read) {
        if (shape.where == null) return null;
        return Formula.condition(shape.where, Formula.types(read)).holds(read);
    }

    /**
     * @return columns identifier (or "record"), "score", "band" (1 the riskiest), "action" ("act", "leave", or "not meant" for a record
     *     unlike those that the candidate learnt from) and "reason1" …, in list order
     * @throws BadInput as {@link #score} does
     */
    public Table apply(Table list, int most, Workers workers, Progress progress) {
        return scored(list, score(list, most, workers, progress));
    }

    /**
     * @param most reasons wanted of each record, 0 to 5
     * @throws BadInput if the list lacks columns, a text does not read as the model needs it, or the recipe gives no reasons
     */
    public Scores score(Table list, int most, Workers workers, Progress progress) {
        demandReasons(most);
        Table table = read(list);
        return score(table, list.size(), most == 0 ? null : finder(table), most, workers, progress);
    }

    void demandReasons(int most) {
        Reasons.demand(most);
        if (most > 0 && acting.reasons == null) {
            throw BadInput.of("reasons", "cannot be given by this recipe", "download it again, or leave them out");
        }
    }

    Reasons.@Nullable Finder finder(Table read) {
        return acting.reasons == null ? null : acting.reasons.finder(model, read);
    }

    /** Of columns as the model reads them. */
    Scores score(Table read, int size, Reasons.@Nullable Finder finder, int most, Workers workers, Progress progress) {
        int[] rows = IntStream.range(0, size).toArray();
        double[] score = Scoring.of(model, read, rows, workers, most == 0 ? progress : progress.part(0, 0.4, ""));
        int[] because = most == 0 || finder == null
                ? new int[0]
                : finder.columns(read, most, workers, progress.part(0.4, 1, ""));
        return new Scores(score, because, most);
    }

    /**
     * The list's columns as the model reads them.
     *
     * @throws BadInput as {@link #score} does
     */
    public Table read(Table list) {
        SchemaMatch fit = demandColumns(list, "list");
        List<Column> read = new ArrayList<>();
        for (Need need : columns) {
            Column column = list.column(need.name());
            Reading reading = need.reading() != null
                    ? need.reading()
                    : fit.reread().contains(need.name()) ? new Reading(need.type(), null, null, null) : null;
            read.add(reading == null ? column : reading.apply(column, list, AS_TRAINED));
        }
        return withMade(new Table(read, list.startLines()));
    }

    /**
     * @param what the list is called
     * @throws BadInput if it lacks columns, naming those of it that differ in their writing alone
     */
    public SchemaMatch demandColumns(Table list, String what) {
        SchemaMatch fit = match(list);
        if (fit.missing().isEmpty()) return fit;
        List<String> named = new ArrayList<>();
        for (String name :
                fit.missing().subList(0, Math.min(NAMED, fit.missing().size()))) {
            String near = fit.unused().stream()
                    .filter(other -> Levels.alike(other, name))
                    .findFirst()
                    .orElse(null);
            named.add(near == null ? name : name + " (it has “" + near + "”)");
        }
        boolean all = named.size() == fit.missing().size();
        boolean one = fit.missing().size() == 1;
        throw BadInput.of(
                what,
                "lacks " + (one ? "a column" : fit.missing().size() + " columns") + " that " + candidate + " reads: "
                        + String.join(", ", named) + (all ? "" : ", …"),
                "bring one that has " + (one ? "it" : "them") + ", with the names as they were"
                        + (requireNonNull(shape.joins).isEmpty() ? "" : ", or join it with one like " + files()));
    }

    Table withMade(Table read) {
        return Formula.applied(requireNonNull(shape.made), read);
    }

    /** The same from scores that are known, one a record of the list. */
    public Table scored(Table list, Scores scores) {
        boolean identified = identifier != null && list.has(identifier);
        Table read = shape.where == null && (acting.reasons == null || scores.most() == 0) ? list : read(list);
        return scored(identified ? list.column(requireNonNull(identifier)) : null, list, read, scores);
    }

    /**
     * @param who null to number the records
     * @param list whose values reasons tell as they stand there, and {@code read} as the model reads them
     */
    Table scored(@Nullable Column who, Table list, Table read, Scores scores) {
        double[] score = scores.score();
        boolean[] meant = meantOf(read);
        int n = score.length;
        double[] band = new double[n];
        int[] action = new int[n];
        for (int i = 0; i < n; i++) {
            int at = 0;
            while (at < acting.bandFrom.length && score[i] < acting.bandFrom[at]) at++;
            band[i] = at + 1;
            boolean act = acting.threshold != null && score[i] >= acting.threshold;
            action[i] = meant != null && !meant[i] ? 2 : act ? 0 : 1;
        }
        Column named = who != null
                ? who
                : new NumberColumn(
                        "record", IntStream.rangeClosed(1, n).asDoubleStream().toArray());
        List<Column> told = new ArrayList<>(List.of(
                named,
                new NumberColumn("score", score),
                new NumberColumn("band", band),
                new CategoryColumn("action", action, ACTIONS)));
        told.addAll(because(list, read, scores));
        return new Table(told, null);
    }

    private List<Column> because(Table list, Table whole, Scores scores) {
        List<Column> told = new ArrayList<>();
        if (acting.reasons == null || scores.most() == 0) return told;
        int most = scores.most();
        List<Column> read = model.columns().stream()
                .map(name -> list.has(name) ? list.column(name) : whole.column(name))
                .toList();
        for (int k = 0; k < most; k++) {
            String[] words = new String[scores.score().length];
            for (int i = 0; i < words.length; i++) {
                int c = scores.because()[i * most + k];
                words[i] = c < 0 ? null : acting.reasons.words(read.get(c), i);
            }
            told.add(TextColumn.of("reason" + (k + 1), words));
        }
        return told;
    }
}
