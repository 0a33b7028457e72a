package outrider.check;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.table.Column;
import outrider.table.ColumnType;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;
import outrider.table.Table;

/**
 * One thing in which a newer file of the same data differs from the older one.
 *
 * @param column null for the file as a whole
 * @param words what changed
 * @param grave whether a brief on the older file cannot simply go on: a column or the outcome's level is gone, or a type changed
 */
public record RefreshChange(@Nullable String column, String words, String before, String after, boolean grave) {
    private static final double SHIFT = 0.02;
    private static final int LEVELS_NAMED = 6;
    private static final int MOST_LEVELS = 200;

    /**
     * @param beforeRows records of the older file that may be looked at
     * @param outcome name of the outcome, or null
     */
    public static List<RefreshChange> between(Table before, int[] beforeRows, Table after, @Nullable String outcome) {
        List<RefreshChange> changes = new ArrayList<>();
        if (before.size() != after.size()) {
            changes.add(new RefreshChange(null, "records", count(before.size()), count(after.size()), false));
        }
        for (Column old : before.columns()) {
            if (!after.has(old.name())) {
                changes.add(new RefreshChange(old.name(), "the column is gone", words(old.type()), "", true));
            }
        }
        int[] afterRows = IntStream.range(0, after.size()).toArray();
        for (Column now : after.columns()) {
            if (!before.has(now.name())) {
                changes.add(new RefreshChange(now.name(), "a new column", "", words(now.type()), false));
                continue;
            }
            Column old = before.column(now.name());
            if (old.type() != now.type()) {
                changes.add(new RefreshChange(now.name(), "another type", words(old.type()), words(now.type()), true));
                continue;
            }
            compare(old, beforeRows, now, afterRows, now.name().equals(outcome), changes);
        }
        return changes;
    }

    private static void compare(
            Column old, int[] oldRows, Column now, int[] nowRows, boolean outcome, List<RefreshChange> changes) {
        Tally before = Tally.of(old, oldRows, null);
        Tally after = Tally.of(now, nowRows, null);
        double missingBefore = before.missing() / (double) oldRows.length;
        double missingAfter = after.missing() / (double) nowRows.length;
        if (Math.abs(missingAfter - missingBefore) >= SHIFT) {
            changes.add(new RefreshChange(now.name(), "missing", percent(missingBefore), percent(missingAfter), false));
        }
        if (before.ordered()) {
            compareMiddles(old, before, after, changes);
        } else if (before.size() <= MOST_LEVELS && after.size() <= MOST_LEVELS) {
            compareLevels(now.name(), before, after, outcome, changes);
        }
    }

    private static void compareMiddles(Column column, Tally before, Tally after, List<RefreshChange> changes) {
        if (before.present() == 0 || after.present() == 0) return;
        double old = quantile(before, 0.5);
        double now = quantile(after, 0.5);
        double spread = quantile(before, 0.75) - quantile(before, 0.25);
        if (old == now || Math.abs(now - old) < 0.1 * spread) return;
        changes.add(new RefreshChange(column.name(), "median", text(column, old), text(column, now), false));
    }

    private static double quantile(Tally tally, double share) {
        double rank = share * tally.present();
        double sum = 0;
        for (int i = 0; i < tally.size(); i++) {
            sum += tally.records(i);
            if (sum > rank) return tally.value(i);
        }
        return tally.value(tally.size() - 1);
    }

    private static String text(Column column, double value) {
        return column instanceof DateColumn
                ? java.time.LocalDate.ofEpochDay((long) value).toString()
                : NumberColumn.text(value);
    }

    private static void compareLevels(
            String name, Tally before, Tally after, boolean outcome, List<RefreshChange> changes) {
        Map<String, Double> old = shares(before);
        Map<String, Double> now = shares(after);
        List<String> gone =
                old.keySet().stream().filter(l -> !now.containsKey(l)).sorted().toList();
        List<String> fresh =
                now.keySet().stream().filter(l -> !old.containsKey(l)).sorted().toList();
        if (!gone.isEmpty()) changes.add(new RefreshChange(name, "levels gone", named(gone), "", outcome));
        if (!fresh.isEmpty()) changes.add(new RefreshChange(name, "new levels", "", named(fresh), outcome));
        old.forEach((level, share) -> {
            Double later = now.get(level);
            if (later != null && Math.abs(later - share) >= SHIFT) {
                changes.add(new RefreshChange(name, "share of “" + level + "”", percent(share), percent(later), false));
            }
        });
    }

    private static Map<String, Double> shares(Tally tally) {
        Map<String, Double> shares = new HashMap<>();
        double all = tally.present();
        for (int i = 0; i < tally.size(); i++) shares.put(tally.label(i), tally.records(i) / all);
        return shares;
    }

    private static String named(List<String> levels) {
        String more = levels.size() > LEVELS_NAMED ? " and " + (levels.size() - LEVELS_NAMED) + " more" : "";
        return String.join(", ", levels.subList(0, Math.min(LEVELS_NAMED, levels.size()))) + more;
    }

    private static String words(ColumnType type) {
        return type.name().toLowerCase(Locale.ROOT);
    }

    private static String count(int records) {
        return String.format(Locale.ROOT, "%,d", records);
    }

    private static String percent(double share) {
        return String.format(Locale.ROOT, "%.1f %%", 100 * share);
    }
}
