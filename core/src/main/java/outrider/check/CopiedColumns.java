package outrider.check;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.IntToLongFunction;
import java.util.stream.IntStream;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;

/** Finds columns that hold in every record what an earlier column does. */
public final class CopiedColumns {
    private CopiedColumns() {}

    /** The earlier column's name by the copy's. Columns of one value only are copies of nothing. O(cells). */
    public static Map<String, String> of(List<Column> columns) {
        long[] hash = IntStream.range(0, columns.size())
                .parallel()
                .mapToLong(i -> hash(columns.get(i)))
                .toArray();
        Map<Long, Column> first = new HashMap<>();
        Map<String, String> copies = new HashMap<>();
        for (int i = 0; i < hash.length; i++) {
            if (hash[i] == 0) continue;
            Column known = first.putIfAbsent(hash[i], columns.get(i));
            if (known != null && same(known, columns.get(i)))
                copies.put(columns.get(i).name(), known.name());
        }
        return copies;
    }

    private static boolean same(Column one, Column other) {
        if (one.type() != other.type() || one.size() != other.size()) return false;
        IntToLongFunction mine = value(one);
        IntToLongFunction theirs = value(other);
        boolean numbers = one instanceof NumberColumn;
        return IntStream.range(0, one.size())
                .allMatch(i -> mine.applyAsLong(i) == theirs.applyAsLong(i)
                        && (numbers || Objects.equals(one.text(i), other.text(i))));
    }

    /** Of its values in their order; 0 where there are not two different ones. */
    private static long hash(Column column) {
        IntToLongFunction value = value(column);
        long hash = column.type().ordinal() + 1L;
        boolean differ = false;
        for (int i = 0; i < column.size(); i++) {
            long now = value.applyAsLong(i);
            differ = differ || now != value.applyAsLong(0);
            hash = (hash ^ now) * 0x9E3779B97F4A7C15L;
            hash ^= hash >>> 29;
        }
        return differ ? Math.max(1, hash & Long.MAX_VALUE) : 0;
    }

    private static IntToLongFunction value(Column column) {
        if (column instanceof NumberColumn numbers) return i -> Double.doubleToLongBits(numbers.values()[i] + 0.0);
        if (column instanceof DateColumn dates) return i -> dates.days()[i];
        if (column instanceof CategoryColumn levels) {
            int[] words = levels.levels().stream().mapToInt(String::hashCode).toArray();
            return i -> levels.codes()[i] < 0 ? Long.MIN_VALUE : words[levels.codes()[i]];
        }
        return i -> Objects.hashCode(column.text(i));
    }
}
