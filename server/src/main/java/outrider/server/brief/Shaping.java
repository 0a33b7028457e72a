package outrider.server.brief;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import jakarta.transaction.Transactional;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.BriefFile;
import outrider.casefile.MadeColumns;
import outrider.casefile.Population;
import outrider.formula.Formula;
import outrider.server.trail.Act;
import outrider.server.trail.Trail;
import outrider.server.web.Seen;
import outrider.table.Column;
import outrider.table.ColumnType;
import outrider.table.Table;

/** Columns that a brief makes, before they are made, and the records that it is about. */
@ApplicationScoped
public class Shaping {
    private static final int EXAMPLES = 5;
    private static final String NAME = "a column that is made";

    private final Briefs briefs;
    private final BriefTables tables;

    Shaping(Briefs briefs, BriefTables tables) {
        this.briefs = briefs;
        this.tables = tables;
    }

    /**
     * A made column that is being written.
     *
     * @param name of what is made; null for a new one
     */
    public record Draft(@Nullable String name, String formula) {}

    /**
     * What a formula makes of the records that may be looked at.
     *
     * @param reads the columns that it is made of
     * @param missing records without a value, {@code undefined} those of them where all that it reads has one
     * @param knownAfterDays the latest of what it reads; null where nobody said
     * @param examples some records with different values
     */
    public record MadePreview(
            ColumnType type,
            List<String> reads,
            int records,
            int missing,
            int undefined,
            @Nullable Integer knownAfterDays,
            List<MadeExample> examples) {}

    /**
     * What a made column holds for one record, and what of.
     *
     * @param from values of what it reads, in that order; null for missing
     */
    public record MadeExample(
            List<@Nullable String> from, @Nullable String value) {}

    /** @throws BadInput naming the letter from which on the formula cannot be read, or what it may not read */
    @ActivateRequestContext
    public MadePreview preview(long id, Draft draft) {
        Brief brief = briefs.get(id);
        String name = draft.name() == null ? NAME : draft.name();
        Table table = tables.table(brief);
        Map<String, ColumnType> types = Formula.types(table);
        types.remove(name);
        Formula formula = Formula.of(draft.formula(), types);
        List<String> reads = List.copyOf(formula.reads());
        MadeColumns.allowed("formula", formula.reads(), brief::column, brief.outcomeColumn());
        int[] open = Profiles.openRows(brief, table.size());
        Table some =
                table.gathered(reads.isEmpty() ? List.of(table.columns().get(0).name()) : reads, open);
        Column made = formula.column(name, some);
        int undefined = 0;
        for (int i = 0; i < open.length; i++) {
            int record = i;
            boolean whole = reads.stream().noneMatch(c -> some.column(c).isMissing(record));
            if (made.isMissing(i) && whole) undefined++;
        }
        return new MadePreview(
                formula.type(),
                reads,
                open.length,
                made.missing(),
                undefined,
                MadeColumns.knownAfter(formula, brief::column),
                examples(made, some, reads));
    }

    private static List<MadeExample> examples(Column made, Table table, List<String> reads) {
        List<MadeExample> examples = new ArrayList<>();
        List<@Nullable String> shown = new ArrayList<>();
        for (int i = 0; i < made.size() && examples.size() < EXAMPLES; i++) {
            String value = made.text(i);
            if (shown.contains(value)) continue;
            shown.add(value);
            List<@Nullable String> from = new ArrayList<>();
            for (String column : reads) from.add(table.column(column).text(i));
            examples.add(new MadeExample(from, value));
        }
        return examples;
    }

    /**
     * What a population leaves.
     *
     * @param population null for all records
     * @param unknown records that are left out because what the condition compares is missing
     * @param copies records that are left out because they repeat another in every column
     * @param notDrawn records that the sample leaves out
     * @param events records with the event among those left out, {@code others} without; null where the outcome is not chosen
     */
    public record PopulationView(
            @Nullable Population population,
            int records,
            int kept,
            int unknown,
            int copies,
            int notDrawn,
            @Nullable Integer events,
            @Nullable Integer others) {}

    /**
     * What a population would leave; nothing is kept.
     *
     * @throws BadInput if its condition cannot be read, reads what it may not, or no record meets it
     */
    @ActivateRequestContext
    public PopulationView facts(long id, @Nullable Population population) {
        Brief brief = briefs.get(id);
        Population wanted = population == null ? Population.ALL : population;
        Table table = tables.table(brief);
        int[] copies = tables.copies(brief);
        Formula condition = wanted.read(table);
        MadeColumns.allowed("population", condition.reads(), brief::column, brief.outcomeColumn());
        boolean[] kept = wanted.kept(table, copies);
        boolean[] unsampled = new Population(wanted.where(), wanted.dropCopies(), null).kept(table, copies);
        boolean[] met = condition.holds(table);
        byte[] outcome = outcome(brief, table);
        int[] counts = new int[5];
        for (int i = 0; i < kept.length; i++) {
            if (kept[i]) counts[0]++;
            else if (met[i] && unsampled[i]) counts[4]++;
            else if (met[i]) counts[1]++;
            if (!kept[i] && outcome != null && outcome[i] >= 0) counts[2 + outcome[i]]++;
        }
        return new PopulationView(
                wanted.equals(Population.ALL) ? null : wanted,
                kept.length,
                counts[0],
                condition.unknown(table),
                counts[1],
                counts[4],
                outcome == null ? null : counts[3],
                outcome == null ? null : counts[2]);
    }

    /** Of all records; null where it is not chosen, or the file does not fit it. */
    private static byte @Nullable [] outcome(Brief brief, Table table) {
        BriefFile.Outcome asked = brief.outcome;
        if (asked == null || !brief.hasOutcome()) return null;
        return asked.leavingOutMissing().of(table, null);
    }

    /**
     * Which records the brief is to keep, and what of them somebody saw.
     *
     * @param population null for all records
     * @param seen the population as the editor saw it, with nothing in it for all records
     */
    public record Settling(
            @Nullable Population population, @Nullable Population seen) {}

    /**
     * Settles which records the brief is about; a split is undone.
     *
     * @throws BadInput as {@link #facts} does, or if candidates exist
     */
    @Transactional
    public PopulationView settle(long id, Settling settling) {
        Brief brief = briefs.unlocked(id);
        Seen.demand(settling.seen(), Objects.requireNonNullElse(brief.population, Population.ALL));
        PopulationView facts = facts(id, settling.population());
        if (Objects.equals(brief.population, facts.population())) return facts;
        brief.population = facts.population();
        if (brief.hasOutcome()) tables.outcome(brief);
        Briefs.forgetSplit(brief);
        Trail.brief(id, Act.BRIEF_CHANGED, brief.name, "population: " + told(facts));
        return facts;
    }

    private static String told(PopulationView facts) {
        Population of = facts.population();
        if (of == null) return "all records";
        return (of.where() == null ? "all records" : of.where())
                + (of.dropCopies() == null ? "" : ", without copies")
                + (of.sample() == null ? "" : ", a sample of " + of.sample().records()) + "; " + facts.kept() + " of "
                + facts.records()
                + " records";
    }
}
