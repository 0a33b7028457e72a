package outrider.casefile;

import static java.util.Objects.requireNonNull;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.check.CandidateEvidence;
import outrider.check.CopiedColumns;
import outrider.formula.Formula;
import outrider.prepare.TrainingData;
import outrider.split.Parts;
import outrider.split.RecordWeights;
import outrider.split.Split;
import outrider.split.SplitPlan;
import outrider.split.Together;
import outrider.split.Units;
import outrider.table.Column;
import outrider.table.Dialect;
import outrider.table.Join;
import outrider.table.Numbers;
import outrider.table.Table;
import outrider.uncertainty.Sample;

/**
 * A case's records: its columns as it reads them, the outcome (1, 0, or −1 for a record left out), parts, and what folds are dealt
 * by.
 *
 * @param bytes size of the file
 * @param joins what each joined file found
 */
public record CaseData(
        BriefFile brief,
        String sha256,
        long bytes,
        Table table,
        byte[] outcome,
        Parts parts,
        Together together,
        List<Figures.Joined> joins) {

    private static final int NAMED = 20;

    /**
     * Reads the file and deals its records.
     *
     * @throws BadInput if the file is not there, is another one than the brief names, or does not fit the brief
     */
    public static CaseData read(BriefFile brief, Path file, Progress progress) {
        return read(brief, file, Evidence.RULES, true, progress);
    }

    /**
     * @param rules of docs/methods.md: by the earlier ones columns that the brief does not name are inputs, and folds are dealt at
     *     random even where parts are made by date
     */
    public static CaseData read(BriefFile asked, Path file, int rules, Progress progress) {
        return read(asked, file, rules, false, progress);
    }

    /** @param unsaid whether what nobody said anything of is refused where it is many levels that are nearly numbers or days */
    private static CaseData read(BriefFile asked, Path file, int rules, boolean unsaid, Progress progress) {
        boolean fillIn = rules > Verifier.BEFORE_FAILURES;
        asked.demandWhole();
        if (unsaid) asked.taken().split().demandFolds();
        BriefFile brief = asked;
        if (!Files.isRegularFile(file)) {
            throw BadInput.of(
                    "data", "no file " + file.getFileName() + " is there", "name the file that holds the records");
        }
        try {
            String sha256 = demanded("data", file, brief.taken().data().sha256());
            TableFile.Manner manner =
                    TableFile.manner(file, brief.taken().data().manner());
            Table plain = TableFile.read(file, manner, progress);
            brief = brief.ofSize(plain.size());
            List<Figures.Joined> joins = new ArrayList<>();
            plain = joined(brief, file, plain, joins, progress);
            Dialect written = manner.dialect();
            boolean codes = rules >= Evidence.CODES_BY_NAME;
            Map<String, String> copied = rules < Evidence.COPIES_APART ? Map.of() : CopiedColumns.of(plain.columns());
            if (brief.taken().data().notes() != null) brief = noted(brief, file, plain, written, copied, codes);
            if (unsaid && brief.taken().population() == null) DoubtfulColumns.refuseTotal(plain);
            if (brief.taken().data().dialect() == null) DoubtfulColumns.refuse(plain, brief, written, fillIn, unsaid);
            refuseUnknown(plain, brief);
            if (unsaid) refuseTwice(brief.taken().columns());
            if (unsaid) DoubtfulColumns.refuseOutcome(plain, brief);
            BriefFile whole = !fillIn
                    ? brief
                    : brief.withColumns(ColumnDefaults.filledIn(
                            brief.taken().columns(),
                            plain,
                            brief.asked().outcome().column(),
                            written,
                            copied,
                            codes));
            Table table =
                    read(plain, whole.taken().columns(), brief.asked().outcome().column());
            int[] copies = Units.copies(plain);
            byte[] outcome = outcome(whole, table, copies);
            RecordWeights.demand(table, whole.weightColumn(), outcome);
            Parts parts = Split.of(brief.taken().split(), table, outcome, copies);
            Together together = Together.of(
                    brief.taken().split(),
                    table,
                    parts,
                    units(rules, brief.taken().split(), table, copies));
            return new CaseData(whole, sha256, Files.size(file), table, outcome, parts, by(rules, together), joins);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static int[] units(int rules, SplitPlan plan, Table table, int[] copies) {
        boolean asked = rules >= Evidence.COPIES_BY_CHOICE || plan.groupBy() != null;
        return asked ? plan.units(table, copies) : copies;
    }

    private static Together by(int rules, Together together) {
        Together dealt = rules < Evidence.FOLDS_IN_TIME ? together.withoutDays() : together;
        return rules < Evidence.UNITS_IN_CELLS ? dealt.drawnSingly() : dealt;
    }

    /** The file's columns as it wrote them, and those of the files that are joined to it. */
    public static Table written(BriefFile brief, Path file, Progress progress) {
        try {
            Table plain = TableFile.read(
                    file, TableFile.manner(file, brief.taken().data().manner()), progress);
            return joined(brief, file, plain, new ArrayList<>(), progress);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Table joined(BriefFile brief, Path file, Table own, List<Figures.Joined> joins, Progress progress)
            throws IOException {
        Table whole = own;
        for (JoinedFile joined : Objects.requireNonNullElse(brief.taken().data().joins(), List.<JoinedFile>of())) {
            JoinedFile.refuseOutcome(
                    joined.terms().on(), brief.asked().outcome().column());
            Path second = beside(file, joined.file());
            String second256 = demanded("joins", second, joined.sha256());
            Table other = TableFile.read(second, TableFile.manner(second, joined.manner()), progress);
            Join join = Join.of(whole, other, joined.file(), joined.terms());
            whole = join.joined();
            joins.add(new Figures.Joined(joined.file(), second256, join.found()));
        }
        return whole;
    }

    private static BriefFile noted(
            BriefFile brief,
            Path main,
            Table table,
            @Nullable Dialect dialect,
            Map<String, String> copied,
            boolean codes)
            throws IOException {
        Map<String, ColumnSetup> taken = ColumnDefaults.filledIn(
                brief.taken().columns(), table, brief.asked().outcome().column(), dialect, copied, codes);
        Path file = beside(main, requireNonNull(brief.taken().data().notes()));
        return brief.noted(ColumnNotes.of(
                TableFile.read(file, Progress.NONE),
                name -> taken.getOrDefault(name, ColumnSetup.PLAIN),
                name -> table.has(name) || brief.column(name).formula() != null));
    }

    private static Path beside(Path main, String name) {
        Path file = main.toAbsolutePath().resolveSibling(name);
        if (Files.isRegularFile(file)) return file;
        throw BadInput.of("data", "no file " + name + " is there", "lay it beside " + main.getFileName());
    }

    /** @throws BadInput if it is another file than is wanted */
    private static String demanded(String field, Path file, @Nullable String wanted) throws IOException {
        String sha256 = Sha256.of(file);
        if (wanted == null || wanted.equals(sha256)) return sha256;
        throw BadInput.of(
                field,
                "is another file than the brief's: its SHA-256 is " + sha256 + ", the brief names " + wanted,
                "use the file of that SHA-256");
    }

    /** The identifier whose values stand most often in more than one part; null where none does, or the split keeps one together. */
    public static CandidateEvidence.@Nullable Apart apart(
            Table table, Function<String, ColumnSetup> setup, SplitPlan plan, Parts parts) {
        if (plan.groupBy() != null) return null;
        CandidateEvidence.Apart found = null;
        for (Column column : table.columns()) {
            if (setup.apply(column.name()).role() != ColumnSetup.Role.IDENTIFIER) continue;
            int[] unit = Units.of(column);
            int apart = parts.straddling(unit);
            if (apart > (found == null ? 0 : found.units())) {
                found = new CandidateEvidence.Apart(column.name(), apart, Units.count(unit));
            }
        }
        return found;
    }

    /** @throws BadInput naming all columns of a role that only one may have */
    private static void refuseTwice(Map<String, ColumnSetup> columns) {
        for (ColumnSetup.Role role : List.of(ColumnSetup.Role.VALUE, ColumnSetup.Role.WEIGHT)) {
            List<String> named = ColumnSetup.named(columns, role);
            if (named.size() < 2) continue;
            throw BadInput.of(
                    "columns",
                    "“" + String.join("”, “", named) + "” are each the " + role.words(),
                    "give all but one of them another role");
        }
    }

    /** @throws BadInput naming every column that the brief speaks of and the file lacks */
    private static void refuseUnknown(Table table, BriefFile brief) {
        List<String> named = new ArrayList<>(brief.taken().columns().keySet());
        named.add(brief.asked().outcome().column());
        named.addAll(Stream.of(
                        brief.taken().split().by().column(),
                        brief.taken().split().groupBy())
                .filter(Objects::nonNull)
                .toList());
        brief.candidates().forEach(spec -> {
            if (spec.inputs() != null) named.addAll(spec.inputs());
        });
        List<String> unknown = named.stream()
                .distinct()
                .filter(name -> !table.has(name) && brief.column(name).formula() == null)
                .toList();
        if (unknown.isEmpty()) return;
        throw BadInput.of(
                "columns",
                unknown.size() == 1
                        ? "“" + unknown.get(0) + "” is not in the file"
                        : unknown.size() + " of them, “" + String.join("”, “", unknown) + "”, are not in the file",
                "its columns are: "
                        + table.columns().stream()
                                .map(Column::name)
                                .limit(NAMED)
                                .collect(Collectors.joining(", "))
                        + (table.columns().size() > NAMED ? ", …" : ""));
    }

    /** What inputs may be meant otherwise than they are read, unasked. Sentences with what to write. */
    public List<String> doubts() {
        return DoubtfulColumns.said(table, brief, inputs());
    }

    /**
     * 1, 0, or −1 for a record left out, by the brief's outcome and population.
     *
     * @throws BadInput if the condition cannot be read or reads what it may not, or the outcome does not fit
     */
    public static byte[] outcome(BriefFile brief, Table table, int[] copies) {
        return brief.asked()
                .outcome()
                .of(
                        table,
                        kept(
                                brief.taken().population(),
                                brief::column,
                                brief.asked().outcome().column(),
                                table,
                                copies));
    }

    /** By record, whether it is of the population; null for all. */
    public static boolean @Nullable [] kept(
            @Nullable Population population,
            Function<String, ColumnSetup> setup,
            @Nullable String outcome,
            Table table,
            int[] copies) {
        if (population == null) return null;
        MadeColumns.allowed("population", population.read(table).reads(), setup, outcome);
        return population.kept(table, copies);
    }

    /**
     * All columns, read anew where a setup says so, and those made of them behind.
     *
     * @param outcome its column, which nothing may be made of; null where it is not chosen
     * @throws BadInput if a text does not fit its reading, or a formula cannot be read or reads what it may not
     */
    public static Table read(Table plain, Map<String, ColumnSetup> setups, @Nullable String outcome) {
        Table file = read(plain, setups);
        Map<String, String> formulas = MadeColumns.formulas(setups);
        if (formulas.isEmpty()) return file;
        MadeColumns.read(setups, Formula.types(file), outcome);
        return Formula.applied(formulas, file);
    }

    /** @throws BadInput if a text does not fit its reading */
    private static Table read(Table plain, Map<String, ColumnSetup> setups) {
        List<Column> columns = new ArrayList<>();
        boolean same = true;
        for (Column column : plain.columns()) {
            ColumnSetup setup = setups.get(column.name());
            boolean anew = setup != null && setup.reading() != null;
            columns.add(anew ? requireNonNull(requireNonNull(setup).reading()).apply(column, plain) : column);
            same &= !anew;
        }
        return same ? plain : plain.with(columns);
    }

    /** The columns that candidates may learn from, in file order. */
    public static List<String> inputs(
            List<String> columns, Function<String, ColumnSetup> setup, @Nullable String outcome) {
        return columns.stream()
                .filter(name -> setup.apply(name).role().input() && !name.equals(outcome))
                .toList();
    }

    public List<String> inputs() {
        List<String> names = table.columns().stream().map(Column::name).toList();
        return inputs(names, brief::column, brief.asked().outcome().column());
    }

    public TrainingData training(List<String> inputs) {
        return new TrainingData(
                table,
                inputs,
                parts.training(),
                outcome,
                together.unit(),
                together.day(),
                RecordWeights.byRecord(table, brief.weightColumn(), parts.training()),
                brief.taken().split().seed());
    }

    /** Some records as figures are computed of them, with their values, weights, and the customers that the split keeps together. */
    public Sample sample(int[] rows) {
        int[] unit = brief.taken().split().groupBy() == null
                ? null
                : Arrays.stream(rows).map(row -> together.unit()[row]).toArray();
        double[] weight = RecordWeights.of(table, brief.weightColumn(), rows);
        boolean singly = together.oneByOne() && (unit != null || weight != null);
        return new Sample(outcomes(rows), values(rows), weight, unit, singly);
    }

    /** Outcomes of some records. */
    public byte[] outcomes(int[] rows) {
        byte[] chosen = new byte[rows.length];
        for (int i = 0; i < rows.length; i++) chosen[i] = outcome[rows[i]];
        return chosen;
    }

    /**
     * Values of some records; null without a value column.
     *
     * @throws BadInput naming the line of the first unusable one
     */
    public double @Nullable [] values(int[] rows) {
        return values(table, brief.valueColumn(), rows);
    }

    /** @param column may be null, and so is what comes back then */
    public static double @Nullable [] values(Table table, @Nullable String column, int[] rows) {
        if (column == null) return null;
        return Numbers.demand(
                table,
                column,
                rows,
                v -> v >= 0,
                "the value of a record is a number of 0 or more; mend it, or give " + column + " another role on Data");
    }
}
