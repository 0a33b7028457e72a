package outrider.check;

import static java.util.Objects.requireNonNull;

import java.util.Arrays;
import java.util.HashSet;
import java.util.Locale;
import java.util.Set;
import outrider.table.Column;
import outrider.table.ColumnType;

/** Tells numbers that are codes by the name of their column: what is counted or measured is none, and has no such name. */
final class CodeNames {
    private static final int FEWEST_LEVELS = 3;
    private static final double RECORDS_EACH = 10;

    private static final Set<String> CODES = Set.of("""
            cat category code codes cd type typ kind region district branch filiale channel kanal store shop zip
            zipcode postcode plz country county city dept department sector industry branche occupation job
            profession beruf sex gender race religion marital marriage brand vendor mcc sic
            """.strip().split("\\s+"));

    private static final Set<String> MEASURES = Set.of("""
            count cnt number num no nr nbr amount amt rate score age date day days month months year years hour
            hours price value size ratio share pct percent avg mean sum total min max std sales visits distance
            tenure income balance
            """.strip().split("\\s+"));

    private CodeNames() {}

    /** Whether its name says so, and its values are whole numbers of which each stands in several records. */
    static boolean are(Column column, Tally tally) {
        if (column.type() != ColumnType.NUMBER || tally.size() < FEWEST_LEVELS) return false;
        if (tally.present() < RECORDS_EACH * tally.size() || !named(column.name())) return false;
        return Arrays.stream(requireNonNull(tally.values())).allMatch(v -> v == Math.rint(v));
    }

    static boolean named(String name) {
        String apart = name.replaceAll("([a-z])([A-Z])", "$1 $2").toLowerCase(Locale.ROOT);
        Set<String> words = new HashSet<>(Arrays.asList(apart.split("[^\\p{L}]+")));
        return words.stream().anyMatch(CODES::contains) && words.stream().noneMatch(MEASURES::contains);
    }
}
