package outrider.split;

import static java.util.Objects.requireNonNull;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;
import outrider.table.Table;
import outrider.table.TextColumn;

/** Records that belong together: each record's unit is the number of the first record of its unit. */
public final class Units {
    private static final long MIX = 0x9E3779B97F4A7C15L;

    private Units() {}

    /** Records with the same value of an identifier; a record without one is a unit of its own. O(n). */
    public static int[] of(Column identifier) {
        if (identifier instanceof TextColumn text)
            return ofCodes(text.codes(), text.texts().size());
        Map<String, Integer> first = new HashMap<>();
        int[] unit = new int[identifier.size()];
        for (int i = 0; i < unit.length; i++) {
            String text = identifier.text(i);
            Integer known = text == null ? null : first.putIfAbsent(text, i);
            unit[i] = known == null ? i : known;
        }
        return unit;
    }

    private static int[] ofCodes(int[] codes, int texts) {
        int[] first = new int[texts];
        Arrays.fill(first, -1);
        int[] unit = new int[codes.length];
        for (int i = 0; i < unit.length; i++) {
            if (codes[i] >= 0 && first[codes[i]] < 0) first[codes[i]] = i;
            unit[i] = codes[i] < 0 ? i : first[codes[i]];
        }
        return unit;
    }

    /** How many units there are. */
    public static int count(int[] unit) {
        int count = 0;
        for (int i = 0; i < unit.length; i++) if (unit[i] == i) count++;
        return count;
    }

    /** How many different numbers there are. */
    public static int different(int[] unit) {
        int[] sorted = unit.clone();
        Arrays.sort(sorted);
        int count = 0;
        for (int i = 0; i < sorted.length; i++) if (i == 0 || sorted[i] != sorted[i - 1]) count++;
        return count;
    }

    /** How many units some records are of. O(n). */
    public static int different(int[] rows, int[] unit) {
        boolean[] seen = new boolean[unit.length];
        int count = 0;
        for (int row : rows) {
            if (!seen[unit[row]]) count++;
            seen[unit[row]] = true;
        }
        return count;
    }

    /** Records that are equal in every column. O(n · columns): hashed, then compared value by value. */
    public static int[] copies(Table table) {
        int n = table.size();
        long[] hash = new long[n];
        for (Column column : table.columns()) mix(column, hash);
        int size = Integer.highestOneBit(Math.max(1, n)) * 4;
        int[] slots = new int[size];
        int[] unit = new int[n];
        for (int i = 0; i < n; i++) {
            int slot = (int) (hash[i] >>> 20) & size - 1;
            unit[i] = i;
            while (slots[slot] != 0) {
                int known = slots[slot] - 1;
                if (hash[known] == hash[i] && equal(table, known, i)) {
                    unit[i] = known;
                    break;
                }
                slot = slot + 1 & size - 1;
            }
            if (unit[i] == i) slots[slot] = i + 1;
        }
        return unit;
    }

    /**
     * Whether records are equal by chance, as in a table of few values, and not written twice: there are at most a quarter as many different
     * ones as records, or those that are equal in all but the outcome differ in it at least a quarter as often as if it were dealt among them.
     *
     * @param copies as {@link #copies} finds them in the whole table
     * @param alike likewise, without the outcome's column
     * @param outcome 0 or 1 a record, below 0 for one that has none
     */
    public static boolean equalByChance(int[] copies, int[] alike, byte[] outcome) {
        if (4L * (copies.length - repeats(copies)) <= copies.length) return true;
        long[] records = new long[alike.length];
        long[] events = new long[alike.length];
        for (int i = 0; i < alike.length; i++) {
            if (outcome[i] < 0) continue;
            records[alike[i]]++;
            events[alike[i]] += outcome[i];
        }
        double pairs = 0;
        double differing = 0;
        double all = 0;
        double having = 0;
        for (int u = 0; u < records.length; u++) {
            if (records[u] < 2) continue;
            pairs += records[u] * (records[u] - 1) / 2.0;
            differing += events[u] * (double) (records[u] - events[u]);
            all += records[u];
            having += events[u];
        }
        double rate = having / Math.max(1, all);
        return differing > 0 && differing >= pairs * 2 * rate * (1 - rate) / 4;
    }

    private static void mix(Column column, long[] hash) {
        for (int i = 0; i < hash.length; i++) {
            long value;
            if (column instanceof NumberColumn numbers) value = Double.doubleToLongBits(numbers.values()[i] + 0.0);
            else if (column instanceof DateColumn dates) value = dates.days()[i];
            else if (column instanceof CategoryColumn category) value = category.codes()[i];
            else value = ((TextColumn) column).codes()[i];
            long h = (hash[i] ^ value) * MIX;
            hash[i] = h ^ h >>> 29;
        }
    }

    private static boolean equal(Table table, int a, int b) {
        for (Column column : table.columns()) {
            if (column.isMissing(a) != column.isMissing(b)) return false;
            if (column.isMissing(a)) continue;
            if (column instanceof NumberColumn numbers) {
                if (numbers.values()[a] != numbers.values()[b]) return false;
            } else if (!requireNonNull(column.text(a)).equals(column.text(b))) {
                return false;
            }
        }
        return true;
    }

    /** How many records are copies of an earlier one. */
    public static int repeats(int[] unit) {
        int count = 0;
        for (int i = 0; i < unit.length; i++) if (unit[i] != i) count++;
        return count;
    }

    /** Every record a unit of its own. */
    static int[] single(int records) {
        int[] unit = new int[records];
        Arrays.setAll(unit, i -> i);
        return unit;
    }

    /**
     * How many units hold a record of an outcome.
     *
     * @param unit of each record, from 0
     */
    public static int holding(byte[] outcome, int[] unit, int wanted) {
        boolean[] seen = new boolean[Arrays.stream(unit).max().orElse(-1) + 1];
        int count = 0;
        for (int i = 0; i < unit.length; i++) {
            if (outcome[i] != wanted || seen[unit[i]]) continue;
            seen[unit[i]] = true;
            count++;
        }
        return count;
    }
}
