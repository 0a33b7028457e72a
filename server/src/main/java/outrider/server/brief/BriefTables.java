package outrider.server.brief;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.BriefFile;
import outrider.casefile.CaseData;
import outrider.casefile.ColumnSetup;
import outrider.casefile.MadeColumns;
import outrider.formula.Formula;
import outrider.server.dataset.DatasetColumn;
import outrider.server.dataset.Datasets;
import outrider.server.work.Caches;
import outrider.server.work.Kept;
import outrider.split.RecordWeights;
import outrider.split.Units;
import outrider.table.ColumnType;
import outrider.table.Reading;
import outrider.table.Table;

/** A brief's columns and outcome as it reads them. Those used last stay in memory. */
@ApplicationScoped
public class BriefTables {
    private final Datasets datasets;
    private final Kept<List<?>, Table> tables = Caches.READ_TABLES.make(Caches::bytes);
    private final Kept<List<?>, byte[]> outcomes = Caches.OUTCOMES.make(known -> known.length);
    private final Kept<List<?>, int[]> copies = Caches.COPIES.make(known -> 4L * known.length);

    BriefTables(Datasets datasets) {
        this.datasets = datasets;
    }

    private static Map<String, Reading> readings(Brief brief) {
        Map<String, Reading> readings = new TreeMap<>();
        brief.columns.forEach((name, setup) -> {
            if (setup.reading() != null) readings.put(name, setup.reading());
        });
        return readings;
    }

    /** The file's columns without a look at their values, and behind them those that the brief makes. */
    List<ColumnHead> heads(Brief brief) {
        List<ColumnHead> heads = new ArrayList<>();
        Map<String, ColumnType> types = new LinkedHashMap<>();
        for (DatasetColumn column : datasets.columns(brief.datasetId)) {
            heads.add(ColumnHead.of(column));
            types.put(column.name, column.type);
        }
        Map<String, ColumnType> read = MadeColumns.types(types, brief.columns);
        new TreeMap<>(Formula.ordered(MadeColumns.formulas(brief.columns), read))
                .forEach((name, formula) -> heads.add(ColumnHead.made(name, formula.type())));
        return heads;
    }

    /** Names of all columns, those that the brief makes last. */
    public List<String> names(Brief brief) {
        return heads(brief).stream().map(ColumnHead::name).toList();
    }

    /**
     * All columns, read anew where the brief says so, and those that it makes.
     *
     * @throws BadInput if a text does not fit its reading, or a formula cannot be read
     */
    public Table table(Brief brief) {
        Map<String, Reading> readings = readings(brief);
        Map<String, String> formulas = MadeColumns.formulas(brief.columns);
        Table plain = datasets.table(brief.datasetId);
        if (readings.isEmpty() && formulas.isEmpty()) return plain;
        List<?> key = List.of(brief.datasetId, readings, formulas);
        return tables.get(key, k -> CaseData.read(plain, brief.columns, brief.outcomeColumn()));
    }

    /** @throws BadInput if something is made of the outcome, or the population depends on it */
    void demandMade(Brief brief) {
        CaseData.read(datasets.table(brief.datasetId), brief.columns, brief.outcomeColumn());
        kept(brief);
    }

    /** By record, whether it is of the brief's population; null for all. */
    boolean @Nullable [] kept(Brief brief) {
        return CaseData.kept(
                brief.population,
                brief::column,
                brief.outcomeColumn(),
                table(brief),
                brief.population == null ? new int[0] : copies(brief));
    }

    /**
     * 1, 0, or −1 for a record left out.
     *
     * @throws BadInput if the brief has no outcome yet, or the column does not fit it
     */
    public byte[] outcome(Brief brief) {
        if (!brief.hasOutcome()) {
            throw BadInput.state(
                    BadInput.Code.NOT_READY,
                    "outcome",
                    "is not chosen",
                    "choose the outcome and its event in the brief");
        }
        BriefFile.Outcome asked = requireNonNull(brief.outcome);
        List<?> key = List.of(
                brief.datasetId,
                asked,
                String.valueOf(brief.column(asked.column()).reading()),
                brief.population == null
                        ? ""
                        : List.of(brief.population, readings(brief), MadeColumns.formulas(brief.columns)));
        Table table = table(brief);
        return outcomes.get(key, k -> asked.of(table, kept(brief)));
    }

    /** The column by whose value money is counted; null without one. */
    public static @Nullable String valueColumn(Brief brief) {
        return ColumnSetup.first(brief.columns, ColumnSetup.Role.VALUE);
    }

    /** The column of the records' weights; null without one. */
    public static @Nullable String weightColumn(Brief brief) {
        return ColumnSetup.first(brief.columns, ColumnSetup.Role.WEIGHT);
    }

    /**
     * The values of some records, null without a value column.
     *
     * @throws BadInput naming the line of the first unusable one
     */
    public double @Nullable [] values(Brief brief, int[] rows) {
        return CaseData.values(table(brief), valueColumn(brief), rows);
    }

    /** @throws BadInput naming the line of the first record of the brief, or of its file, whose weight is none */
    void demandWeights(Brief brief) {
        Table table = table(brief);
        byte[] outcome = brief.hasOutcome() ? outcome(brief) : new byte[table.size()];
        RecordWeights.demand(table, weightColumn(brief), outcome);
    }

    /** As {@link Units#copies} finds them. */
    int[] copies(Brief brief) {
        Table table = datasets.table(brief.datasetId);
        return copies.get(List.of(brief.datasetId), of -> Units.copies(table));
    }

    /** As {@link Units#equalByChance} judges the copies. */
    boolean equalByChance(Brief brief) {
        int[] equal = copies(brief);
        if (Units.repeats(equal) == 0) return false;
        String outcome = requireNonNull(brief.outcomeColumn());
        Table table = datasets.table(brief.datasetId);
        int[] alike = copies.get(
                List.of(brief.datasetId, outcome),
                of -> Units.copies(table.with(table.columns().stream()
                        .filter(column -> !column.name().equals(outcome))
                        .toList())));
        return Units.equalByChance(equal, alike, outcome(brief));
    }
}
