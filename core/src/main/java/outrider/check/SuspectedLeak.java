package outrider.check;

import static java.util.Objects.requireNonNull;

import java.util.Locale;
import org.jspecify.annotations.Nullable;
import outrider.table.ColumnType;

/** A column that ranks the outcome too well to be known before it. */
public final class SuspectedLeak implements ColumnAlarm {
    public static final double AUC = 0.95;
    public static final double MISSING_AUC = 0.80;

    @Override
    public String code() {
        return "suspectedLeak";
    }

    @Override
    public String words() {
        return "suspected leak";
    }

    @Override
    public boolean leak() {
        return true;
    }

    @Override
    public @Nullable String rings(ColumnProfile profile) {
        String why = reason(profile);
        if (why == null) return null;
        return why + " It may be known only after the outcome: ask when it is filled in, and set it aside if so.";
    }

    /** Why the column may leak, or null. */
    static @Nullable String reason(ColumnProfile profile) {
        Cell present = profile.present();
        Cell absent = profile.absent();
        // a number without a value has no place in the order; a level without one is a level
        Cell ranked = ordered(profile.type()) ? present : present.with(absent);
        if (profile.auc() != null && profile.auc() >= AUC && beyondChance(profile.auc(), ranked, profile.perUnit())) {
            return String.format(Locale.ROOT, "Alone it ranks the outcome with an AUC of %.3f.", profile.auc());
        }
        if (profile.missingAuc() != null
                && profile.missingAuc() >= MISSING_AUC
                && beyondChance(profile.missingAuc(), present.with(absent), profile.perUnit())) {
            return String.format(
                    Locale.ROOT, "Whether it is missing ranks the outcome with an AUC of %.3f.", profile.missingAuc());
        }
        if (profile.telling().isEmpty()) return null;
        return "Nearly every record with “" + profile.telling().get(0) + "” has the event.";
    }

    private static boolean ordered(ColumnType type) {
        return type == ColumnType.NUMBER || type == ColumnType.DATE;
    }

    /** Whether an AUC of some records lies further from ½ than chance explains, with so few events or non-events (Mann and Whitney 1947). */
    private static boolean beyondChance(double auc, Cell of, double perUnit) {
        double events = requireNonNull(of.events()) / perUnit;
        double others = of.records() / perUnit - events;
        return Math.abs(auc - 0.5) >= Cell.APART * Math.sqrt((events + others + 1) / (12 * events * others));
    }
}
