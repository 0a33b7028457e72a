package outrider.check;

import static java.util.Objects.requireNonNull;

import java.util.Locale;
import org.jspecify.annotations.Nullable;

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
        if (profile.auc() != null && profile.auc() >= AUC && beyondChance(profile.auc(), profile)) {
            return String.format(Locale.ROOT, "Alone it ranks the outcome with an AUC of %.3f.", profile.auc());
        }
        if (profile.missingAuc() != null
                && profile.missingAuc() >= MISSING_AUC
                && beyondChance(profile.missingAuc(), profile)) {
            return String.format(
                    Locale.ROOT, "Whether it is missing ranks the outcome with an AUC of %.3f.", profile.missingAuc());
        }
        if (profile.telling().isEmpty()) return null;
        return "Nearly every record with “" + profile.telling().get(0) + "” has the event.";
    }

    /** Whether an AUC lies further from ½ than chance explains, with so few events or non-events (Mann and Whitney 1947). */
    private static boolean beyondChance(double auc, ColumnProfile profile) {
        double events = requireNonNull(profile.present().events())
                + requireNonNull(profile.absent().events());
        double others = profile.records() - events;
        return Math.abs(auc - 0.5) >= Cell.APART * Math.sqrt((events + others + 1) / (12 * events * others));
    }
}
