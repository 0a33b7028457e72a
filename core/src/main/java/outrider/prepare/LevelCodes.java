package outrider.prepare;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import outrider.table.CategoryColumn;
import outrider.table.Column;

/** Reads a column's values as numbers of known levels. */
public final class LevelCodes {
    public static final int MISSING = -1;
    public static final int UNKNOWN = -2;

    private LevelCodes() {}

    /** For each of {@code rows} the place of its level in {@code levels}, {@link #UNKNOWN}, or {@link #MISSING}. */
    public static int[] of(Column source, int[] rows, List<String> levels) {
        Map<String, Integer> places = new HashMap<>(levels.size() * 2);
        for (int i = 0; i < levels.size(); i++) places.put(levels.get(i), i);
        int[] codes = new int[rows.length];
        if (source instanceof CategoryColumn category) {
            int[] place = new int[category.levels().size()];
            for (int i = 0; i < place.length; i++) {
                place[i] = places.getOrDefault(category.levels().get(i), UNKNOWN);
            }
            for (int i = 0; i < rows.length; i++) {
                int code = category.codes()[rows[i]];
                codes[i] = code < 0 ? MISSING : place[code];
            }
            return codes;
        }
        for (int i = 0; i < rows.length; i++) {
            String text = source.text(rows[i]);
            codes[i] = text == null ? MISSING : places.getOrDefault(text, UNKNOWN);
        }
        return codes;
    }

    /** How many of {@code rows} have each level that some of them has. */
    static Map<String, Integer> counts(Column source, int[] rows) {
        Map<String, Integer> counts = new HashMap<>();
        if (source instanceof CategoryColumn category) {
            int[] count = new int[category.levels().size()];
            for (int row : rows) if (category.codes()[row] >= 0) count[category.codes()[row]]++;
            for (int i = 0; i < count.length; i++) {
                if (count[i] > 0) counts.merge(category.levels().get(i), count[i], Integer::sum);
            }
            return counts;
        }
        for (int row : rows) {
            String level = source.text(row);
            if (level != null) counts.merge(level, 1, Integer::sum);
        }
        return counts;
    }

    /** The levels that some of {@code rows} have, sorted. */
    static List<String> seen(Column source, int[] rows) {
        List<String> levels = new ArrayList<>(counts(source, rows).keySet());
        levels.sort(null);
        return List.copyOf(levels);
    }
}
