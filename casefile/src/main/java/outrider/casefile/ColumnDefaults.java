package outrider.casefile;

import static java.util.Objects.requireNonNull;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.casefile.ColumnSetup.Role;
import outrider.check.ColumnProfile;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.ColumnType;
import outrider.table.Dialect;
import outrider.table.Reading;
import outrider.table.SuggestedReading;
import outrider.table.Table;

/** What columns are taken for where nobody has said anything: names of records and of customers are identifiers, free text is no input. */
public final class ColumnDefaults {
    /** So many levels that are nearly numbers may be codes; more are numbers that cannot be read yet. */
    private static final int MOST_CODES = 20;

    private static final ColumnSetup CODES = ColumnSetup.byItself(
                    Role.INPUT, "its name says that its numbers are codes")
            .read(new Reading(ColumnType.CATEGORY, null, null, null));

    private ColumnDefaults() {}

    /**
     * As the other; texts that nearly are numbers or days are set aside until somebody says how to read them, and so is a copy. Numbers whose
     * column's name says that they are codes are read as a category.
     *
     * @param copyOf the column that it holds the same as; null for none
     */
    public static @Nullable ColumnSetup of(
            ColumnProfile facts, ColumnType type, @Nullable SuggestedReading suggested, @Nullable String copyOf) {
        if (!meant(type, facts.distinct(), suggested)) return taken(facts, type, copyOf, true);
        ColumnType nearly = nearly(requireNonNull(suggested));
        String what = nearly == null ? "numbers or days" : nearly == ColumnType.DATE ? "days" : "numbers";
        return ColumnSetup.byItself(Role.SET_ASIDE, "texts that are nearly " + what);
    }

    private static @Nullable ColumnSetup taken(
            ColumnProfile facts, ColumnType type, @Nullable String copyOf, boolean codes) {
        ColumnSetup own = of(facts, type);
        if (own != null) return own;
        if (copyOf != null) {
            return ColumnSetup.byItself(Role.SET_ASIDE, "the same as " + copyOf + " in every record");
        }
        return codes && facts.codes() ? CODES : null;
    }

    /** Whether a column of levels is one of numbers or days that nobody has read yet. */
    static boolean nearlyOther(Column column, SuggestedReading suggested) {
        return column instanceof CategoryColumn levels
                && meant(ColumnType.CATEGORY, levels.levels().size(), suggested);
    }

    private static boolean meant(ColumnType type, int distinct, @Nullable SuggestedReading suggested) {
        boolean texts = type == ColumnType.TEXT || type == ColumnType.CATEGORY && distinct > MOST_CODES;
        if (!texts || suggested == null) return false;
        ColumnType nearly = nearly(suggested);
        return nearly == null || nearly == ColumnType.NUMBER || nearly == ColumnType.DATE;
    }

    /** What a column nearly is; null where its ways differ in that. */
    private static @Nullable ColumnType nearly(SuggestedReading suggested) {
        if (suggested.reading() != null) return suggested.reading().type();
        List<ColumnType> types = suggested.ways().stream()
                .map(way -> way.reading().type())
                .distinct()
                .toList();
        return types.size() == 1 ? types.get(0) : null;
    }

    /** @param type as it is read; null from what comes back for what is taken as an input */
    public static @Nullable ColumnSetup of(ColumnProfile facts, ColumnType type) {
        if (facts.identifierLike()) return ColumnSetup.byItself(Role.IDENTIFIER, "nearly one value a record");
        if (facts.repeatedKey()) {
            int present = facts.records() - facts.missing();
            return ColumnSetup.byItself(
                    Role.IDENTIFIER,
                    "its " + NumberText.count(facts.distinct()) + " values fill " + NumberText.count(present)
                            + " records");
        }
        return type == ColumnType.TEXT ? ColumnSetup.byItself(Role.SET_ASIDE, "free text") : null;
    }

    /**
     * A brief's columns, with what the others of its table are taken for. Texts that are nearly numbers or days are taken for nothing: candidates
     * refuse them by name until somebody says how to read them. O(records · columns).
     *
     * @param copies the earlier column by its copies; empty by rules before 7
     * @param codes whether numbers are read as categories where the name says so: by rules from 8 on
     */
    static Map<String, ColumnSetup> filledIn(
            Map<String, ColumnSetup> said,
            Table table,
            @Nullable String outcome,
            @Nullable Dialect dialect,
            Map<String, String> copies,
            boolean codes) {
        Map<String, ColumnSetup> all = new HashMap<>(said);
        int[] rows = IntStream.range(0, table.size()).toArray();
        for (Column column : table.columns()) {
            if (all.containsKey(column.name()) || column.name().equals(outcome)) continue;
            boolean meant =
                    column.type() == ColumnType.TEXT && meant(ColumnType.TEXT, 0, SuggestedReading.of(column, dialect));
            ColumnSetup taken = meant
                    ? null
                    : taken(ColumnProfile.of(column, rows, null), column.type(), copies.get(column.name()), codes);
            if (taken != null) all.put(column.name(), taken);
        }
        return all;
    }
}
