package outrider.casefile;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.Arrays;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.formula.Formula;
import outrider.table.ColumnType;
import outrider.table.Table;

/**
 * Which records a brief is about. The others are in no part, and no candidate is meant for their like.
 *
 * @param where condition on columns that a record must meet, in the language of formulas; null for all
 * @param dropCopies whether of records that are the same in every column only the first counts; null for no
 */
public record Population(
        @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable String where,
        @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable Boolean dropCopies) {
    public static final Population ALL = new Population(null, null);

    public Population {
        if (where != null && where.isBlank()) where = null;
        if (Boolean.FALSE.equals(dropCopies)) dropCopies = null;
    }

    /**
     * By record, whether it counts. O(records).
     *
     * @param table with its made columns
     * @param copies as {@link outrider.split.Units#copies} finds them
     * @throws BadInput naming what of the condition cannot be read, or that nothing is left
     */
    public boolean[] kept(Table table, int[] copies) {
        boolean[] kept = new boolean[table.size()];
        Arrays.fill(kept, true);
        if (where != null) kept = read(table).holds(table);
        if (dropCopies != null) {
            boolean[] met = new boolean[kept.length];
            for (int i = 0; i < kept.length; i++) {
                if (!kept[i]) continue;
                kept[i] = !met[copies[i]];
                met[copies[i]] = true;
            }
        }
        for (boolean one : kept) if (one) return kept;
        throw BadInput.of("population", "no record meets " + where, "loosen the condition");
    }

    /** @throws BadInput as {@link Formula#condition} does */
    public Formula read(Table table) {
        return read(Formula.types(table));
    }

    /** The same, from the types of the columns alone. */
    public Formula read(Map<String, ColumnType> columns) {
        try {
            return Formula.condition(where == null ? "1 = 1" : where, columns);
        } catch (BadInput e) {
            throw BadInput.of("population", e.found(), e.remedy());
        }
    }
}
