package outrider.casefile;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.Arrays;
import java.util.Map;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Seeds;
import outrider.formula.Formula;
import outrider.split.Units;
import outrider.table.ColumnType;
import outrider.table.Table;

/**
 * Which records a brief is about. The others are in no part, and no candidate is meant for their like.
 *
 * @param where condition on columns that a record must meet, in the language of formulas; null for all
 * @param dropCopies whether of records that are the same in every column only the first counts; null for no
 * @param sample how many of those that are left are drawn; null for all
 */
public record Population(
        @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable String where,
        @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable Boolean dropCopies,
        @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable Sample sample) {
    public static final Population ALL = new Population(null, null, null);

    /**
     * Records drawn at random, the events as often as they are: rates stay what they are, and money is scaled to the campaign as always.
     *
     * @param records about so many, at least 1: of customers drawn whole, so many as reach it
     * @param by column whose equal values are drawn together; null where each record stands alone
     * @param seed of the draw; null for 1
     */
    public record Sample(
            int records,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            String by,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            Long seed) {
        /** @throws BadInput if it would draw none */
        public Sample {
            if (records < 1) throw BadInput.of("sample", "is of " + records + " records", "draw 1 or more");
            if (by != null && by.isBlank()) by = null;
        }

        private void draw(Table table, boolean[] kept) {
            int[] unit = by == null ? IntStream.range(0, kept.length).toArray() : Units.of(table.column(by));
            int[] size = new int[kept.length];
            for (int i = 0; i < kept.length; i++) if (kept[i]) size[unit[i]]++;
            int[] units =
                    IntStream.range(0, size.length).filter(u -> size[u] > 0).toArray();
            new Seeds(seed == null ? 1 : seed).stream("sample").shuffle(units);
            boolean[] drawn = new boolean[size.length];
            long sum = 0;
            for (int u : units) {
                if (sum >= records) break;
                drawn[u] = true;
                sum += size[u];
            }
            for (int i = 0; i < kept.length; i++) kept[i] &= drawn[unit[i]];
        }
    }

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
        if (sample != null) sample.draw(table, kept);
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
