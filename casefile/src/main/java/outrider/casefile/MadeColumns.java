package outrider.casefile;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.ColumnSetup.Role;
import outrider.formula.Formula;
import outrider.table.ColumnType;

/** Columns that a brief makes of others, and what they may be made of. */
public final class MadeColumns {
    private MadeColumns() {}

    /** The formulas among some columns, by the name of what they make. */
    public static Map<String, String> formulas(Map<String, ColumnSetup> columns) {
        Map<String, String> formulas = new TreeMap<>();
        columns.forEach((name, setup) -> {
            if (setup.formula() != null) formulas.put(name, setup.formula());
        });
        return formulas;
    }

    /**
     * The formulas, read, each after those that it uses.
     *
     * @param types of the file's columns as they are read
     * @throws BadInput naming the column whose formula cannot be read, or reads what it may not: the outcome, what says who was acted on
     *     or which part a record is in, or what somebody set aside
     */
    public static Map<String, Formula> read(
            Map<String, ColumnSetup> columns, Map<String, ColumnType> types, @Nullable String outcome) {
        Map<String, Formula> read = Formula.ordered(formulas(columns), types);
        read.forEach((name, formula) -> allowed(
                "formula of " + name,
                formula.reads(),
                column -> columns.getOrDefault(column, ColumnSetup.PLAIN),
                outcome));
        if (outcome != null && read.containsKey(outcome)) {
            throw BadInput.of(
                    "outcome",
                    "is made of other columns",
                    "choose a column of the file; which of its amounts are the event can be said there (when)");
        }
        return read;
    }

    /** @throws BadInput if what is read may not be */
    public static void allowed(
            String field, Set<String> reads, Function<String, ColumnSetup> setup, @Nullable String outcome) {
        for (String column : reads) {
            if (column.equals(outcome)) {
                throw BadInput.of(
                        field, "reads " + column + ", the outcome", "use what is known before the outcome is");
            }
            ColumnSetup of = setup.apply(column);
            boolean aside = of.role() == Role.SET_ASIDE && of.byItself() == null;
            if (!aside && of.role() != Role.ACTED && of.role() != Role.PART) continue;
            throw BadInput.of(
                    field,
                    "reads " + column + ", which is " + of.role().words()
                            + (of.reason().isBlank() ? "" : ": " + of.reason()),
                    "use other columns, or give " + column + " another role first");
        }
    }

    /** Days after which what a formula reads is known, the latest; null where nobody said. */
    public static @Nullable Integer knownAfter(Formula formula, Function<String, ColumnSetup> setup) {
        return formula.reads().stream()
                .map(column -> setup.apply(column).knownAfterDays())
                .filter(Objects::nonNull)
                .max(Integer::compare)
                .orElse(null);
    }

    /** Types of a table's columns as a brief reads them, without those that it makes. */
    public static Map<String, ColumnType> types(Map<String, ColumnType> file, Map<String, ColumnSetup> columns) {
        Map<String, ColumnType> types = new LinkedHashMap<>();
        file.forEach((name, type) -> {
            ColumnSetup setup = columns.get(name);
            types.put(
                    name,
                    setup == null || setup.reading() == null
                            ? type
                            : setup.reading().type());
        });
        return types;
    }
}
