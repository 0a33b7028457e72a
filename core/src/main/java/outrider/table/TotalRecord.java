package outrider.table;

import java.util.Locale;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A last record that is none: it calls itself a total and holds the sum of the others, or is a remark in one field alone.
 *
 * @param text what it calls itself, in {@code column}
 * @param sum a column that holds the sum of the others; null where nothing but the text is there
 */
public record TotalRecord(
        long line, String column, String text, @Nullable String sum) {
    private static final Set<String> NAMES = Set.of(
            "total",
            "totals",
            "grand total",
            "sum",
            "all",
            "overall",
            "gesamt",
            "summe",
            "insgesamt",
            "somme",
            "totale",
            "totaal");

    private static final double NEAR = 1e-6;
    /** In fewer columns one value alone is nothing odd. */
    private static final int COLUMNS = 4;

    /** Null where the last record is one like the others. */
    public static @Nullable TotalRecord in(Table table) {
        int last = table.size() - 1;
        if (last < 2) return null;
        Column held = null;
        boolean named = false;
        int values = 0;
        for (Column column : table.columns()) {
            if (column.isMissing(last)) continue;
            values++;
            if (named || column instanceof NumberColumn) continue;
            named = named(String.valueOf(column.asWritten(last)));
            if (held == null || named) held = column;
        }
        if (held == null) return null;
        String sum = named ? sum(table, last) : null;
        boolean alone = values == 1 && table.columns().size() >= COLUMNS;
        if (sum == null && !alone) return null;
        return new TotalRecord(table.lineOf(last), held.name(), String.valueOf(held.asWritten(last)), sum);
    }

    private static boolean named(String text) {
        String bare = text.strip().toLowerCase(Locale.ROOT);
        return NAMES.contains(bare.endsWith(":") ? bare.substring(0, bare.length() - 1) : bare);
    }

    private static @Nullable String sum(Table table, int last) {
        for (Column column : table.columns()) {
            if (!(column instanceof NumberColumn numbers) || column.isMissing(last)) continue;
            double sum = 0;
            double most = 0;
            for (int i = 0; i < last; i++) {
                if (column.isMissing(i)) continue;
                sum += numbers.values()[i];
                most = Math.max(most, Math.abs(numbers.values()[i]));
            }
            double told = numbers.values()[last];
            if (Math.abs(told) > most && Math.abs(told - sum) <= NEAR * Math.max(1, Math.abs(sum)))
                return column.name();
        }
        return null;
    }

    /** The middle of a sentence: what it holds. */
    public String found() {
        return "holds “" + text + "” in " + column
                + (sum == null ? " and nothing else" : " and the sum of the others in " + sum)
                + ": it looks like no record";
    }
}
