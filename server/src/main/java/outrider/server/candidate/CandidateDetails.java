package outrider.server.candidate;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Seeds;
import outrider.explain.Contributions;
import outrider.learn.Model;
import outrider.learn.tree.TreeModel;
import outrider.prepare.Preparation;
import outrider.prepare.Step;
import outrider.server.brief.Brief;
import outrider.server.brief.BriefTables;
import outrider.server.brief.Briefs;
import outrider.server.brief.Splits;
import outrider.table.Column;
import outrider.table.Table;

/** What a candidate's page asks about single records: how one was prepared and scored, and who is in a leaf. */
@ApplicationScoped
public class CandidateDetails {
    private static final int BACKGROUND = 50;
    private static final int PAIRS = 2;
    private static final int SHOWN = 50;

    private final Candidates candidates;
    private final Briefs briefs;
    private final BriefTables tables;

    CandidateDetails(Candidates candidates, Briefs briefs, BriefTables tables) {
        this.candidates = candidates;
        this.briefs = briefs;
        this.tables = tables;
    }

    /**
     * How one record's values became inputs, and what each column added to its score.
     *
     * @param record from 1
     * @param average score of the records against which columns are weighed
     */
    public record RecordView(
            int record, int records, String part, double score, double average, List<RecordColumn> columns) {}

    /**
     * A column of a record, and what it adds to the score.
     *
     * @param before the value as it was written; null where it is missing
     * @param rule in words; null where the kind reads the column as it is
     * @param adds to the score, of score − average
     */
    public record RecordColumn(
            String column,
            String type,
            @Nullable String before,
            @Nullable String rule,
            List<InputView> inputs,
            double adds) {}

    /** An input and the record's value of it. */
    public record InputView(String name, double value) {}

    /** @throws BadInput if the record is none of training or validation */
    public RecordView record(long id, int number) {
        Candidate candidate = candidates.get(id);
        Brief brief = briefs.get(candidate.briefId);
        Table table = tables.table(brief);
        Model model = candidates.model(candidate);
        int[] training = Splits.of(brief).training();
        int[] validation = Splits.of(brief).validation();
        int row = number - 1;
        boolean trained = Arrays.binarySearch(training, row) >= 0;
        if (!trained && Arrays.binarySearch(validation, row) < 0) {
            throw BadInput.of(
                    "record",
                    number + " is no record of training or validation",
                    "give one of those, from 1 to " + table.size());
        }
        int[] background = background(training, brief.seed);
        Contributions parts = Contributions.of(
                model, table, row, background, PAIRS, new Seeds(brief.seed).stream("contributions/" + number));
        Preparation preparation = model.preparation();
        List<RecordColumn> columns = new ArrayList<>();
        for (int c = 0; c < parts.columns().size(); c++) {
            Column source = table.column(parts.columns().get(c));
            List<Step> steps = preparation == null
                    ? List.of()
                    : preparation.of(List.of(source.name())).steps();
            columns.add(new RecordColumn(
                    source.name(),
                    source.type().name().toLowerCase(java.util.Locale.ROOT),
                    source.asWritten(row),
                    steps.isEmpty() ? null : explained(steps),
                    steps.stream()
                            .flatMap(step -> inputs(step, source, row).stream())
                            .toList(),
                    parts.values()[c]));
        }
        return new RecordView(
                number, table.size(), trained ? "training" : "validation", parts.score(), parts.average(), columns);
    }

    private static int[] background(int[] training, long seed) {
        int[] some = training.clone();
        new Seeds(seed).stream("background").shuffle(some);
        int[] kept = Arrays.copyOf(some, Math.min(BACKGROUND, some.length));
        Arrays.sort(kept);
        return kept;
    }

    private static String explained(List<Step> steps) {
        return steps.stream().map(Step::explain).collect(Collectors.joining("; "));
    }

    private static List<InputView> inputs(Step step, Column source, int row) {
        List<String> names = step.inputs();
        double[] values = step.values(source, row);
        return IntStream.range(0, values.length)
                .mapToObj(i -> new InputView(names.get(i), values[i]))
                .toList();
    }

    /** How one column becomes inputs; {@code rule} is null where the kind reads it as it is. */
    public record Prepared(
            String column, String type, @Nullable String rule, List<String> inputs) {}

    public List<Prepared> prepared(long id) {
        Candidate candidate = candidates.get(id);
        Table table = tables.table(briefs.get(candidate.briefId));
        Model model = candidates.model(candidate);
        Preparation preparation = model.preparation();
        if (preparation == null) {
            return model.columns().stream()
                    .map(name -> new Prepared(name, type(table, name), null, List.of()))
                    .toList();
        }
        Map<String, List<Step>> byColumn = preparation.steps().stream()
                .collect(Collectors.groupingBy(Step::column, LinkedHashMap::new, Collectors.toList()));
        return byColumn.entrySet().stream()
                .map(e -> new Prepared(
                        e.getKey(),
                        type(table, e.getKey()),
                        explained(e.getValue()),
                        e.getValue().stream()
                                .flatMap(step -> step.inputs().stream())
                                .toList()))
                .toList();
    }

    private static String type(Table table, String column) {
        return table.column(column).type().name().toLowerCase(java.util.Locale.ROOT);
    }

    /**
     * Validation records that end in a leaf of a tree.
     *
     * @param columns that lead there, and the outcome last
     * @param rows at most 50 of {@code records}; each with its number in the file from 1, then the values of the columns
     */
    public record LeafView(int records, int events, List<String> columns, List<List<@Nullable String>> rows) {}

    /** @throws BadInput if the candidate is no tree, or has no such leaf */
    public LeafView leaf(long id, int leaf) {
        Candidate candidate = candidates.get(id);
        Brief brief = briefs.get(candidate.briefId);
        Model model = candidates.model(candidate);
        if (!(model.learnt() instanceof TreeModel tree)) {
            throw BadInput.of("candidate", "is no decision tree", "open one");
        }
        int[] left = tree.fit().tree().splits().left();
        int[] on = tree.fit().tree().splits().column();
        if (leaf < 0 || leaf >= on.length) throw BadInput.of("node", "is " + leaf, "choose one of the tree");
        Table table = tables.table(brief);
        byte[] outcome = tables.outcome(brief);
        int[] rows = Splits.of(brief).validation();
        int[] ends = tree.leaves(table, rows);
        boolean[] below = new boolean[on.length];
        below[leaf] = true;
        for (int node = 0; node < on.length; node++) {
            if (on[node] < 0 || !below[node]) continue;
            below[left[node]] = true;
            below[left[node] + 1] = true;
        }
        List<String> columns = path(tree, leaf);
        columns.add(brief.outcomeColumn());
        int records = 0;
        int events = 0;
        List<List<String>> shown = new ArrayList<>();
        for (int i = 0; i < rows.length; i++) {
            if (!below[ends[i]]) continue;
            records++;
            events += outcome[rows[i]];
            if (shown.size() == SHOWN) continue;
            List<String> values = new ArrayList<>();
            values.add(Integer.toString(rows[i] + 1));
            for (String name : columns) values.add(table.column(name).asWritten(rows[i]));
            shown.add(values);
        }
        return new LeafView(records, events, columns, shown);
    }

    private static List<String> path(TreeModel tree, int leaf) {
        int[] left = tree.fit().tree().splits().left();
        int[] on = tree.fit().tree().splits().column();
        List<String> names = new ArrayList<>();
        for (int node = leaf; node > 0; ) {
            int child = node;
            node = IntStream.range(0, on.length)
                    .filter(parent -> on[parent] >= 0 && (left[parent] == child || left[parent] + 1 == child))
                    .findFirst()
                    .orElse(0);
            String name = tree.fit().columns().get(on[node]).name();
            if (!names.contains(name)) names.add(0, name);
        }
        return names;
    }
}
