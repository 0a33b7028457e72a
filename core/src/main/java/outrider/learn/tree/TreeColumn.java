package outrider.learn.tree;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.prepare.LevelCodes;
import outrider.prepare.Preparation;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;

/**
 * A column as trees read it: a number (a date as days since 1970), or the place of its level in {@code levels}; NaN is missing.
 * Levels that are not listed share the place after the last.
 *
 * @param levels null for numbers and dates
 * @param ordered whether the levels stand in an order that splits keep
 * @param date whether the numbers are days
 */
public record TreeColumn(String name, @Nullable List<String> levels, boolean date, boolean ordered) {
    /** Levels beyond this many, the rarest, share a place. */
    static final int MOST_LEVELS = 253;

    public static TreeColumn fit(Column source, int[] rows) {
        if (!Preparation.isCategory(source))
            return new TreeColumn(source.name(), null, source instanceof DateColumn, false);
        Map<String, Integer> counts = new HashMap<>();
        for (int row : rows) {
            String level = source.text(row);
            if (level != null) counts.merge(level, 1, Integer::sum);
        }
        if (source instanceof CategoryColumn category && category.ordered() && counts.size() <= MOST_LEVELS) {
            List<String> inOrder =
                    category.levels().stream().filter(counts::containsKey).toList();
            return new TreeColumn(source.name(), inOrder, false, true);
        }
        List<String> levels = new ArrayList<>(counts.keySet());
        levels.sort(Comparator.comparingInt((String level) -> -counts.getOrDefault(level, 0))
                .thenComparing(Comparator.naturalOrder()));
        if (levels.size() > MOST_LEVELS) levels = levels.subList(0, MOST_LEVELS);
        return new TreeColumn(source.name(), List.copyOf(levels), false, false);
    }

    /** @throws BadInput if the column holds texts where numbers were learnt from */
    public double[] read(Column source, int[] rows) {
        double[] values = new double[rows.length];
        if (levels != null) {
            int[] codes = LevelCodes.of(source, rows, levels);
            for (int i = 0; i < rows.length; i++) {
                values[i] = codes[i] == LevelCodes.MISSING ? Double.NaN : codes[i] < 0 ? levels.size() : codes[i];
            }
        } else if (source instanceof NumberColumn numbers) {
            for (int i = 0; i < rows.length; i++) values[i] = numbers.values()[rows[i]];
        } else if (source instanceof DateColumn dates) {
            for (int i = 0; i < rows.length; i++) {
                int day = dates.days()[rows[i]];
                values[i] = day == DateColumn.MISSING ? Double.NaN : day;
            }
        } else if (Preparation.isCategory(source)) {
            throw BadInput.of(
                    "column \"" + name + "\"", "holds texts where numbers were learnt from", "bring the same type");
        } else {
            Arrays.fill(values, Double.NaN);
        }
        return values;
    }
}
