package outrider.split;

import org.jspecify.annotations.Nullable;
import outrider.table.Table;

/**
 * What folds of training are dealt by (METHODS section 6).
 *
 * @param unit of each record, by record number: what stays in one part and one fold
 * @param day that folds follow each other by, of training records, equal within a unit; null where they are dealt at random
 */
public record Together(int[] unit, int @Nullable [] day) {

    /** The latest day of each training record's unit where the plan splits by date. */
    public static Together of(SplitPlan plan, Table table, Parts parts, int[] unit) {
        if (plan.method() != SplitPlan.Method.DATE) return new Together(unit, null);
        boolean[] in = new boolean[unit.length];
        for (int row : parts.training()) in[row] = true;
        int[] day = Split.latest(Split.dates(plan, table), unit, in);
        for (int i = 0; i < day.length; i++) if (in[i]) day[i] = day[unit[i]];
        return new Together(unit, day);
    }

    /** The same records, but folds are dealt at random. */
    public Together withoutDays() {
        return day == null ? this : new Together(unit, null);
    }
}
