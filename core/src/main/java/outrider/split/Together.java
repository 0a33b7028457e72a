package outrider.split;

import org.jspecify.annotations.Nullable;
import outrider.table.Table;

/**
 * What stays together: folds of training are dealt by it (METHODS section 6), and resamples draw it.
 *
 * @param unit of each record, by record number: what stays in one part and one fold
 * @param day that folds follow each other by, of training records, equal within a unit; null where they are dealt at random
 * @param oneByOne whether resamples draw units one by one, however many there are
 */
public record Together(int[] unit, int @Nullable [] day, boolean oneByOne) {

    /** The latest day of each training record's unit where the plan splits by date. */
    public static Together of(SplitPlan plan, Table table, Parts parts, int[] unit) {
        if (plan.by().method() != SplitPlan.Method.DATE) return new Together(unit, null, false);
        boolean[] in = new boolean[unit.length];
        for (int row : parts.training()) in[row] = true;
        int[] day = Split.latest(Split.dates(plan, table), unit, in);
        for (int i = 0; i < day.length; i++) if (in[i]) day[i] = day[unit[i]];
        return new Together(unit, day, false);
    }

    /** The same records, but folds are dealt at random. */
    public Together withoutDays() {
        return day == null ? this : new Together(unit, null, oneByOne);
    }

    /** The same records, but resamples draw units one by one. */
    public Together drawnSingly() {
        return new Together(unit, day, true);
    }
}
